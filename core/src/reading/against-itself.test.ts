import fc from 'fast-check';
import { expect, test } from 'vitest';
import { createDice } from '../../testing/dice.ts';
import { anyMotion } from '../../testing/hostile-motions.ts';
import { ALL_MODELS } from '../../testing/judge-readings.ts';
import { KEYINGS } from '../../testing/keyings.ts';
import { sceneOf, straight, subjectWith } from '../../testing/worked-scenes.ts';
import { readTake } from '../index.ts';

const tolerances = { keyFrames: 1, spacingPercent: 5 };

test('whatever the schema accepts has no fault against itself, and scores 100', () => {
  fc.assert(
    fc.property(anyMotion, (motion) => {
      const { findings, proposedGrade } = readTake({ motion, tolerances }, motion);
      // That there is more than one reading looks at is no fault.
      expect([findings.filter(({ kind }) => kind !== 'not-all-read'), proposedGrade]).toEqual([[], 100]);
    }),
    { numRuns: 150, endOnFailure: true },
  );
}, 120_000);

test.for(Object.keys(KEYINGS).filter((name) => name !== 'tracked'))(
  'the same motion %s is the same motion',
  (keying) => {
    for (const [name, make] of Object.entries(ALL_MODELS))
      for (let seed = 1; seed <= 4; seed++) {
        const { target } = make(createDice(seed));
        const take = KEYINGS[keying]!(target.motion, createDice(seed));
        expect(readTake(target, take), `${name}, ${seed}`).toMatchObject({ findings: [], proposedGrade: 100 });
      }
  },
);

test('a recording of a cycle whose one key closes it is read, not thrown at', () => {
  const frames = Array.from({ length: 25 }, (_, i) => i + 1);
  const model = sceneOf([subjectWith('ladle', { rotation: straight([26, 40]) })]);
  const take = sceneOf([subjectWith('ladle', { rotation: straight(...frames.map((f): [number, number] => [f, f])) })]);
  expect(() => readTake({ motion: model, tolerances }, take)).not.toThrow();
  const moving = sceneOf([subjectWith('ladle', { rotation: straight([1, 0], [26, 40]) })]);
  expect(() => readTake({ motion: moving, tolerances }, take)).not.toThrow();
});
