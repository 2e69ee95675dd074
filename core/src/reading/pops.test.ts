import { expect, test } from 'vitest';
import { createDice } from '../../testing/dice.ts';
import { ALL_MODELS } from '../../testing/judge-readings.ts';
import { KEYINGS, popped } from '../../testing/keyings.ts';
import { sceneOf, subjectWith } from '../../testing/worked-scenes.ts';
import { createKey, type MotionDocument, readTake } from '../index.ts';
import { popsIn } from './pops.ts';

test('a sample out of its row is found; no corner is one, nor a jump, a peak, or one beside lost frames', () => {
  const frames = Array.from({ length: 30 }, (_, i) => i);
  const found = (at: (frame: number) => number, on = frames): number[] => popsIn(on.map(at), on, 20);
  expect(found((i) => i * 10 + (i === 14 ? 40 : 0))).toEqual([14]);
  expect(found((i) => Math.min(i, 14) * 40)).toEqual([]);
  expect(found((i) => (i < 14 ? 0 : 300))).toEqual([]);
  expect(found((i) => -Math.abs(i - 14) * 40)).toEqual([]);
  const lost = frames.filter((frame) => frame !== 14 && frame !== 15);
  expect(found((frame) => 3 * (frame - 13) ** 2, lost)).toEqual([]);
});

test('what pops in the target pops in a take that is late, too', () => {
  const springing = [
    createKey(5, 100, { leave: 'bounce-out' }),
    createKey(12, 400, { leave: 'elastic-out' }),
    createKey(22, 150),
  ];
  const can = (by: number): MotionDocument =>
    sceneOf([subjectWith('can', { 'position.y': springing.map((key) => ({ ...key, frame: key.frame + by })) })], 40);
  const target = { motion: can(0), tolerances: { keyFrames: 1, spacingPercent: 4 } };
  const { findings } = readTake(target, KEYINGS['baked']!(can(6), createDice(1)));
  expect(findings.map(({ sentence }) => sentence)).toEqual(['Everything is 6 frames late.']);
});

test('one drawing out of its row is one finding that names its frame, and nothing else is said', () => {
  const wrong: string[] = [];
  let count = 0;
  for (const [name, make] of Object.entries(ALL_MODELS))
    for (let seed = 1; seed <= 8; seed++) {
      const { target } = make(createDice(seed));
      const made = popped(target.motion, createDice(seed));
      if (!made) continue;
      count += 1;
      const { findings } = readTake(target, made.take);
      const isRight = findings.length === 1 && findings[0]!.kind === 'frame-pops';
      if (!isRight || findings[0]!.firstFrame !== made.frame)
        wrong.push(`${name}, ${seed}: ${findings.map((finding) => finding.sentence).join(' | ')}`);
    }
  // Where a short move is steepest one in a hundred may be taken for the move's own.
  expect(wrong.length, wrong.join('\n')).toBeLessThanOrEqual(count / 50);
});
