import { expect, test } from 'vitest';
import { seededRandom } from '../seeded.ts';
import { nextStep, restOf } from './staircase.ts';
import { type Answered, estimateThreshold, looksGuessed, nextSize, nextTrial, shareRight } from './threshold.ts';

/** Percent of ease: as fine as anyone asks. */
const PERCENT = Array.from({ length: 100 }, (_, i) => i + 1);
/** Whole frames: a rate shows nothing between. */
const FRAMES = Array.from({ length: 24 }, (_, i) => i + 1);

/** Someone with a threshold, answering by chance as their eye has it. */
function observed(threshold: number, trials: number, seed: number, next: (answers: Answered[]) => number): Answered[] {
  const random = seededRandom(seed);
  const answers: Answered[] = [];
  for (let i = 0; i < trials; i++) {
    const size = next(answers);
    answers.push({ size, right: random() < shareRight(size, threshold) });
  }
  return answers;
}

/** How far estimates of many observers are off, as shares; the middle one, and how many are within a fifth. */
function errors(levels: readonly number[], thresholds: readonly number[], way: 'asked' | 'stairs', seeds = 60) {
  const off = thresholds.flatMap((threshold) =>
    Array.from({ length: seeds }, (_, seed) => {
      const next = (answers: Answered[]) => (way === 'asked' ? nextSize(answers, levels) : nextStep(answers, levels));
      const answers = observed(threshold, 40, seed + 1, next);
      const found = way === 'asked' ? estimateThreshold(answers, levels).size : (restOf(answers, levels) ?? Infinity);
      return Math.abs(found / threshold - 1);
    }),
  );
  const sorted = off.toSorted((a, b) => a - b);
  return {
    middle: sorted[Math.floor(sorted.length / 2)]!,
    within: off.filter((share) => share <= 0.2).length / off.length,
  };
}

test('half are right by guessing, 3 in 4 at the threshold, nearly all far above it', () => {
  expect(shareRight(0, 2)).toBeCloseTo(0.5, 6);
  expect(shareRight(2, 2)).toBeCloseTo(0.745, 3);
  expect(shareRight(20, 2)).toBeCloseTo(0.99, 6);
});

test('a known observer is found within a fifth in 40 trials, of percent and of whole frames', () => {
  const percent = errors(PERCENT, [6, 15, 40], 'asked');
  expect(percent.middle).toBeLessThan(0.12);
  expect(percent.within).toBeGreaterThan(0.75);
  const frames = errors(FRAMES, [2, 3.1, 6], 'asked');
  expect(frames.middle).toBeLessThan(0.15);
  expect(frames.within).toBeGreaterThan(0.65);
});

test('of the two ways the one that is taken is off by less', () => {
  const [asked, stairs] = [errors(PERCENT, [6, 15, 40], 'asked'), errors(PERCENT, [6, 15, 40], 'stairs')];
  expect(asked.middle).toBeLessThan(stairs.middle);
  expect(asked.within).toBeGreaterThan(stairs.within);
});

test('what it says it does not know holds: the threshold lies between its bounds 19 times in 20', () => {
  const held = Array.from({ length: 100 }, (_, seed) => {
    const answers = observed(12, 40, seed + 500, (given) => nextSize(given, PERCENT));
    const { low, high } = estimateThreshold(answers, PERCENT);
    return low <= 12 && high >= 12;
  });
  expect(held.filter(Boolean).length).toBeGreaterThanOrEqual(88);
});

test('only sizes that there are are asked for, smaller ones the better someone sees', () => {
  const sharp = observed(1.5, 40, 7, (answers) => nextSize(answers, FRAMES));
  const dull = observed(9, 40, 7, (answers) => nextSize(answers, FRAMES));
  for (const { size } of [...sharp, ...dull]) expect(FRAMES).toContain(size);
  const mean = (answers: Answered[]) => answers.reduce((sum, { size }) => sum + size, 0) / answers.length;
  expect(mean(sharp)).toBeLessThan(mean(dull) / 2);
});

test('one in ten cannot be missed: who misses those guesses, and they count for nothing else', () => {
  const answers: Answered[] = [];
  for (let i = 0; i < 31; i++) {
    const { size, isCatch } = nextTrial(answers, FRAMES);
    expect(isCatch).toBe(i > 0 && i % 10 === 0);
    if (isCatch) expect(size).toBe(24);
    answers.push({ size, right: !isCatch, isCatch });
  }
  expect(looksGuessed(answers)).toBe(true);
  expect(looksGuessed(answers.map((answer) => ({ ...answer, right: true })))).toBe(false);
  expect(estimateThreshold(answers, FRAMES)).toEqual(
    estimateThreshold(
      answers.filter(({ isCatch }) => !isCatch),
      FRAMES,
    ),
  );
});

test('a staircase goes down after two right answers and up after one wrong', () => {
  const right = (size: number): Answered => ({ size, right: true });
  expect(nextStep([], PERCENT)).toBe(100);
  expect(nextStep([right(100)], PERCENT)).toBe(100);
  expect(nextStep([right(100), right(100)], PERCENT)).toBe(67);
  expect(nextStep([right(100), right(100), { size: 67, right: false }], PERCENT)).toBe(100);
  expect(restOf([right(100)], PERCENT)).toBeNull();
});

test('the same seed gives the same numbers, evenly spread', () => {
  const drawn = (seed: number) => {
    const random = seededRandom(seed);
    return Array.from({ length: 1000 }, random);
  };
  expect(drawn(3)).toEqual(drawn(3));
  expect(drawn(3)).not.toEqual(drawn(4));
  const mean = drawn(5).reduce((sum, value) => sum + value, 0) / 1000;
  expect(Math.abs(mean - 0.5)).toBeLessThan(0.03);
  expect(drawn(6).every((value) => value >= 0 && value < 1)).toBe(true);
});
