import { expect, test } from 'vitest';
import { glassSlide } from '../../testing/glass-slide.ts';
import { whatDiffers } from '../teaching/index.ts';
import { CHOICE_SIZES, makeTrial } from './trials.ts';

const TOLERANCES = { keyFrames: 1, spacingPercent: 2 };
const glass = glassSlide(
  [
    [1, 0],
    [17, 400],
  ],
  { last: 25 },
);

test('the two sides differ in what is asked, and in nothing else', () => {
  for (let seed = 1; seed <= 20; seed++) {
    const { left, right, answer } = makeTrial('lands-later', glass, 3, seed);
    const [other, plain] = answer === 'left' ? [left, right] : [right, left];
    expect(whatDiffers(plain, other, TOLERANCES)).toBe('takes 19 frames, not 16');
    expect(left.range).toEqual(right.range);
    expect(plain.subjects).toEqual(glass.subjects);
    // It is over before the end, however late.
    expect(left.range.last).toBe(37);
  }
  const { left, right, answer } = makeTrial('starts-slower', glass, 60, 4);
  const [other, plain] = answer === 'left' ? [left, right] : [right, left];
  expect(whatDiffers(plain, other, TOLERANCES)).toMatch(/^same keys; leaves slowly, arrives at speed/);
});

test('the same seed gives the same trial; sides are drawn, neither oftener', () => {
  expect(makeTrial('lands-later', glass, 2, 9)).toEqual(makeTrial('lands-later', glass, 2, 9));
  const left = Array.from({ length: 400 }, (_, seed) => makeTrial('lands-later', glass, 2, seed).answer === 'left');
  expect(Math.abs(left.filter(Boolean).length - 200)).toBeLessThan(40);
});

test('lateness is asked for in whole frames only', () => {
  expect(CHOICE_SIZES['lands-later'].every(Number.isInteger)).toBe(true);
  expect(CHOICE_SIZES['starts-slower'].at(-1)).toBe(100);
});
