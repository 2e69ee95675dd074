import { expect, test } from 'vitest';
import { createDice } from '../../testing/dice.ts';
import { ROUGH_KEYINGS } from '../../testing/keyings.ts';
import { sceneOf, soft, subjectWith } from '../../testing/worked-scenes.ts';
import { leastEdits, type MotionDocument, readTake } from '../index.ts';

const drawer = (...keys: [frame: number, value: number][]): MotionDocument =>
  sceneOf([subjectWith('drawer', { 'position.x': soft(...keys) })], 70);
const MODEL = drawer([5, 0], [20, 600], [38, 250], [55, 500]);
const target = { motion: MODEL, tolerances: { keyFrames: 1, spacingPercent: 4 } };
const thinned = (motion: MotionDocument): MotionDocument => ROUGH_KEYINGS['thinned']!(motion, createDice(1));

test('a motion keyed by quite other keys is the same motion', () => {
  const take = thinned(MODEL);
  expect(take.subjects[0]!.channels[0]!.keys.length).toBeGreaterThan(8);
  const { findings, proposedGrade, tracks } = readTake(target, take);
  expect(findings).toEqual([]);
  expect(proposedGrade).toBe(100);
  expect(tracks[0]!.pairs.map(({ takeFrame }) => takeFrame)).toEqual([5, 20, 38, 55]);
});

test('what is off in it is said as of any other take, and no keys are named to edit', () => {
  const late = thinned(drawer([5, 0], [24, 600], [38, 250], [55, 500]));
  expect(readTake(target, late).findings.map(({ sentence }) => sentence)).toEqual([
    'The drawer reaches the extreme 4 frames late: frame 24 instead of 20.',
  ]);
  expect(leastEdits(target, late)).toMatchObject({
    edits: [],
    why: expect.stringMatching(/other keys than the target/) as string,
  });
});

test('one key too many is one key too many', () => {
  const more = drawer([5, 0], [12, 100], [20, 600], [38, 250], [55, 500]);
  expect(readTake(target, more).findings.map(({ kind }) => kind)).toContain('key-extra');
});
