import { FrameRange, Rate } from '@undulan/core';
import * as z from 'zod';
import { Accepted } from './clip-terms.ts';
import { MailKind } from './mail.ts';
import { CourseRole, Person, ShortcutChoices } from './people.ts';

export const CourseSummary = z.object({ id: z.string(), title: z.string(), role: CourseRole });
export type CourseSummary = z.infer<typeof CourseSummary>;

export const SignedIn = z.object({
  person: Person,
  /** They run the installation. */
  isAdministrator: z.boolean(),
  shortcuts: ShortcutChoices,
  /** Of what they want no messages. */
  mailOff: z.array(MailKind),
  courses: z.array(CourseSummary),
});
export type SignedIn = z.infer<typeof SignedIn>;

export const TakeState = z.enum(['handed-in', 'returned']);
export type TakeState = z.infer<typeof TakeState>;

/** Whether a take has been read against its target: it is coming, it is there, or it could not be read. */
export const ReadingState = z.enum(['coming', 'read', 'not-read']);
export type ReadingState = z.infer<typeof ReadingState>;

/** What a learner says of a take when handing it in. */
export const TakeWords = z.object({
  title: z.string().trim().max(120, 'A title has at most 120 characters.').default(''),
  tags: z
    .array(z.string().trim().min(1, 'A tag has a letter at least.').max(30, 'A tag has at most 30 characters.'))
    .max(8, 'At most 8 tags.')
    .default([]),
  note: z.string().trim().max(2000, 'The note has at most 2000 characters.').default(''),
});
export type TakeWords = z.infer<typeof TakeWords>;

export const TakeSummary = z.object({
  id: z.string(),
  number: z.int(),
  title: z.string(),
  tags: z.array(z.string()),
  state: TakeState,
  handedInAt: z.string(),
  /** Handed in after the due date of an exercise that marks it. */
  late: z.boolean(),
  /** Only once returned, or for an instructor. */
  grade: z.number().nullable(),
  /** Returned for another take. */
  again: z.boolean(),
  /** Replies to its notes; for a learner once it is returned. */
  replies: z.int(),
  readingState: ReadingState,
});
export type TakeSummary = z.infer<typeof TakeSummary>;

export const DraftSummary = z.object({ id: z.string(), name: z.string(), updatedAt: z.string() });
export type DraftSummary = z.infer<typeof DraftSummary>;

export const ExerciseSummary = z.object({
  id: z.string(),
  title: z.string(),
  brief: z.string(),
  published: z.boolean(),
  rate: Rate,
  range: FrameRange,
  dueAt: z.string().nullable(),
});
export type ExerciseSummary = z.infer<typeof ExerciseSummary>;

/** How one learner stands with one exercise. */
export const Standing = z.object({
  learnerId: z.string(),
  exerciseId: z.string(),
  hasDraft: z.boolean(),
  takes: z.array(TakeSummary),
});
export type Standing = z.infer<typeof Standing>;

/** A course as an instructor sees it. */
export const CourseOverview = z.object({
  id: z.string(),
  title: z.string(),
  exercises: z.array(ExerciseSummary),
  learners: z.array(Person),
  standings: z.array(Standing),
});
export type CourseOverview = z.infer<typeof CourseOverview>;

/** A take that waits for review, for the instructor's queue. */
export const WaitingTake = z.object({
  takeId: z.string(),
  exerciseId: z.string(),
  exerciseTitle: z.string(),
  learnerName: z.string(),
  number: z.int(),
  title: z.string(),
  tags: z.array(z.string()),
  handedInAt: z.string(),
  late: z.boolean(),
  readingState: ReadingState,
  findings: z.int().nullable(),
  proposedGrade: z.number().nullable(),
});
export type WaitingTake = z.infer<typeof WaitingTake>;

/** How many waiting takes come at a time. */
export const WAITING_PAGE = 100;

/** The first of the takes that wait for review, oldest first, and how many there are in all. */
export const WaitingQueue = z.object({ takes: z.array(WaitingTake), total: z.int() });
export type WaitingQueue = z.infer<typeof WaitingQueue>;

/** One published exercise as its learner sees it in the course. */
export const OpenExercise = ExerciseSummary.extend({
  accepts: Accepted,
  drafts: z.array(DraftSummary),
  takes: z.array(TakeSummary),
});
export type OpenExercise = z.infer<typeof OpenExercise>;

/** A course as a learner sees it: published exercises only, and their own work only. */
export const LearnerCourse = z.object({ id: z.string(), title: z.string(), exercises: z.array(OpenExercise) });
export type LearnerCourse = z.infer<typeof LearnerCourse>;
