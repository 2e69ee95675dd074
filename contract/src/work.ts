import { MotionDocument, Tolerances } from '@undulan/core';
import * as z from 'zod';

/** When learners may see the model motion. */
export const ModelShown = z.enum(['always', 'after-first-take', 'after-return', 'never']);
export type ModelShown = z.infer<typeof ModelShown>;

/** What an exercise says beside its model motion. */
export const ExerciseDetails = z.object({
  title: z.string().trim().min(1, 'Give the exercise a title.').max(120, 'A title has at most 120 characters.'),
  brief: z.string().max(5000, 'A brief has at most 5000 characters.'),
  tolerances: Tolerances,
  modelShown: ModelShown,
});
export type ExerciseDetails = z.infer<typeof ExerciseDetails>;

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
