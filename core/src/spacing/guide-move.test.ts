import fc from 'fast-check';
import { expect, test } from 'vitest';
import {
  type Channel,
  createChannel,
  createKey,
  createMotion,
  createSubject,
  ellipsePath,
  findSubject,
  guideSubject,
  type Key,
  type Leave,
  type MotionDocument,
  parseMotion,
  poseOf,
  setGuide,
  setWobble,
  trackAlike,
  TRACKS,
} from '../motion/index.ts';
import { moveOffGuide, moveOntoGuide } from './guide-move.ts';

const LOOK = { shape: 'disc', widthPx: 40, heightPx: 40, fill: '#2456a6' } as const;

function pancake(x: Key[], y: Key[]): MotionDocument {
  const subject = createSubject('pancake', 'Pancake', LOOK, { x: 100, y: 300 });
  const channels = subject.channels.map((channel): Channel =>
    channel.id === 'position.x'
      ? createChannel('position.x', 100, x)
      : channel.id === 'position.y'
        ? createChannel('position.y', 300, y)
        : channel,
  );
  return { ...createMotion([{ ...subject, channels }]), range: { first: 1, last: 49 } };
}

/** How far the subject is moved at worst on any frame of the range. */
function farthest(a: MotionDocument, b: MotionDocument): number {
  let worst = 0;
  for (let frame = a.range.first; frame <= a.range.last; frame++) {
    const [p, q] = [a, b].map((motion) => poseOf(motion, findSubject(motion, 'pancake')!, frame)) as [
      ReturnType<typeof poseOf>,
      ReturnType<typeof poseOf>,
    ];
    worst = Math.max(worst, Math.hypot(p.e - q.e, p.f - q.f));
  }
  return worst;
}

const keysOfAxis = fc
  .uniqueArray(
    fc.record({
      frame: fc.integer({ min: 1, max: 49 }),
      value: fc.integer({ min: -400, max: 400 }),
      leave: fc.constantFrom<Leave[]>('curve', 'curve', 'linear', 'step', 'quad-in', 'back-out'),
      link: fc.constantFrom<Key['link'][]>('auto', 'flat', 'broken'),
      reach: fc.integer({ min: 0, max: 20 }),
    }),
    { selector: (key) => key.frame, minLength: 2, maxLength: 6 },
  )
  .map((keys) =>
    keys
      .sort((a, b) => a.frame - b.frame)
      .map(({ frame, value, leave, link, reach }) =>
        createKey(frame, value, { leave, link, out: { frames: reach, value: 30 }, in: { frames: -reach, value: 20 } }),
      ),
  );

test('a keyed move put on a path of its own, and taken off again, moves no frame by 0.01 px', () => {
  fc.assert(
    fc.property(keysOfAxis, keysOfAxis, (x, y) => {
      const motion = pancake(x, y);
      const guided = moveOntoGuide(motion, 'pancake', 'way');
      if (guided.refused) return;
      expect(parseMotion(guided.motion).ok).toBe(true);
      expect(farthest(motion, guided.motion)).toBeLessThan(0.01);
      const back = moveOffGuide(guided.motion, 'pancake');
      expect(farthest(motion, back.motion)).toBeLessThan(0.02);
      expect(back.motion.guides).toEqual([]);
      expect(findSubject(back.motion, 'pancake')!.guide).toBeNull();
    }),
    { numRuns: 30 },
  );
}, 30_000);

test('an arc of three keys keeps its three keys: the shape is the path, the timing the travel', () => {
  const motion = pancake(
    [createKey(1, 100), createKey(25, 300), createKey(49, 500)],
    [createKey(1, 300), createKey(25, 80, { role: 'breakdown' }), createKey(49, 300)],
  );
  const guided = moveOntoGuide(motion, 'pancake', 'way').motion;
  const [plain, position] = [findSubject(motion, 'pancake')!, TRACKS.find(({ id }) => id === 'position')!];
  const alike = trackAlike(findSubject(guided, 'pancake')!, position);
  expect([alike.id, trackAlike(plain, alike).id, trackAlike(plain, position).id]).toEqual([
    'travel',
    'position',
    'position',
  ]);
  const travel = findSubject(guided, 'pancake')!.channels.find((channel) => channel.id === 'travel')!;
  expect(travel.keys.filter((key) => key.role !== 'inbetween').map((key) => [key.frame, key.role])).toEqual([
    [1, 'extreme'],
    [25, 'breakdown'],
    [49, 'extreme'],
  ]);
  expect(guided.guides[0]!.points).toHaveLength(3);
  expect(travel.keys.at(-1)!.value).toBe(1);
});

test('a straight move keeps its ease by name of keys: two keys on either side', () => {
  const straight = pancake(
    [createKey(1, 100, { leave: 'linear' }), createKey(25, 500)],
    [createKey(1, 300, { leave: 'linear' }), createKey(25, 300)],
  );
  const guided = moveOntoGuide(straight, 'pancake', 'way').motion;
  expect(findSubject(guided, 'pancake')!.channels.find((channel) => channel.id === 'travel')!.keys).toHaveLength(2);
  const back = moveOffGuide(guided, 'pancake').motion;
  expect(
    findSubject(back, 'pancake')!
      .channels.find((channel) => channel.id === 'position.x')!
      .keys.map((key) => [key.frame, Math.round(key.value)]),
  ).toEqual([
    [1, 100],
    [25, 500],
  ]);
});

test('taken off a path it was turned along, a subject keeps its turn', () => {
  const onCircle = guideSubject(
    setGuide(pancake([], []), ellipsePath('ring', 'Ring', { x: 300, y: 300 }, 200, 120)).motion,
    'pancake',
    { pathId: 'ring', orient: true, angle: 10, lean: 0 },
  ).motion;
  const off = moveOffGuide(onCircle, 'pancake').motion;
  expect(farthest(onCircle, off)).toBeLessThan(0.01);
  for (const frame of [1, 13, 30, 49]) {
    const [a, b] = [onCircle, off].map((motion) => poseOf(motion, findSubject(motion, 'pancake')!, frame)) as [
      ReturnType<typeof poseOf>,
      ReturnType<typeof poseOf>,
    ];
    expect(b.a).toBeCloseTo(a.a, 6);
    expect(b.b).toBeCloseTo(a.b, 6);
  }
});

test('what wobbles, and what does not move, is treated as what it is', () => {
  const still = pancake([], []);
  expect(moveOntoGuide(still, 'pancake', 'way').refused).toContain('does not move');
  expect(moveOffGuide(still, 'pancake').refused).toContain('no guide path');
  const wobbly = setWobble(
    pancake([createKey(1, 0), createKey(25, 300)], []),
    { subjectId: 'pancake', channelId: 'position.x' },
    {
      seed: 7,
      amplitude: 12,
      periodFrames: 6,
      roughness: 0.5,
      firstFrame: 1,
      lastFrame: 49,
      fadeInFrames: 0,
      fadeOutFrames: 0,
    },
  ).motion;
  expect(farthest(wobbly, moveOntoGuide(wobbly, 'pancake', 'way').motion)).toBeLessThan(0.01);
});
