import { expect, test } from 'vitest';
import { createDice } from '../../testing/dice.ts';
import { ALL_MODELS, KEYINGS, popped } from '../../testing/learner-takes.ts';
import { readTake } from '../index.ts';
import { popsIn } from './pops.ts';

test('a sample out of its row is found; a corner, a jump to stay and a peak are none', () => {
  const row = (at: (i: number) => number): number[] => Array.from({ length: 30 }, (_, i) => at(i));
  expect(
    popsIn(
      row((i) => i * 10 + (i === 14 ? 40 : 0)),
      20,
    ),
  ).toEqual([14]);
  expect(
    popsIn(
      row((i) => Math.min(i, 14) * 40),
      20,
    ),
  ).toEqual([]);
  expect(
    popsIn(
      row((i) => (i < 14 ? 0 : 300)),
      20,
    ),
  ).toEqual([]);
  expect(
    popsIn(
      row((i) => -Math.abs(i - 14) * 40),
      20,
    ),
  ).toEqual([]);
});

test('one drawing out of its row is one finding that names its frame, and nothing else is said', () => {
  for (const [name, make] of Object.entries(ALL_MODELS))
    for (let seed = 1; seed <= 6; seed++) {
      const { target } = make(createDice(seed));
      const made = popped(target.motion, createDice(seed));
      if (!made) continue;
      const { findings } = readTake(target, made.take);
      expect(findings, `${name}, ${seed}`).toMatchObject([{ kind: 'frame-pops', firstFrame: made.main.within![0] }]);
      // Without it there is nothing to say.
      expect(readTake(target, KEYINGS['baked']!(target.motion, createDice(seed))).findings).toEqual([]);
    }
});
