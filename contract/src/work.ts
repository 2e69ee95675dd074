import { Limits, MotionDocument, TargetTerms, Tolerances, type Target } from '@undulan/core';
import * as z from 'zod';

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
  takeLimit: z.int('A whole number of takes.').min(1, 'At least one take.').max(50, 'At most 50 takes.').nullable().optional(),
  latePolicy: LatePolicy.optional(),
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
export function targetOf(motion: MotionDocument, { tolerances, keyTolerances, weights, loops, alternatives }: ExerciseDetails): Target {
  return { motion, tolerances, ...(keyTolerances && { keyTolerances }), ...(weights && { weights }), ...(loops !== undefined && { loops }), ...(alternatives && { alternatives }) };
}

/** One operation of a JSON patch (RFC 6902), of the three kinds that comparing documents gives. */
export const PatchOperation = z.object({ op: z.enum(['add', 'remove', 'replace']), path: z.string(), value: z.json().optional() });
export type PatchOperation = z.infer<typeof PatchOperation>;

/** One undoable step as two patches: `forth` does it, `back` undoes it. */
export const HistoryStep = z.object({ name: z.string().max(120), forth: z.array(PatchOperation), back: z.array(PatchOperation) });
export type HistoryStep = z.infer<typeof HistoryStep>;

/** How many steps back are kept. */
export const HISTORY_LIMIT = 200;

/** All steps, and how many of them are done; those after are undone and can be redone. */
export const WorkHistory = z
  .object({ steps: z.array(HistoryStep).max(HISTORY_LIMIT), done: z.int().min(0) })
  .refine((history) => history.done <= history.steps.length, { path: ['done'], message: 'More steps done than there are.' });
export type WorkHistory = z.infer<typeof WorkHistory>;

/** What is edited, saved and undone as one: a motion, for an exercise with what it says beside it. */
export const Work = z.object({ motion: MotionDocument, details: ExerciseDetails.nullable() });
export type Work = z.infer<typeof Work>;

/** Work as the server keeps it. The version rises with every write; a write names the one it was made from. */
export const StoredWork = z.object({ version: z.int().min(1), work: Work, history: WorkHistory });
export type StoredWork = z.infer<typeof StoredWork>;

export const SaveWork = StoredWork.extend({
  /** Set once the person has said that the target may change although takes were handed in against it. */
  targetMayChange: z.boolean().optional(),
});
export type SaveWork = z.infer<typeof SaveWork>;

export const Saved = z.object({ version: z.int() });
export type Saved = z.infer<typeof Saved>;
