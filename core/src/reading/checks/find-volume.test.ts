import { expect, test } from 'vitest';
import { found, sceneOf, soft, subjectWith } from '../../../testing/worked-scenes.ts';

const dough = (narrow: number) =>
  sceneOf([
    subjectWith('dough', {
      'scale.y': soft([1, 1], [13, 0.5], [25, 1]),
      'scale.x': soft([1, 1], [13, narrow], [25, 1]),
    }),
  ]);
/** Twice as wide when half as high: between its keys the product is never far from 1. */
const kept = (frame: number, other: number): [number, number] => [frame, 1 / other];
const keeps = sceneOf([
  subjectWith('dough', {
    'scale.y': soft([1, 1], [13, 0.8], [25, 1]),
    'scale.x': soft([1, 1], kept(13, 0.8), [25, 1]),
  }),
]);

test('half as high and no wider is half the volume, at the frame of the squash', () => {
  const flat = sceneOf([
    subjectWith('dough', { 'scale.y': soft([1, 1], [13, 0.8], [25, 1]), 'scale.x': soft([1, 1], [13, 1], [25, 1]) }),
  ]);
  const [volume, ...others] = found(keeps, flat, ['volume-off', 'pose-off']);
  expect(others).toEqual([]);
  expect(volume).toMatchObject({ kind: 'volume-off', firstFrame: 13, expected: 1 });
  expect(volume!.measured).toBeCloseTo(0.8, 6);
  expect(volume!.sentence).toContain('loses 20 % of its volume');
});

test('a take that keeps it has no finding; nor has one of a target that does not keep it itself', () => {
  expect(found(keeps, keeps, ['volume-off'])).toEqual([]);
  expect(found(dough(1), dough(1.4), ['volume-off'])).toEqual([]);
});
