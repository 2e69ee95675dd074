import { CHOICES } from '@undulan/core';
import * as z from 'zod';

/** One answer of a drill. */
export const DrillAnswer = z.object({
  size: z.number().min(0).max(1000),
  right: z.boolean(),
  isCatch: z.boolean().optional(),
});
export type DrillAnswer = z.infer<typeof DrillAnswer>;

export const MOST_TRIALS = 200;

/** A drill that was done: the same seed gives the same trials. */
export const NewDrillRun = z.object({
  choice: z.enum(CHOICES),
  seed: z
    .int()
    .min(0)
    .max(2 ** 32 - 1),
  answers: z
    .array(DrillAnswer)
    .min(1, 'A drill has a trial at least.')
    .max(MOST_TRIALS, 'A drill has at most 200 trials.'),
});
export type NewDrillRun = z.infer<typeof NewDrillRun>;

/** What came of a drill: how small a difference was seen 3 times in 4, and between which sizes that is sure. */
export const DrillRun = z.object({
  id: z.string(),
  choice: z.enum(CHOICES),
  doneAt: z.string(),
  trials: z.int(),
  size: z.number(),
  low: z.number(),
  high: z.number(),
  /** What cannot be missed was missed: the rest says little. */
  guessed: z.boolean(),
});
export type DrillRun = z.infer<typeof DrillRun>;

/** The latest of each learner's drills of a kind, for the instructor. */
export const LearnerDrill = DrillRun.extend({ learnerName: z.string(), runs: z.int() });
export type LearnerDrill = z.infer<typeof LearnerDrill>;
