import { expect, test } from 'vitest';
import { createDice } from '../../testing/dice.ts';
import { KEYINGS } from '../../testing/keyings.ts';
import { sceneOf, straight, subjectWith } from '../../testing/worked-scenes.ts';
import { createKey, ellipsePath, type GuidePath, type Key, type MotionDocument, readTake } from '../index.ts';

const RIM = ellipsePath('rim', 'Rim', { x: 400, y: 280 }, 100, 100);
/** What goes along a path. */
const along = (path: GuidePath, travel: Key[]): MotionDocument => ({
  ...sceneOf([subjectWith('pea', { travel }, { guide: { pathId: path.id, orient: false, angle: 0, lean: 0 } })], 24),
  guides: [path],
});
/** Once round is about 200 π = 628 px. */
const round = (...keys: [frame: number, value: number][]): MotionDocument => along(RIM, straight(...keys));
const MODEL = round([1, 0], [25, 1]);
const TOLERANCES = { keyFrames: 1, spacingPercent: 4 };
const read = (take: MotionDocument, motion = MODEL) => readTake({ motion, tolerances: TOLERANCES }, take);
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
  expect(told({ ...still, subjects: [{ ...pea!, channels }] })).toEqual([['held-not-moving', 104]]);
  const held = along(RIM, [createKey(1, 0, { leave: 'step' }), createKey(25, 1)]);
  expect(read(held).findings.map(({ sentence }) => sentence)).toEqual([
    'The pea stands still from 1 to 25; the target moves all the way.',
  ]);
});

test('late at its first key and on time at its last it is late, and no further off', () => {
  expect(told(round([5, 0], [25, 1]))).toEqual([['key-late', 5]]);
});

/** Half round, from the right to the left: an open path of about 314 px. */
const HALF: GuidePath = {
  id: 'half',
  name: 'Half',
  closed: false,
  points: [
    { x: 500, y: 280, in: { x: 0, y: 0 }, out: { x: 0, y: 55.23 } },
    { x: 400, y: 380, in: { x: 55.23, y: 0 }, out: { x: -55.23, y: 0 } },
    { x: 300, y: 280, in: { x: 0, y: 55.23 }, out: { x: 0, y: 0 } },
  ],
};

test('what goes along the same open path is on its line, wherever and however it goes', () => {
  const half = (...keys: Key[]): MotionDocument => along(HALF, keys);
  const eased = (value: number, more: Partial<Key> = {}): MotionDocument =>
    half(createKey(2, 0, { leave: 'sine-in-out', ...more }), createKey(22, value));
  const said = (take: MotionDocument) => read(take, eased(1)).findings.map(({ sentence }) => sentence);
  expect(said(eased(0.8))).toEqual(["The pea is 62.8 px away from the target's pose at frame 22."]);
  expect(said(eased(1, { leave: 'step' }))[0]).toMatch(/^The pea stands still from 2 to 22, then a jump at the end/);
  expect(said(eased(1, { leave: 'expo-in-out' }))).toEqual([expect.stringMatching(/behind the target's spacing/)]);
  // Beyond its end it stays there.
  expect(
    said(half(createKey(2, 0, { leave: 'sine-in-out' }), createKey(22, 1), createKey(23, 1.4))),
  ).not.toContainEqual(expect.stringMatching(/pose/));
  const [model, ahead] = [0, 0.2].map((by) =>
    half(createKey(2, by, { leave: 'sine-in-out' }), createKey(22, 0.8 + by)),
  ) as [MotionDocument, MotionDocument];
  expect(read(ahead, model).findings.map(({ sentence }) => sentence)).toEqual([
    'The pea is 62.8 px further along its path than the target, throughout.',
  ]);
});
