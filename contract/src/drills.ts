import { Drill, DRILL_FAULTS, DRILL_KINDS, FINDING_KINDS, type FindingKind, type Trained } from '@undulan/core';
import * as z from 'zod';

const Fault = z.enum(DRILL_FAULTS);

/** One answer of a drill: a choice of two, or how far off the truth it was. */
export const DrillAnswer = z.union([
  z.strictObject({
    size: z.number().min(0).max(1000),
    right: z.boolean(),
    isCatch: z.boolean().optional(),
    fault: Fault.optional(),
    named: Fault.optional(),
  }),
  z.strictObject({ truth: z.number().min(-100_000).max(100_000), off: z.number().min(-100_000).max(100_000) }),
]);
export type DrillAnswer = z.infer<typeof DrillAnswer>;

export const MOST_TRIALS = 200;

/** A drill that was done: the same seed gives the same trials. */
export const NewDrillRun = Drill.safeExtend({
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

const OfTrained: z.ZodType<Trained> = z.enum([
  ...DRILL_KINDS.filter((kind) => kind !== 'spot-the-fault'),
  ...DRILL_FAULTS,
]);

/**
 * What a drill says of one thing: how small a difference was seen 3 times in 4 (of matches: how near 3 answers in 4
 * were), and between which sizes that is sure.
 */
export const DrillResult = z.object({
  of: OfTrained,
  trials: z.int(),
  size: z.number(),
  low: z.number(),
  high: z.number(),
  bias: z.number().nullable(),
  named: z.object({ right: z.int(), of: z.int() }).nullable(),
});

export const DrillRun = Drill.safeExtend({
  id: z.string(),
  doneAt: z.string(),
  trials: z.int(),
  results: z.array(DrillResult),
  /** What cannot be missed was missed: the rest says little. */
  guessed: z.boolean(),
});
export type DrillRun = z.infer<typeof DrillRun>;

/** A kind of fault that a learner's latest takes have, and in how many exercises. */
export const FaultOfTakes = z.object({
  kind: z.enum(Object.keys(FINDING_KINDS) as [FindingKind, ...FindingKind[]]),
  exercises: z.int(),
});

/** What a learner sees, by their latest drill of each thing, beside what their latest takes get wrong. */
export const LearnerDrills = z.object({
  learnerId: z.string(),
  learnerName: z.string(),
  runs: z.int(),
  sees: z.array(DrillResult.extend({ doneAt: z.string(), guessed: z.boolean(), fps: z.int() })),
  takes: z.array(FaultOfTakes),
});
export type LearnerDrills = z.infer<typeof LearnerDrills>;

/** A drill that the course's learners are asked to do. */
export const NewSetDrill = Drill.safeExtend({ dueAt: z.iso.datetime().nullable() });
export type NewSetDrill = z.infer<typeof NewSetDrill>;

export const SetDrill = Drill.safeExtend({
  id: z.string(),
  dueAt: z.string().nullable(),
  setAt: z.string(),
  /** When the person who asks did it first since it was set; null while they have not. */
  doneAt: z.string().nullable(),
  /** How many learners have done it, of how many; null for a learner. */
  class: z.object({ done: z.int(), of: z.int() }).nullable(),
});
export type SetDrill = z.infer<typeof SetDrill>;
