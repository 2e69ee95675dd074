import { expect, test } from 'vitest';
import {
  type Channel,
  channelOf,
  channelSpeed,
  createChannel,
  createKey,
  createMotion,
  createSubject,
  easeShapeOf,
  type Key,
  type MotionDocument,
  sampleChannel,
  setEase,
  setEaseAmount,
  setHandle,
  setPathSpeed,
  setSpeed,
} from '../motion/index.ts';
import { TRACKS } from '../motion/sampling/track.ts';
import {
  bendSegment,
  evenSpacing,
  fitCurve,
  type SegmentRef,
  shapeSegment,
  spaceDrawings,
  squeezed,
  timingCharts,
} from './index.ts';

const LOOK = { shape: 'glass', widthPx: 40, heightPx: 60, fill: '#2456a6' } as const;
const REF = { subjectId: 'glass', channelId: 'position.x', frame: 1 } as const;
const SEGMENT: SegmentRef = { subjectId: 'glass', trackId: 'position', firstFrame: 1, lastFrame: 25 };

function glass(x: Key[], y: Key[] = []): MotionDocument {
  const subject = createSubject('glass', 'Tea glass', LOOK, { x: 0, y: 300 });
  const channels = subject.channels.map((channel): Channel =>
    channel.id === 'position.x'
      ? createChannel('position.x', 0, x)
      : channel.id === 'position.y'
        ? createChannel('position.y', 300, y)
        : channel,
  );
  return createMotion([{ ...subject, channels }]);
}

const slide = glass([createKey(1, 0), createKey(25, 600)]);
const xOf = (motion: MotionDocument): Channel => channelOf(motion, 'glass', 'position.x');

/** Two documents are the same where every number of their keys is, to a millionth, and every word. */
function expectSame(a: MotionDocument, b: MotionDocument): void {
  const [one, two] = [xOf(a).keys, xOf(b).keys];
  expect(two.map((key) => [key.frame, key.leave])).toEqual(one.map((key) => [key.frame, key.leave]));
  one.forEach((key, i) => {
    const other = two[i]!;
    const ends = [
      key.value - other.value,
      ...(i + 1 < one.length ? [key.out.frames - other.out.frames, key.out.value - other.out.value] : []),
      ...(i > 0 ? [key.in.frames - other.in.frames, key.in.value - other.in.value] : []),
    ];
    for (const off of ends) expect(Math.abs(off)).toBeLessThan(1e-6);
  });
}

test('a foot dragged on the loom, its handles on the curve and its speeds at the keys leave the same', () => {
  const loom = bendSegment(slide, SEGMENT, 13, 0.7).motion;
  const [from, to] = xOf(loom).keys as [Key, Key];
  const curve = setHandle(
    setHandle(slide, REF, 'out', from.out, 'broken').motion,
    { ...REF, frame: 25 },
    'in',
    to.in,
    'broken',
  ).motion;
  expectSame(loom, curve);
  const speeds = [channelSpeed(xOf(loom), 1, loom.rate).right, channelSpeed(xOf(loom), 25, loom.rate).left] as const;
  const speed = setSpeed(
    setSpeed(slide, REF, 'out', { speedPerSecond: speeds[0], reachPercent: 100 / 3 }, 'broken').motion,
    { ...REF, frame: 25 },
    'in',
    { speedPerSecond: speeds[1], reachPercent: 100 / 3 },
    'broken',
  ).motion;
  expectSame(loom, speed);
  expectSame(loom, setEase(slide, [REF], easeShapeOf(xOf(loom).keys, 0)).motion);
});

test('an even spacing from the loom, no ease by amount, and the mean speed at both keys are one document', () => {
  const loom = shapeSegment(slide, SEGMENT, fitCurve(evenSpacing(24))).motion;
  const amount = setEaseAmount(slide, [REF], { start: 0, finish: 0 }).motion;
  const numbers = { speedPerSecond: 600, reachPercent: 100 / 3 };
  const speed = setSpeed(
    setSpeed(slide, REF, 'out', numbers, 'broken').motion,
    { ...REF, frame: 25 },
    'in',
    numbers,
    'broken',
  ).motion;
  expectSame(loom, amount);
  expectSame(amount, speed);
});

test('drawings are squeezed toward an end: exactly by breakdowns, best in least squares by one curve', () => {
  const track = TRACKS.find(({ id }) => id === 'position')!;
  const progressOf = (motion: MotionDocument, frame: number): number =>
    timingCharts(motion, motion.subjects[0]!, track)[0]!.marks.find((mark) => mark.frame === frame)!.progress;
  const chosen = [7, 13, 19].map((frame) => ({ frame, progress: progressOf(slide, frame) }));
  const places = squeezed(chosen, 'end', 0.5);
  expect(places.map(({ progress }) => progress)).toEqual(
    chosen.map(({ progress }) => expect.closeTo(1 - (1 - progress) / 2, 12) as number),
  );
  const drawn = spaceDrawings(slide, SEGMENT, places, 'breakdown').motion;
  for (const { frame, progress } of places) expect(progressOf(drawn, frame)).toBeCloseTo(progress, 9);
  const curved = spaceDrawings(slide, SEGMENT, squeezed(chosen, 'start', 0.9), 'curve').motion;
  expect(xOf(curved).keys).toHaveLength(2);
  for (const { frame, progress } of chosen) expect(progressOf(curved, frame)).toBeLessThan(progress);
  expect(squeezed(squeezed(chosen, 'start', 0.8), 'start', 1 / 0.8).map(({ progress }) => progress)).toEqual(
    chosen.map(({ progress }) => expect.closeTo(progress, 12) as number),
  );
});

test('a speed along the way keeps its direction, and from a standstill takes that of the next key', () => {
  const arc = glass([createKey(1, 0), createKey(25, 300)], [createKey(1, 300), createKey(25, 700)]);
  const speedAt = (motion: MotionDocument, frame: number, side: 'left' | 'right'): number[] =>
    (['position.x', 'position.y'] as const).map(
      (id) => channelSpeed(channelOf(motion, 'glass', id), frame, motion.rate)[side],
    );
  const leaving = setPathSpeed(arc, { subjectId: 'glass', trackId: 'position', frame: 1 }, 'out', 250).motion;
  expect(speedAt(leaving, 1, 'right')).toEqual([expect.closeTo(150, 9), expect.closeTo(200, 9)]);
  const faster = setPathSpeed(leaving, { subjectId: 'glass', trackId: 'position', frame: 1 }, 'out', 500).motion;
  expect(speedAt(faster, 1, 'right')).toEqual([expect.closeTo(300, 9), expect.closeTo(400, 9)]);
  expect(setPathSpeed(arc, { subjectId: 'glass', trackId: 'position', frame: 1 }, 'in', 100).motion).toBe(arc);
  expect(sampleChannel(channelOf(faster, 'glass', 'position.x'), 25)).toBe(300);
});
