import fc from 'fast-check';
import { expect, test } from 'vitest';
import { sceneOf, soft, straight, subjectWith } from '../../testing/worked-scenes.ts';
import { createKey, type Key, type Leave, type MotionDocument, TRACKS } from '../motion/index.ts';
import { describeMove, timingCharts } from './index.ts';

const POSITION = TRACKS[0]!;
const moving = (x: Key[], y: Key[] = []): MotionDocument =>
  sceneOf([subjectWith('rack', { 'position.x': x, 'position.y': y })], 33);
const chartsOf = (motion: MotionDocument) => timingCharts(motion, motion.subjects[0]!, POSITION);
const endsOf = (motion: MotionDocument) => chartsOf(motion).map(({ firstFrame, lastFrame }) => [firstFrame, lastFrame]);
const saidAt = (motion: MotionDocument, frame: number) => describeMove(motion, motion.subjects[0]!, POSITION, frame);

test('a breakdown on which the motion turns back ends a chart and begins one, marked as a turn', () => {
  const motion = moving([
    ...soft([1, 0], [13, 600]),
    createKey(21, 480, { role: 'breakdown', link: 'flat' }),
    ...soft([29, 540]),
  ]);
  expect(endsOf(motion)).toEqual([
    [1, 13],
    [13, 21],
    [21, 29],
  ]);
  const marks = chartsOf(motion).flatMap((chart) => chart.marks);
  expect(marks.filter(({ isTurn }) => isTurn).map(({ frame, role }) => [frame, role])).toEqual([
    [21, 'extreme'],
    [21, 'extreme'],
  ]);
});

test('handles that overshoot turn back without a key', () => {
  const motion = moving([
    createKey(1, 0, { link: 'broken', out: { frames: 8, value: 0 } }),
    createKey(25, 600, { link: 'broken', in: { frames: -10, value: 260 } }),
  ]);
  const [there, back] = endsOf(motion);
  expect(there![1]).toBe(back![0]);
  expect([there![0], back![1]]).toEqual([1, 25]);
  expect(saidAt(motion, 5)!.sentence).toMatch(/goes \d+ % past and comes back/);
});

test('a path turns where it goes back by more than a right angle through rest, not at a corner at speed', () => {
  const back = moving(
    [createKey(1, 0, { link: 'flat' }), createKey(13, 400, { role: 'breakdown', link: 'flat' }), createKey(25, 40)],
    [createKey(1, 0, { link: 'flat' }), createKey(13, 300, { role: 'breakdown', link: 'flat' }), createKey(25, 0)],
  );
  expect(endsOf(back)).toEqual([
    [1, 13],
    [13, 25],
  ]);
  const square = moving(
    [
      createKey(1, 0, { leave: 'linear' }),
      createKey(13, 400, { role: 'breakdown', leave: 'linear' }),
      createKey(25, 400),
    ],
    [
      createKey(1, 0, { leave: 'linear' }),
      createKey(13, 0, { role: 'breakdown', leave: 'linear' }),
      createKey(25, 300),
    ],
  );
  expect(endsOf(square)).toEqual([[1, 25]]);
});

const leaves = fc.constantFrom<Leave[]>(
  'curve',
  'linear',
  'step',
  'back-in-out',
  'elastic-out',
  'bounce-in',
  'quad-in',
);
const handle = (way: 1 | -1) =>
  fc.record({
    frames: fc.integer({ min: 0, max: 12 }).map((frames) => way * frames),
    value: fc.integer({ min: -400, max: 400 }),
  });
const anyKeys = fc
  .uniqueArray(
    fc.record({
      frame: fc.integer({ min: 1, max: 48 }),
      value: fc.integer({ min: -500, max: 500 }),
      leave: leaves,
      role: fc.constantFrom(...(['extreme', 'breakdown', 'inbetween'] as const)),
      link: fc.constantFrom(...(['auto', 'flat', 'broken'] as const)),
      in: handle(-1),
      out: handle(1),
    }),
    { minLength: 2, maxLength: 7, selector: (key) => key.frame },
  )
  .map((keys) =>
    keys.toSorted((a, b) => a.frame - b.frame).map(({ frame, value, ...how }) => createKey(frame, value, how)),
  );

test('no drawing lies outside its chart, however keys leave and whatever their handles and roles', () => {
  fc.assert(
    fc.property(anyKeys, (keys) => {
      const motion = sceneOf([subjectWith('rack', { rotation: keys })], 48);
      const track = TRACKS.find(({ id }) => id === 'rotation')!;
      for (const { marks } of timingCharts(motion, motion.subjects[0]!, track))
        for (const { progress } of marks) {
          expect(progress).toBeGreaterThan(-1e-6);
          expect(progress).toBeLessThan(1 + 1e-6);
        }
    }),
    { numRuns: 400 },
  );
});

test.each([
  ['a hold', straight([1, 0], [13, 0], [25, 600]), 5, [1, 13], 'Holds at (0, 0) px.'],
  [
    'a held key',
    [createKey(1, 0, { leave: 'step' }), createKey(13, 600)],
    5,
    [1, 13],
    'Held, then jumps to (600, 0) px on frame 13.',
  ],
  ['equal flat keys', soft([1, 80], [13, 80]), 5, [1, 13], 'Holds at (80, 0) px.'],
  [
    'out and back',
    [createKey(1, 0, { link: 'flat' }), createKey(13, 300, { role: 'breakdown', link: 'flat' }), createKey(25, 0)],
    5,
    [1, 25],
    'Goes out to (300, 0) px on frame 13 and comes back to where it began.',
  ],
] as const)('the sentence is true of %s', (_, keys, frame, [firstFrame, lastFrame], sentence) => {
  expect(saidAt(moving([...keys]), frame)).toEqual({ firstFrame, lastFrame, sentence });
});

test('a spring is past its end more than once; the sentence is of the segment at the playhead', () => {
  const spring = moving([
    createKey(1, 0, { leave: 'elastic-out' }),
    createKey(25, 600, { leave: 'linear' }),
    createKey(33, 0),
  ]);
  expect(saidAt(spring, 3)!.sentence).toMatch(/goes \d+ % past, (twice|\d times), and comes back/);
  expect(saidAt(spring, 25)).toMatchObject({ firstFrame: 25, lastFrame: 33 });
  expect(saidAt(moving([createKey(9, 0)]), 9)).toBeNull();
});
