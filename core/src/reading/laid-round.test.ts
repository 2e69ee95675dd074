import { expect, test } from 'vitest';
import { createDice } from '../../testing/dice.ts';
import { KEYINGS } from '../../testing/keyings.ts';
import { sceneOf, straight, subjectWith } from '../../testing/worked-scenes.ts';
import { ellipsePath, type MotionDocument, readTake } from '../index.ts';

const RIM = ellipsePath('rim', 'Rim', { x: 400, y: 280 }, 100, 100);
/** Once round is about 200 π = 628 px. */
const round = (...keys: [frame: number, value: number][]): MotionDocument => ({
  ...sceneOf(
    [subjectWith('pea', { travel: straight(...keys) }, { guide: { pathId: 'rim', orient: false, angle: 0, lean: 0 } })],
    24,
  ),
  guides: [RIM],
});
const MODEL = round([1, 0], [25, 1]);
const read = (take: MotionDocument) =>
  readTake({ motion: MODEL, tolerances: { keyFrames: 1, spacingPercent: 4 } }, take);
const told = (take: MotionDocument) => read(take).findings.map(({ kind, measured }) => [kind, Math.round(measured)]);

test('round a closed path, as asked, whole rounds ahead or recorded, there is nothing to say', () => {
  for (const take of [MODEL, round([1, 2], [25, 3]), KEYINGS['baked']!(MODEL, createDice(1))]) {
    expect(told(take)).toEqual([]);
    expect(read(take).proposedGrade).toBe(100);
  }
});

test('three quarters round is a quarter short; the other way is twice round', () => {
  expect(told(round([1, 0], [25, 0.75]))).toEqual([['pose-off', 157]]);
  // On the last frame of the range, 23 frames of 24 along.
  expect(told(round([1, 0], [25, -1]))).toEqual([['pose-off', 1204]]);
  expect(read(round([1, 0], [25, -1])).findings[0]!.sentence).toBe('The pea goes the other way.');
});

test('a recording that stands has not come round', () => {
  const still = KEYINGS['baked']!(round([1, 0], [25, 1]), createDice(1));
  const [pea] = still.subjects;
  const channels = pea!.channels.map((channel) => ({
    ...channel,
    keys: channel.keys.map((key) => ({ ...key, value: 0 })),
  }));
  expect(told({ ...still, subjects: [{ ...pea!, channels }] })).toEqual([['pose-off', 602]]);
});

test('late at its first key and on time at its last it is late, and no further off', () => {
  expect(told(round([5, 0], [25, 1]))).toEqual([['key-late', 5]]);
});
