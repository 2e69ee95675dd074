import { type Drill, DRILL_FAULTS, type DrillFault, type DrillKind } from '../teaching/index.ts';
import { FAULT_SIZES } from './fault-moves.ts';
import type { Answered } from './threshold.ts';

/** One choice of two that was answered; of faults in turn with what it was and what it was taken for. */
export interface Chosen extends Answered {
  fault?: DrillFault | undefined;
  named?: DrillFault | undefined;
}

/** One answer that was laid beside the truth, and how far it was off. */
export interface Matched {
  truth: number;
  off: number;
}
export type DrillAnswer = Chosen | Matched;

/** What is measured: a kind, or one of the faults. */
export type Trained = Exclude<DrillKind, 'spot-the-fault'> | DrillFault;

const percent = (step: number): number[] => Array.from({ length: 100 / step }, (_, i) => step * (i + 1));

/**
 * Sizes that a choice can be asked for: lateness in whole frames, since a rate shows nothing between; ease in percent.
 * What is not here is no choice.
 */
export const SIZES: Partial<Record<Trained, readonly number[]>> = {
  'lands-later': Array.from({ length: 12 }, (_, i) => i + 1),
  'starts-slower': percent(2),
  'choose-chart': percent(4),
  ...FAULT_SIZES,
};

const isMatched = (answer: DrillAnswer): answer is Matched => 'off' in answer;
export const isMatch = (kind: DrillKind): boolean => kind !== 'spot-the-fault' && SIZES[kind] === undefined;

/** What an answer of a drill is about. */
export function trainedBy({ kind, fault }: Drill, answer: Chosen | null): Trained {
  return kind === 'spot-the-fault' ? (answer?.fault ?? fault ?? DRILL_FAULTS[0]) : kind;
}

/** Whether an answer is one that a drill can have: of its shape, its faults and its sizes. */
export function isAnswerOf(drill: Drill, answer: DrillAnswer): boolean {
  if (isMatched(answer)) return isMatch(drill.kind);
  if (isMatch(drill.kind) || (drill.kind === 'spot-the-fault') !== (answer.fault !== undefined)) return false;
  if (drill.fault && answer.fault !== drill.fault) return false;
  return SIZES[trainedBy(drill, answer)]!.includes(answer.size);
}

export const chosenOf = (answers: readonly DrillAnswer[]): Chosen[] =>
  answers.filter((answer): answer is Chosen => !isMatched(answer));
export const matchedOf = (answers: readonly DrillAnswer[]): Matched[] => answers.filter(isMatched);
