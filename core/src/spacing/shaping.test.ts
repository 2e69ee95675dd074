import fc from 'fast-check';
import { expect, test } from 'vitest';
import {
  bendSegment,
  bendThrough,
  channelOf,
  channelSpeed,
  createChannel,
  createKey,
  createMotion,
  createSubject,
  curveSpacing,
  describeMove,
  drawSpacing,
  fastestOf,
  halvesSpacing,
  type Key,
  type Leave,
  type MotionDocument,
  readSpacing,
  sampleChannel,
  type SegmentRef,
  setBreakdown,
  setLeave,
  setSpeed,
  shapeBySpacing,
  shapeOf,
  shapeSegment,
  swingSpacing,
  trackProgress,
  TRACKS,
  wayOf,
} from '../index.ts';

const LOOK = { shape: 'drawer', widthPx: 60, heightPx: 80, fill: '#c8451b' } as const;
const POSITION = TRACKS.find((track) => track.id === 'position')!;
const FILM = { num: 24, den: 1 };

function drawer(x: Key[], y: Key[] = []): MotionDocument {
  return createMotion([
    {
      ...createSubject('drawer', 'Drawer', LOOK, { x: 0, y: 0 }),
      channels: [createChannel('position.x', 0, x), createChannel('position.y', 0, y)],
    },
  ]);
}

const SEGMENT: SegmentRef = { subjectId: 'drawer', trackId: 'position', firstFrame: 1, lastFrame: 25 };
const straight = (): MotionDocument => drawer([createKey(1, 0, { leave: 'linear' }), createKey(25, 600)]);
const xAt = (motion: MotionDocument, frame: number): number =>
  sampleChannel(channelOf(motion, 'drawer', 'position.x'), frame);
const sentence = (motion: MotionDocument): string => describeMove(motion, motion.subjects[0]!, POSITION, 1)!.sentence;

test('a segment given a shape goes by it: 0, 25.78125, 93.75, 189.84375 and 300 with flat thirds', () => {
  const shaped = shapeSegment(straight(), SEGMENT, { x1: 1 / 3, y1: 0, x2: 2 / 3, y2: 1 });
  [0, 25.78125, 93.75, 189.84375, 300].forEach((value, i) =>
    expect(xAt(shaped.motion, 1 + 3 * i)).toBeCloseTo(value, 9),
  );
});

test('one curve shapes a diagonal on both its channels alike, so that its path stays straight', () => {
  const diagonal = drawer(
    [createKey(1, 0, { leave: 'linear' }), createKey(25, 300)],
    [createKey(1, 0, { leave: 'linear' }), createKey(25, 400)],
  );
  const { motion } = shapeSegment(diagonal, SEGMENT, { x1: 0.6, y1: 0.1, x2: 0.9, y2: 0.95 });
  for (let frame = 1; frame <= 25; frame++)
    expect(sampleChannel(channelOf(motion, 'drawer', 'position.y'), frame) * 3).toBeCloseTo(xAt(motion, frame) * 4, 6);
});

test('one curve is refused where there are keys between, and says what to do instead', () => {
  const between = drawer([createKey(1, 0), createKey(9, 100), createKey(25, 600)]);
  const edit = shapeSegment(between, SEGMENT, { x1: 1 / 3, y1: 0, x2: 2 / 3, y2: 1 });
  expect(edit.motion).toBe(between);
  expect(edit.refused).toBe(
    'There are keys between 1 and 25: one curve cannot go through them. Set a breakdown instead.',
  );
});

test('a drawing dragged to a share of the way is there, and its breakdown stands where it was put', () => {
  fc.assert(
    fc.property(fc.integer({ min: 2, max: 24 }), fc.double({ min: -0.2, max: 1.2, noNaN: true }), (frame, share) => {
      const { motion, keys } = setBreakdown(straight(), SEGMENT, frame, share);
      expect(xAt(motion, frame)).toBeCloseTo(600 * share, 6);
      expect(keys).toEqual([{ subjectId: 'drawer', channelId: 'position.x', frame }]);
      expect(channelOf(motion, 'drawer', 'position.x').keys.find((key) => key.frame === frame)!.role).toBe('breakdown');
    }),
  );
});

