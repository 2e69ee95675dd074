import fc from 'fast-check';
import { expect, test } from 'vitest';
import { anyKeys } from '../../testing/any-keys.ts';
import { sceneOf, soft, subjectWith } from '../../testing/worked-scenes.ts';
import { createKey, type Key, type MotionDocument, TRACKS } from '../motion/index.ts';
import { describeMove, timingCharts } from './index.ts';

const POSITION = TRACKS[0]!;
const moving = (x: Key[], y: Key[] = []): MotionDocument =>
  sceneOf([subjectWith('rack', { 'position.x': x, 'position.y': y })], 33);
const chartsOf = (motion: MotionDocument) => timingCharts(motion, motion.subjects[0]!, POSITION);
const endsOf = (motion: MotionDocument) => chartsOf(motion).map(({ firstFrame, lastFrame }) => [firstFrame, lastFrame]);

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
  expect(describeMove(motion, motion.subjects[0]!, POSITION, 5)!.sentence).toMatch(/goes \d+ % past and comes back/);
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
