import { describe, expect, test } from 'vitest';
import { casesOf, judge } from '../../testing/judge-readings.ts';
import { KEYINGS } from '../../testing/keyings.ts';
import { PACE_FAULTS } from '../../testing/pace-faults.ts';
import { sceneOf, soft, subjectWith } from '../../testing/worked-scenes.ts';
import { bakeKeys, leastEdits, type MotionDocument, type Reading, readTake } from '../index.ts';

const FRAMES = [4, 12, 20, 28, 36, 44];
const scene = (cart: (frame: number) => number, lid = cart): MotionDocument => {
  const keys = (frameOf: (frame: number) => number, size: number) =>
    soft(...FRAMES.map((frame, i): [number, number] => [frameOf(frame), i % 2 === 0 ? 20 * i : size]));
  return sceneOf(
    [subjectWith('cart', { 'position.x': keys(cart, 400) }), subjectWith('lid', { rotation: keys(lid, 150) })],
    70,
  );
};
const onTime = (frame: number): number => frame;
const target = { motion: scene(onTime), tolerances: { keyFrames: 1, spacingPercent: 5 } };
const read = (take: MotionDocument): Reading => readTake(target, take);
const sentences = (take: MotionDocument): string[] => read(take).findings.map(({ sentence }) => sentence);

const from = (frame: number): number => frame + 0.5 * Math.max(0, frame - 20);
const upTo = (frame: number): number => frame + 0.25 * Math.min(24, frame - 4);
const caughtUp = (frame: number): number => frame + 0.25 * Math.min(24, frame - 4) - 0.375 * Math.max(0, frame - 28);

describe.each([
  [
    'from a frame on',
    scene(from),
    'From frame 20 on, it runs at 67 % of the speed: 36 frames where the target takes 24.',
    'Stretch the keys from 20 to 56 to 67 % of their time, on whole frames.',
  ],
  [
    'up to a frame, what comes after being late by that',
    scene(upTo),
    'Up to frame 28, it runs at 80 % of the speed: 30 frames where the target takes 24; ' +
      'what comes after it is 6 frames late.',
    'Stretch the keys from 4 to 34 to 80 % of their time, on whole frames; what comes after them goes along.',
  ],
  [
    'of one subject',
    scene(upTo, onTime),
    'Up to frame 28, the cart runs at 80 % of the speed: 30 frames where the target takes 24; ' +
      'what comes after it is 6 frames late.',
    'Stretch the keys of the cart from 4 to 34 to 80 % of their time, on whole frames; ' +
      'what comes after them goes along.',
  ],
])('at another pace %s', (_, take, sentence, edit) => {
  test('it is said once, and mends all', () => {
    const { findings } = read(take);
    expect(findings.map((finding) => finding.sentence)).toEqual([sentence]);
    expect(findings[0]!.kind).toBe('tempo-differs');
    expect(findings[0]!.mends).toBeGreaterThan(0.99);
  });

  test('one edit puts it right', () => {
    expect(leastEdits(target, take)).toMatchObject({ edits: [{ sentence: edit, left: 0, grade: 100 }], left: [] });
  });

  test('a recording shows it as well', () => {
    const baked = ['cart', 'lid'].reduce(
      (motion, subjectId) =>
        bakeKeys(motion, { subjectId, channelId: subjectId === 'cart' ? 'position.x' : 'rotation' }).motion,
      take,
    );
    expect(sentences(baked)).toEqual([sentence]);
  });
});

test('slow, then fast until it is on time again: each part is said, and one edit for each puts them right', () => {
  const take = scene(caughtUp);
  expect(sentences(take)).toEqual([
    'Up to frame 28, it runs at 80 % of the speed: 30 frames where the target takes 24.',
    'From frame 28 on, it runs at 160 % of the speed: 10 frames where the target takes 16.',
  ]);
  expect(leastEdits(target, take)).toMatchObject({ edits: [{}, { left: 0, grade: 100 }], left: [] });
});

test('two keys that are late by chance as another pace would have them are two late keys', () => {
  const late = (frame: number): number => frame + (frame === 36 ? 3 : frame === 44 ? 6 : 0);
  expect(sentences(scene(late, onTime))).toEqual([
    'The cart reaches the extreme 3 frames late: frame 39 instead of 36.',
    'The cart arrives 6 frames late: frame 50 instead of 44.',
  ]);
});

/** What these readings have reached, a little less. */
const REACHED: Record<string, [precision: number, recall: number, first: number]> = {
  'as keyed': [0.99, 0.99, 0.99],
  'split segments': [0.99, 0.99, 0.99],
  baked: [0.7, 0.95, 0.95],
};

test.for(Object.entries(REACHED))('parts of all models at another pace, keyed %s', ([keying, least]) => {
  const cases = casesOf(keying, { from: 0, times: 1 }, KEYINGS[keying]!, PACE_FAULTS);
  expect(cases.length).toBeGreaterThan(25);
  const { precision, recall, first, examples } = judge(cases);
  [precision, recall, first].forEach((share, i) =>
    expect(share, examples.join('\n')).toBeGreaterThanOrEqual(least[i]!),
  );
});
