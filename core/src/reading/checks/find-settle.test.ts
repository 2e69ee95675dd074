import { expect, test } from 'vitest';
import { found, sceneOf, soft, subjectWith } from '../../../testing/worked-scenes.ts';
import { readSettle } from './find-settle.ts';

const rack = (...keys: [number, number][]) => sceneOf([subjectWith('rack', { 'position.y': soft(...keys) })], 49);
const settles = rack([1, 0], [9, 240], [17, 180], [25, 212], [33, 200]);

test('a series settles by its swings about where it rests, each smaller than the one before', () => {
  const { swings, decay, from } = readSettle([0, 240, 180, 212, 200], 5);
  expect([swings, from]).toEqual([[40, 20, 12], 1]);
  expect(decay).toBeCloseTo(Math.sqrt(0.5 * 0.6), 9);
  expect(readSettle([0, 100, 200], 5)).toEqual({ swings: [], ends: [], from: 2, grown: null, decay: null });
});

test('a take that stops without its swings has them counted; one that has them as asked has no finding', () => {
  expect(found(settles, settles, ['settle-off'])).toEqual([]);
  const [dead] = found(settles, rack([1, 0], [9, 200]), ['settle-off']);
  expect(dead).toMatchObject({ measured: 0, expected: 3, unit: 'swings' });
  expect(dead!.sentence).toContain('without going past; the target in 3 swings');
});

test('a swing of the right count that goes too far is a pose, and so is what leads to swings that are as asked', () => {
  // Past its rest on both sides as before, but farther the second time: it has not come to rest without going past.
  const wild = rack([1, 0], [9, 240], [17, 120], [25, 212], [33, 200]);
  expect(found(settles, wild, ['settle-off', 'pose-off']).map(({ kind, firstFrame }) => [kind, firstFrame])).toEqual([
    ['pose-off', 17],
  ]);
  const sway = rack([1, 0], [9, 240], [17, -120], [25, 0]);
  const mirrored = rack([1, 0], [9, -240], [17, -120], [25, 0]);
  expect(found(sway, mirrored, ['settle-off', 'pose-off']).map(({ kind, firstFrame }) => [kind, firstFrame])).toEqual([
    ['pose-off', 9],
  ]);
});
