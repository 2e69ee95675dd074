import {
  Change,
  History,
  HistoryChange,
  Limits,
  MotionDocument,
  type Target,
  TargetTerms,
  Tolerances,
} from '@undulan/core';
import * as z from 'zod';
import { Accepted, ClipLimits } from './clip-terms.ts';

/** When learners may see the model motion. */
export const ModelShown = z.enum(['always', 'after-first-take', 'after-return', 'never']);
export type ModelShown = z.infer<typeof ModelShown>;

/** What becomes of a take handed in after the due date. */
export const LatePolicy = z.enum(['accept', 'mark', 'refuse']);
export type LatePolicy = z.infer<typeof LatePolicy>;

/** What an exercise may say besides; what it does not say is as usual. */
export const ExerciseTerms = z.object({
  ...TargetTerms.shape,
  mayChange: Limits.optional(),
  dueAt: z.iso.datetime().nullable().optional(),
  takeLimit: z
    .int('A whole number of takes.')
    .min(1, 'At least one take.')
    .max(50, 'At most 50 takes.')
    .nullable()
    .optional(),
  latePolicy: LatePolicy.optional(),
  /** Whether learners get the fewest edits that would put a returned take right. */
  showsEdits: z.boolean().optional(),
  /** Whether learners may have their work checked before and after handing it in, in three sentences. */
  selfCheck: z.boolean().optional(),
  /** What takes may be; keyed here unless said. */
  accepts: Accepted.optional(),
  clipLimits: ClipLimits.optional(),
});
export type ExerciseTerms = z.infer<typeof ExerciseTerms>;

/** What an exercise says beside its model motion. Its brief is HTML as a rich-text editor writes it, or plain text. */
export const ExerciseDetails = z.object({
  title: z.string().trim().min(1, 'Give the exercise a title.').max(120, 'A title has at most 120 characters.'),
  brief: z.string().max(20_000, 'The brief is too long.'),
  tolerances: Tolerances,
  modelShown: ModelShown,
  ...ExerciseTerms.shape,
});
export type ExerciseDetails = z.infer<typeof ExerciseDetails>;

/** What takes of an exercise are read against. */
export function targetOf(
  motion: MotionDocument,
  { tolerances, keyTolerances, events, weights, loops, alternatives }: ExerciseDetails,
): Target {
  return {
    motion,
    tolerances,
    ...(keyTolerances && { keyTolerances }),
    ...(events && { events }),
    ...(weights && { weights }),
    ...(loops !== undefined && { loops }),
    ...(alternatives && { alternatives }),
  };
}

/** What is edited, saved and undone as one: a motion, for an exercise with what it says beside it. */
export const Work = z.object({ motion: MotionDocument, details: ExerciseDetails.nullable() });
export type Work = z.infer<typeof Work>;

/** Work as the server keeps it. The version rises with every write; a write names the one it was made from. */
export const StoredWork = z.object({ version: z.int().min(1), work: Work, history: History });
export type StoredWork = z.infer<typeof StoredWork>;

/** Set once the person has said that the target may change although takes were handed in against it. */
const targetMayChange = z.boolean().optional();

/** What changed since the version that it names, and what is new in the history: a save costs what changed. */
export const ChangeWork = z.object({
  version: z.int().min(1),
  changes: z.array(Change),
  history: HistoryChange,
  targetMayChange,
});
export type ChangeWork = z.infer<typeof ChangeWork>;

/** Work written whole in place of what the server has, which is of the version named. */
export const SaveWork = StoredWork.extend({ targetMayChange });
export type SaveWork = z.infer<typeof SaveWork>;

export const Saved = z.object({ version: z.int() });
export type Saved = z.infer<typeof Saved>;
