import { expect, test } from 'vitest';
import { MODELS } from '../../testing/clean-models.ts';
import { createDice } from '../../testing/dice.ts';
import { FAULTS } from '../../testing/faults/index.ts';
import { readTake } from '../index.ts';

const VARIATIONS = 200;
const seeds = Array.from({ length: VARIATIONS }, (_, i) => i * 7919 + 1);

test.for(Object.entries(MODELS))('a take of the %s with no fault gives no finding', ([, make]) => {
  for (const seed of seeds) {
    const { target } = make(createDice(seed));
    expect(readTake(target, target.motion), `seed ${seed}`).toMatchObject({ findings: [], proposedGrade: 100 });
  }
});

test.for(Object.entries(FAULTS))('%s: found at its frames and its size, and nothing else', ([, make]) => {
  for (const seed of seeds) {
    const { target, take, kinds, ...asked } = make(createDice(seed));
    const { findings } = readTake(target, take);
    const told = findings.map(({ kind, firstFrame, lastFrame, measured }) => [kind, firstFrame, lastFrame, measured]);
    const said = `seed ${seed}: ${JSON.stringify(told)}`;
    expect([...new Set(findings.map((finding) => finding.kind))].toSorted(), said).toEqual(kinds.toSorted());
    const fault = findings.find((finding) => finding.kind === kinds[0])!;
    for (const [name, value] of Object.entries(asked))
      expect(fault[name as 'measured'], `${name} of ${said}`).toBeCloseTo(value, 1);
  }
});
