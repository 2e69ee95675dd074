import { type Finding, type MotionDocument, readTake } from '../src/index.ts';
import { type Model, MODELS } from './clean-models.ts';
import { CLOSE_MODELS } from './close-models.ts';
import { COMPOSED_MODELS } from './composed-models.ts';
import { createDice, type Dice } from './dice.ts';
import { FURTHER_FAULTS } from './further-faults.ts';
import { FURTHER_MODELS } from './further-models.ts';
import { HABIT_FAULTS } from './habit-faults.ts';
import { LEARNER_FAULTS, type LearnersTake, type Truth } from './learner-faults.ts';
import { LEARNER_MODELS } from './learner-models.ts';
import { PHRASED_MODELS } from './phrased-models.ts';
import { RARER_MODELS } from './rarer-models.ts';
import { UNLIKE_MODELS } from './unlike-models.ts';

/** How true what is said of learners' takes is: what has to be found, and that nothing untrue is said. */

export interface Case {
  name: string;
  said: Finding[];
  /** What has to be found; nothing where nothing is wrong. */
  faults: Truth[];
  /** What may be said besides. */
  also: Truth[];
}

export interface Quality {
  cases: number;
  /** Share of what is said that is true. */
  precision: number;
  /** Share of faults that are said. */
  recall: number;
  /** Share of the takes with a fault of which one is said first. */
  first: number;
  /** Of the cases with something untrue or unsaid some, in words. */
  examples: string[];
}

const isTrue = (finding: Finding, { kinds, within }: Truth): boolean =>
  kinds.includes(finding.kind) && (!within || (finding.firstFrame <= within[1] && finding.lastFrame >= within[0]));

export function judge(cases: readonly Case[]): Quality {
  let [said, right, asked, found, faulty, first] = [0, 0, 0, 0, 0, 0];
  const examples: string[] = [];
  for (const { name, said: findings, faults, also } of cases) {
    const untrue = findings.filter((finding) => ![...faults, ...also].some((truth) => isTrue(finding, truth)));
    const unsaid = faults.filter((fault) => !findings.some((finding) => isTrue(finding, fault)));
    said += findings.length;
    right += findings.length - untrue.length;
    asked += faults.length;
    found += faults.length - unsaid.length;
    for (const { kinds } of unsaid)
      examples.push(
        `${name}: not found [${kinds[0]}]; ${findings.map(({ sentence }) => sentence).join(' | ') || 'nothing said'}`,
      );
    if (faults.length > 0) {
      faulty += 1;
      if (findings[0] && faults.some((fault) => isTrue(findings[0]!, fault))) first += 1;
      else if (unsaid.length < faults.length) examples.push(`${name}: not first; ${findings[0]!.sentence}`);
    }
    if (untrue.length > 0)
      examples.push(`${name}: untrue; ${untrue.map((f) => `[${f.kind}] ${f.sentence}`).join(' | ')}`);
  }
  const share = (part: number, whole: number): number => (whole > 0 ? part / whole : 1);
  return {
    cases: cases.length,
    precision: share(right, said),
    recall: share(found, asked),
    first: share(first, faulty),
    examples,
  };
}

export const ALL_MODELS: Record<string, (dice: Dice) => Model> = {
  ...MODELS,
  ...LEARNER_MODELS,
  ...FURTHER_MODELS,
  ...PHRASED_MODELS,
  ...RARER_MODELS,
  ...UNLIKE_MODELS,
  ...CLOSE_MODELS,
  ...COMPOSED_MODELS,
};
export const ALL_FAULTS = { ...LEARNER_FAULTS, ...FURTHER_FAULTS, ...HABIT_FAULTS };

/** Which throws of the dice are taken: so many, from one on; of all there are, every so many from one on. */
export interface Throws {
  from: number;
  times: number;
  every?: { nth: number; from: number };
}

/** Whether it is this one's turn, asked of each there is. */
export function turns({ every }: Throws): () => boolean {
  let count = 0;
  return () => !every || (count++ + every.from) % every.nth === 0;
}

/** Reads every fault, or each of some, on every model keyed in one way, by each of some throws. */
export function casesOf(
  keying: string,
  throws: Throws,
  rekey: (motion: MotionDocument, dice: Dice) => MotionDocument | null,
  faults: Record<string, (model: Model, dice: Dice) => LearnersTake | null> = ALL_FAULTS,
): Case[] {
  const { from, times } = throws;
  const isMeant = turns(throws);
  const cases: Case[] = [];
  for (const [modelName, make] of Object.entries(ALL_MODELS))
    for (const [faultName, fault] of Object.entries(faults))
      for (let i = from; i < from + times; i++) {
        if (!isMeant()) continue;
        const dice = createDice(i * 7919 + modelName.length * 31 + faultName.length);
        const model = make(dice);
        const made = fault(model, dice);
        if (!made) continue;
        const take = rekey(made.take, dice);
        if (!take) continue;
        cases.push({
          name: `${modelName}, ${faultName}, ${keying}, ${i}`,
          said: readTake(model.target, take).findings,
          faults: made.main ? [made.main] : [],
          also: made.also ?? [],
        });
      }
  return cases;
}
