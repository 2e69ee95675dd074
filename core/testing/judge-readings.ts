import { type Finding, type MotionDocument, readTake } from '../src/index.ts';
import { type Model, MODELS } from './clean-models.ts';
import { createDice, type Dice } from './dice.ts';
import { FURTHER_FAULTS } from './further-faults.ts';
import { FURTHER_MODELS } from './further-models.ts';
import { LEARNER_FAULTS, type Truth } from './learner-faults.ts';
import { LEARNER_MODELS } from './learner-models.ts';
import { PHRASED_MODELS } from './phrased-models.ts';

/** How true what is said of learners' takes is: what has to be found, and that nothing untrue is said. */

export interface Case {
  name: string;
  said: Finding[];
  main: Truth | null;
  also: Truth[];
}

export interface Quality {
  cases: number;
  /** Share of what is said that is true. */
  precision: number;
  /** Share of faults that are said, and that are said first. */
  recall: number;
  first: number;
  /** Of the cases with something untrue or unsaid some, in words. */
  examples: string[];
}

const isTrue = (finding: Finding, { kinds, within }: Truth): boolean =>
  kinds.includes(finding.kind) && (!within || (finding.firstFrame <= within[1] && finding.lastFrame >= within[0]));

export function judge(cases: readonly Case[]): Quality {
  let [said, right, faults, found, first] = [0, 0, 0, 0, 0];
  const examples: string[] = [];
  for (const { name, said: findings, main, also } of cases) {
    const truths = [...(main ? [main] : []), ...also];
    const untrue = findings.filter((finding) => !truths.some((truth) => isTrue(finding, truth)));
    said += findings.length;
    right += findings.length - untrue.length;
    if (main) {
      faults += 1;
      const isFound = findings.some((finding) => isTrue(finding, main));
      if (isFound) found += 1;
      else
        examples.push(
          `${name}: not found; ${findings.map((finding) => finding.sentence).join(' | ') || 'nothing said'}`,
        );
      if (findings[0] && isTrue(findings[0], main)) first += 1;
      else if (isFound) examples.push(`${name}: not first; ${findings[0]!.sentence}`);
    }
    if (untrue.length > 0)
      examples.push(`${name}: untrue; ${untrue.map((f) => `[${f.kind}] ${f.sentence}`).join(' | ')}`);
  }
  const share = (part: number, whole: number): number => (whole > 0 ? part / whole : 1);
  return {
    cases: cases.length,
    precision: share(right, said),
    recall: share(found, faults),
    first: share(first, faults),
    examples,
  };
}

export const ALL_MODELS: Record<string, (dice: Dice) => Model> = {
  ...MODELS,
  ...LEARNER_MODELS,
  ...FURTHER_MODELS,
  ...PHRASED_MODELS,
};
export const ALL_FAULTS = { ...LEARNER_FAULTS, ...FURTHER_FAULTS };

/** Which throws of the dice are taken: so many, from one on. */
export interface Throws {
  from: number;
  times: number;
}

/** Reads every fault on every model keyed in one way, by each of some throws. */
export function casesOf(
  keying: string,
  { from, times }: Throws,
  rekey: (motion: MotionDocument, dice: Dice) => MotionDocument,
): Case[] {
  const cases: Case[] = [];
  for (const [modelName, make] of Object.entries(ALL_MODELS))
    for (const [faultName, fault] of Object.entries(ALL_FAULTS))
      for (let i = from; i < from + times; i++) {
        const dice = createDice(i * 7919 + modelName.length * 31 + faultName.length);
        const model = make(dice);
        const made = fault(model, dice);
        if (!made) continue;
        cases.push({
          name: `${modelName}, ${faultName}, ${keying}, ${i}`,
          said: readTake(model.target, rekey(made.take, dice)).findings,
          main: made.main,
          also: made.also ?? [],
        });
      }
  return cases;
}
