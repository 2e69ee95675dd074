import { expect, test } from 'vitest';
import { createDice } from '../../testing/dice.ts';
import { ROUGH_KEYINGS } from '../../testing/keyings.ts';
import { sceneOf, soft, subjectWith } from '../../testing/worked-scenes.ts';
import { type MotionDocument, readTake } from '../index.ts';

/** Taps on a pot, so quick that every other frame loses much of each; the first one as high as is said. */
const taps = (first: number): MotionDocument => {
  const poses: [number, number][] = [
    [4, 400],
    [9, first],
    [14, 400],
    [19, 288],
    [24, 400],
    [29, 240],
    [34, 400],
    [39, 248],
  ];
  return sceneOf([subjectWith('spoon', { 'position.y': soft(...poses) })], 45);
};
const said = (take: MotionDocument): string[] => {
  const seldom = ROUGH_KEYINGS['keyed on every other frame']!(take, createDice(3));
  const target = { motion: taps(336), tolerances: { keyFrames: 1, spacingPercent: 4 } };
  return readTake(target, seldom).findings.map(({ sentence }) => sentence);
};

test('what a recording loses of a corner excuses what falls short of it, and nothing that goes beyond', () => {
  expect(said(taps(336))).toEqual([]);
  expect(said(taps(302))).toEqual([expect.stringMatching(/^The spoon is \d+(\.\d)? px away .* at frame 9\.$/)]);
});