test('a bent curve meets the dragged drawing exactly and smoothly: fastest only where the way is longest', () => {
  fc.assert(
    fc.property(fc.integer({ min: 6, max: 20 }), fc.double({ min: -0.15, max: 0.15, noNaN: true }), (frame, by) => {
      const progress = (frame - 1) / 24 + by;
      const { motion } = bendSegment(straight(), SEGMENT, frame, progress);
      expect(xAt(motion, frame)).toBeCloseTo(600 * progress, 6);
      const steps = Array.from({ length: 24 }, (_, n) => xAt(motion, n + 2) - xAt(motion, n + 1));
      for (const [n, step] of steps.entries()) if (n > 0) expect(Math.abs(step - steps[n - 1]!)).toBeLessThan(6);
    }),
  );
});

test('bent and bent back a curve is what it was; a named ease is bent from the curve nearest to it', () => {
  const shape = { x1: 0.42, y1: 0, x2: 0.58, y2: 1 };
  const back = bendThrough(bendThrough(shape, 0.3, 0.4), 0.3, curveSpacing(shape, 10)[3]!);
  for (const side of ['x1', 'y1', 'x2', 'y2'] as const) expect(back[side]).toBeCloseTo(shape[side], 9);
  const eased = shapeOf(drawer([createKey(1, 0, { leave: 'quad-in' }), createKey(25, 600)]), SEGMENT);
  curveSpacing(eased, 4).forEach((progress, n) => expect(progress).toBeCloseTo((n / 4) ** 2, 3));
});

test('halves written as drawings stand at 1/2, 3/4, 7/8; what was between gives way and is named', () => {
  const short = { ...drawer([createKey(1, 0), createKey(3, 90), createKey(5, 160)]), range: { first: 1, last: 5 } };
  const segment = { ...SEGMENT, lastFrame: 5 };
  const drawn = drawSpacing(short, segment, halvesSpacing(4, 'end'));
  expect([1, 2, 3, 4, 5].map((frame) => xAt(drawn.motion, frame))).toEqual([0, 80, 120, 140, 160]);
  expect(drawn.gaveWay).toEqual([]);
  const onTwos = {
    ...short,
    subjects: short.subjects.map((subject) => ({
      ...subject,
      exposure: 2,
      channels: subject.channels.map((channel) =>
        channel.id === 'position.x'
          ? createChannel('position.x', 0, [createKey(1, 0), createKey(2, 90), createKey(5, 160)])
          : channel,
      ),
    })),
  };
  const twos = drawSpacing(onTwos, segment, halvesSpacing(4, 'end'));
  expect(channelOf(twos.motion, 'drawer', 'position.x').keys.map((key) => [key.frame, key.value])).toEqual([
    [1, 0],
    [3, 120],
    [5, 160],
  ]);
  expect(twos.gaveWay.map((ref) => ref.frame)).toEqual([2]);
});

test('drawings on a bent way stay on it: their shares are those of its length', () => {
  const bent = drawer(
    [
      createKey(1, 0, { leave: 'linear' }),
      createKey(13, 300, { role: 'breakdown', leave: 'linear' }),
      createKey(25, 300),
    ],
    [
      createKey(1, 0, { leave: 'linear' }),
      createKey(13, 0, { role: 'breakdown', leave: 'linear' }),
      createKey(25, 100),
    ],
  );
  const way = wayOf(bent.subjects[0]!, POSITION, 1, 25);
  expect(way.length).toBeCloseTo(400, 6);
  expect(way.at(0.5)).toEqual([200, 0].map((value) => expect.closeTo(value, 6) as number));
  expect(way.at(0.875)).toEqual([300, 50].map((value) => expect.closeTo(value, 6) as number));
  const progress = trackProgress(
    drawSpacing(
      bent,
      SEGMENT,
      Array.from({ length: 25 }, (_, n) => n / 24),
    ).motion.subjects[0]!,
    POSITION,
    1,
    25,
  );
  expect(progress[12]).toBeCloseTo(0.5, 2);
});

