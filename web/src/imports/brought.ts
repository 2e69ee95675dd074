import { type Brought, changeRate, type MotionDocument, sameRate, shiftMotion } from '@undulan/core';
import { type EditRequest, runEdit } from '../editing/index.ts';

/** What becomes of a motion that came in: its keys onto subjects here, its subjects beside, or all of it instead. */
export const BRINGING = {
  keys: 'Its keys, onto the subjects here',
  subjects: 'Its subjects, beside what is here',
  all: 'All of it, in place of what is here',
} as const;
export type Bringing = keyof typeof BRINGING;

export interface BringChoices {
  how: Bringing;
  pairs: readonly Brought[];
  /** Where its first frame goes. */
  firstFrame: number;
  /** At another rate: as long as it was, or on the frames it had. */
  keeps: 'keep-seconds' | 'keep-frames';
}

/** A motion that came in on the open one's clock: at its rate, begun on a frame. All of it instead keeps its own. */
export function onClockOf(motion: MotionDocument, came: MotionDocument, { how, firstFrame, keeps }: BringChoices) {
  if (how === 'all') return came;
  const paced = sameRate(came.rate, motion.rate) ? came : changeRate(came, motion.rate, keeps).motion;
  return shiftMotion(paced, firstFrame - paced.range.first);
}

/** The edit that brings it in, as a step of the open work. */
export function bringRequest(motion: MotionDocument, came: MotionDocument, choices: BringChoices): EditRequest {
  const timed = onClockOf(motion, came, choices);
  if (choices.how === 'all') return { operation: 'takeMotion', args: [timed] };
  if (choices.how === 'subjects') return { operation: 'bringSubjects', args: [timed] };
  return { operation: 'bringKeys', args: [timed, choices.pairs] };
}

/** What it comes to. */
export function broughtIn(motion: MotionDocument, came: MotionDocument, choices: BringChoices): MotionDocument {
  return runEdit(motion, bringRequest(motion, came, choices)).motion;
}
