import { History, Limits, MotionDocument, NamedEvent, Tolerances } from '@undulan/core';
import * as z from 'zod';
import { Accepted, ClipLimits } from './clip-terms.ts';
import { DraftSummary, TakeSummary, TakeWords } from './courses.ts';
import { ExerciseDetails, LatePolicy, StoredWork, Work } from './work.ts';

/** A new exercise; without work it starts from an empty stage with one subject. */
export const NewExercise = z.object({
  work: Work.extend({ details: ExerciseDetails }).optional(),
  history: History.optional(),
});
export type NewExercise = z.infer<typeof NewExercise>;

/** Every take of an exercise being read again against its target as it is now. */
export const ReadingJob = z.object({
  id: z.string(),
  total: z.int(),
  done: z.int(),
  failed: z.int(),
  /** A lost one has not moved for long: whoever read for it is gone, and another takes it up by itself. */
  state: z.enum(['running', 'lost', 'finished', 'cancelled']),
});
export type ReadingJob = z.infer<typeof ReadingJob>;

export const Created = z.object({ id: z.string() });
export type Created = z.infer<typeof Created>;

/** An exercise as it is set, for its instructor. */
export const ExerciseSetting = StoredWork.extend({
  id: z.string(),
  courseId: z.string(),
  courseTitle: z.string(),
  published: z.boolean(),
  /** When it will be published, where that is set. */
  opensAt: z.string().nullable(),
  takeCount: z.int(),
  draftCount: z.int(),
});
export type ExerciseSetting = z.infer<typeof ExerciseSetting>;

/** An exercise as a learner gets it: the model motion only while they may see it. */
export const Assignment = z.object({
  id: z.string(),
  courseId: z.string(),
  courseTitle: z.string(),
  title: z.string(),
  brief: z.string(),
  tolerances: Tolerances,
  start: MotionDocument,
  model: MotionDocument.nullable(),
  mayChange: Limits,
  dueAt: z.string().nullable(),
  takeLimit: z.int().nullable(),
  latePolicy: LatePolicy,
  /** The learner gets the fewest edits that put a returned take right. */
  showsEdits: z.boolean(),
  /** The learner may have a draft and a take checked, in three sentences. */
  selfCheck: z.boolean(),
  accepts: Accepted,
  clipLimits: ClipLimits,
  /** What happens at keys of the model, where it is shown. */
  events: z.array(NamedEvent),
  drafts: z.array(DraftSummary),
  takes: z.array(TakeSummary),
});
export type Assignment = z.infer<typeof Assignment>;

/**
 * What a new draft begins with: the last take, a given take, a motion kept from elsewhere, or (none named) the starting
 * scene.
 */
export const NewDraft = z.object({
  fromTakeId: z.string().optional(),
  copy: z.object({ name: z.string().trim().min(1).max(120), motion: MotionDocument, history: History }).optional(),
});
export type NewDraft = z.infer<typeof NewDraft>;

export const Draft = StoredWork.extend({
  id: z.string(),
  name: z.string(),
  exerciseId: z.string(),
  nextTakeNumber: z.int(),
});
export type Draft = z.infer<typeof Draft>;

/** A picture that was kept for scenes, and how large it is: once turned as it says it should be seen. */
export const KeptPicture = Created.extend({ widthPx: z.int(), heightPx: z.int() });
export type KeptPicture = z.infer<typeof KeptPicture>;

/** A picture kept for a course's briefs, how large it is and how many of them show it. */
export const CoursePicture = z.object({ id: z.string(), bytes: z.int(), shownIn: z.int() });
export type CoursePicture = z.infer<typeof CoursePicture>;

/** A draft as it was saved, with what its learner says of it. */
export const HandIn = z.object({ version: z.int(), ...TakeWords.shape });
export type HandIn = z.input<typeof HandIn>;

/** What matters most in a learner's work, in plain sentences, and how many more there are. */
export const SelfCheck = z.object({ sentences: z.array(z.string()), further: z.int() });
export type SelfCheck = z.infer<typeof SelfCheck>;