test('a spacing that one curve cannot meet is met by breakdowns, within half a percent and without going back', () => {
  const marks = halvesSpacing(24, 'both', 1 / 600);
  const { motion, refused } = shapeBySpacing(straight(), SEGMENT, marks);
  expect(refused).toBeUndefined();
  const { keys } = channelOf(motion, 'drawer', 'position.x');
  expect(keys.slice(1, -1).map((key) => key.role)).toEqual(keys.slice(1, -1).map(() => 'breakdown'));
  expect(keys.length).toBeGreaterThan(2);
  marks.forEach((mark, k) => expect(Math.abs(xAt(motion, 1 + k) / 600 - mark)).toBeLessThan(0.0051));
  for (let k = 0; k < 240; k++)
    expect(xAt(motion, 1 + (k + 1) / 10)).toBeGreaterThanOrEqual(xAt(motion, 1 + k / 10) - 0.1);
  const swung = channelOf(shapeBySpacing(straight(), SEGMENT, swingSpacing(24)).motion, 'drawer', 'position.x');
  expect(swung.keys).toHaveLength(2);
});

test('the sentence says what the eye sees', () => {
  expect(sentence(straight())).toBe('Even: the same way on every frame (600 px/s), no slow start and no slow finish.');
  expect(sentence(shapeSegment(straight(), SEGMENT, { x1: 0.5, y1: 0, x2: 0.9, y2: 0.85 }).motion)).toMatch(
    /^Starts slow, fastest at frame [\d.]+ \(\d+ px\/s\), arrives/,
  );
  expect(sentence(shapeSegment(straight(), SEGMENT, { x1: 1 / 3, y1: 0, x2: 2 / 3, y2: 1 }).motion)).toBe(
    'Starts slow, fastest at frame 13 (900 px/s), finishes slow.',
  );
  expect(sentence(shapeSegment(straight(), SEGMENT, { x1: 0.3, y1: -0.4, x2: 0.7, y2: 1.4 }).motion)).toMatch(
    /^Goes back first, .*goes \d+ % past and comes back\.$/,
  );
});

test('how far it goes past is told; it is fastest where its derivative is, between frames and at a key', () => {
  const look = readSpacing({
    marks: [0, 0.1, 0.6, 1.1, 1].map((progress, i) => ({ frame: 1 + i, role: 'inbetween', progress })),
  });
  expect(look).toMatchObject({ isEven: false, anticipation: 0 });
  expect(look.overshoot).toBeCloseTo(0.1, 9);
  const fastest = (leave: Leave) => {
    const { motion } = setLeave(straight(), [{ subjectId: 'drawer', channelId: 'position.x', frame: 1 }], leave);
    return fastestOf(motion.subjects[0]!, TRACKS[0]!, 1, 25, FILM);
  };
  // 600 px in one second; by its derivative a sine of both ends is π/2 times as fast half-way, a cubic one 3 times.
  expect(fastest('sine-in-out').frame).toBe(13);
  expect(fastest('sine-in-out').speed).toBeCloseTo(600 * (Math.PI / 2), 6);
  expect(fastest('cubic-in-out').speed).toBeCloseTo(1800, 6);
  expect(fastest('quad-out')).toMatchObject({ frame: 1 });
  expect(fastest('quad-out').speed).toBeCloseTo(1200, 6);
});

test('a speed set at a key is the speed it leaves with; at its other end the segment is as it was', () => {
  const ref = { subjectId: 'drawer', channelId: 'position.x', frame: 1 } as const;
  const { motion } = setSpeed(straight(), ref, 'out', { speedPerSecond: 0, reachPercent: 50 }, 'broken');
  const channel = channelOf(motion, 'drawer', 'position.x');
  expect(channelSpeed(channel, 1, FILM).right).toBeCloseTo(0, 6);
  expect(channelSpeed(channel, 25, FILM).left).toBeCloseTo(600, 6);
  expect(channel.keys[0]!.out).toEqual({ frames: 12, value: 0 });
  expect(setSpeed(straight(), ref, 'in', { speedPerSecond: 5, reachPercent: 30 }).motion).toEqual(straight());
});
