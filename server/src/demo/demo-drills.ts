import type { DrillAnswer } from '@undulan/contract';
import { createDrill, type Drill, nextTrial, seededRandom, shareRight, SIZES, type Trained } from '@undulan/core';
import type { DemoLearner } from './demo-people.ts';

/** A drill that was done some days ago. */
export interface DemoDrill extends Drill {
  learner: DemoLearner;
  daysAgo: number;
  seed: number;
  answers: DrillAnswer[];
}

const TRIALS = 40;

/** Someone with a threshold, who answers by chance as their eye has it. */
function answered(of: Trained, threshold: number, seed: number): DrillAnswer[] {
  const draw = seededRandom(seed);
  const answers: { size: number; right: boolean; isCatch?: boolean }[] = [];
  while (answers.length < TRIALS) {
    const { size, isCatch } = nextTrial(answers, SIZES[of]!);
    const right = isCatch || draw() < shareRight(size, threshold);
    answers.push({ size, right, ...(isCatch && { isCatch }) });
  }
  return answers;
}

/** Some weeks of one thing, each time with another threshold. */
function weeks(
  learner: DemoLearner,
  kind: 'lands-later' | 'starts-slower',
  thresholds: readonly number[],
): DemoDrill[] {
  return thresholds.map((threshold, week) => {
    const seed = 1000 * (week + 1) + Math.round(threshold * 10);
    const daysAgo = 7 * (thresholds.length - week) - 4;
    return { ...createDrill(kind), learner, daysAgo, seed, answers: answered(kind, threshold, seed) };
  });
}

export const DEMO_DRILLS: readonly DemoDrill[] = [
  ...weeks('sena', 'lands-later', [5.5, 4, 3.1, 2.2]),
  ...weeks('sena', 'starts-slower', [46, 38]),
  ...weeks('jonah', 'lands-later', [6.5, 5.8]),
];

/** What the class is asked to train, and by when. */
export const DEMO_SET_DRILL = { ...createDrill('lands-later'), dueInDays: 5, setDaysAgo: 6 };
