import { expect, test } from 'vitest';
import { seededRandom } from '../seeded.ts';
import { createDrill } from '../teaching/index.ts';
import type { Matched } from './drill-kinds.ts';
import { estimateMatch, outcomeOf } from './drill-results.ts';

/** Answers that are off by a normal spread around a bias (Box & Muller 1958). */
function matched(count: number, bias: number, spread: number, seed: number): Matched[] {
  const draw = seededRandom(seed);
  return Array.from({ length: count }, () => {
    const normal = Math.sqrt(-2 * Math.log(1 - draw())) * Math.cos(2 * Math.PI * draw());
    return { truth: 20, off: bias + spread * normal };
  });
}

test('three answers in four are nearer than what is said; its bounds hold 19 times in 20', () => {
  // Of a normal spread of 1 three in four are within 1.150.
  const long = estimateMatch(matched(4000, 0, 1, 1));
  expect(long.size).toBeCloseTo(1.15, 1);
  const held = Array.from({ length: 400 }, (_, seed) => {
    const { low, high } = estimateMatch(matched(40, 0, 1, seed + 10));
    return low <= 1.15 && high >= 1.15;
  });
  expect(held.filter(Boolean).length / held.length).toBeGreaterThan(0.9);
});

test('who answers too much each time has a bias; of one answer all is it', () => {
  expect(estimateMatch(matched(200, 3, 0.5, 4)).bias).toBeCloseTo(3, 0);
  expect(estimateMatch([{ truth: 9, off: -2 }])).toEqual({ size: 2, low: 2, high: 2, bias: -2 });
});

test('faults in turn are told apart, with how often they were called what they are', () => {
  const fault = 'drift' as const;
  const seen = { size: 4, right: true, fault };
  const { results, guessed } = outcomeOf(createDrill('spot-the-fault'), [
    { ...seen, named: 'drift' },
    { ...seen, named: 'float' },
    { ...seen, right: false, named: 'drift' },
    { size: 3, right: true, fault: 'late-pose', named: 'late-pose' },
  ]);
  expect(results.map(({ of, trials, named }) => ({ of, trials, named }))).toEqual([
    { of: 'drift', trials: 3, named: { right: 1, of: 2 } },
    { of: 'late-pose', trials: 1, named: { right: 1, of: 1 } },
  ]);
  expect(guessed).toBe(false);
  expect(results.every(({ low, size, high }) => low < size && size < high)).toBe(true);
  // Unasked names are none.
  expect(outcomeOf(createDrill('spot-the-fault', fault), [seen]).results[0]!.named).toBeNull();
});
