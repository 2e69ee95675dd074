import { expect, test } from 'vitest';
import { sceneOf, soft, straight, subjectWith } from '../../testing/worked-scenes.ts';
import { type MotionDocument, readTake } from '../index.ts';

const tolerances = { keyFrames: 1, spacingPercent: 5 };
const drawer = (...keys: [frame: number, value: number][]): MotionDocument =>
  sceneOf([subjectWith('drawer', { 'position.x': soft(...keys) })], 48);
const MODEL = drawer([1, 0], [13, 600], [25, 200], [37, 400]);

const told = (take: MotionDocument, model = MODEL) =>
  readTake({ motion: model, tolerances }, take).findings.map(({ kind, firstFrame, mends }) => ({
    kind,
    firstFrame,
    mends,
  }));

test.each([
  ['one key late', drawer([1, 0], [16, 600], [25, 200], [37, 400]), 'key-late'],
  ['everything late', drawer([4, 0], [16, 600], [28, 200], [40, 400]), 'key-late'],
  ['another pace', drawer([1, 0], [10, 600], [19, 200], [28, 400]), 'tempo-differs'],
  ['one pose short', drawer([1, 0], [13, 500], [25, 200], [37, 400]), 'pose-off'],
  ['half as large', drawer([1, 0], [13, 300], [25, 100], [37, 200]), 'pose-off'],
  ['a key left out', drawer([1, 0], [13, 600], [37, 400]), 'key-missing'],
  ['the last key left out', drawer([1, 0], [13, 600], [25, 200]), 'key-missing'],
  ['the first key left out', drawer([13, 600], [25, 200], [37, 400]), 'key-missing'],
  [
    'no ease',
    sceneOf([subjectWith('drawer', { 'position.x': straight([1, 0], [13, 600], [25, 200], [37, 400]) })], 48),
    'start-not-slow',
  ],
] as const)('of one fault, put right, nothing is left: %s', (_, take, kind) => {
  const of = told(take);
  expect(of[0]!.kind).toBe(kind);
  expect(of.reduce((sum, { mends }) => sum + mends!, 0)).toBeGreaterThan(0.9);
});

test('what mends more comes first, whatever kind it is', () => {
  const shortAndLate = told(drawer([1, 0], [13, 250], [25, 200], [39, 400]));
  expect(shortAndLate.map(({ kind }) => kind)).toEqual(['pose-off', 'key-late']);
  expect(shortAndLate[0]!.mends).toBeGreaterThan(0.8);
  const lateAndShort = told(drawer([1, 0], [17, 600], [25, 200], [37, 360]));
  expect(lateAndShort.map(({ kind }) => kind)).toEqual(['key-late', 'pose-off']);
  expect(lateAndShort[1]!.mends).toBeLessThan(0.2);
});

test('what is no movement has no share, and two subjects share what is off', () => {
  const two = (late: number, later: number): MotionDocument =>
    sceneOf(
      [
        subjectWith('lid', { 'position.x': soft([1, 0], [13 + late, 600]) }),
        subjectWith('pot', { 'position.x': soft([1, 0], [13 + later, 600]) }),
      ],
      48,
    );
  const [first, second] = told(two(2, 6), two(0, 0));
  expect(first!.mends! + second!.mends!).toBeGreaterThan(0.95);
  expect(first!.mends).toBeGreaterThan(3 * second!.mends!);
  const onTwos = sceneOf([subjectWith('drawer', { 'position.x': soft([1, 0], [25, 600]) }, { exposure: 2 })], 48);
  const settings = told(onTwos, drawer([1, 0], [25, 600])).find(({ kind }) => kind === 'exposure-differs');
  expect(settings!.mends).toBeUndefined();
});
