import { FrameRange, Rate, Tolerances } from '@undulan/core';
import * as z from 'zod';
import { Accepted } from './clip-terms.ts';
import { MailKind } from './mail.ts';
import { CourseRole, DecimalMark, Person, ShortcutChoices } from './people.ts';

export const CourseSummary = z.object({
  id: z.string(),
  title: z.string(),
  role: CourseRole,
  /** Nothing new is begun in it. */
  archived: z.boolean(),
});
export type CourseSummary = z.infer<typeof CourseSummary>;

export const SignedIn = z.object({
  person: Person,
  /** They run the installation. */
  isAdministrator: z.boolean(),
  shortcuts: ShortcutChoices,
  decimalMark: DecimalMark,
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
  /** Learners see it now. */
  published: z.boolean(),
  /** When it will be published, where that is set. */
  opensAt: z.string().nullable(),
  unitId: z.string().nullable(),
  rate: Rate,
  range: FrameRange,
  dueAt: z.string().nullable(),
});
export type ExerciseSummary = z.infer<typeof ExerciseSummary>;

const UnitTitle = z
  .string()
  .trim()
  .min(1, 'Give the unit a name.')
  .max(120, 'A unit’s name has at most 120 characters.');
const Day = z.iso.date('A day is written as 2026-03-31.').nullable();

/** Exercises of a course that belong together, and from which day to which they are done. */
export const Unit = z.object({ id: z.string(), title: z.string(), from: Day, to: Day });
export type Unit = z.infer<typeof Unit>;

/** How one learner stands with one exercise. */
export const Standing = z.object({
  learnerId: z.string(),
  exerciseId: z.string(),
  hasDraft: z.boolean(),
  takes: z.array(TakeSummary),
});
export type Standing = z.infer<typeof Standing>;

/** What a new exercise of a course begins with. */
export const CourseDefaults = z.object({ rate: Rate, tolerances: Tolerances });
export type CourseDefaults = z.infer<typeof CourseDefaults>;

/** A course as an instructor sees it. */
export const CourseOverview = z.object({
  id: z.string(),
  title: z.string(),
  archived: z.boolean(),
  defaults: CourseDefaults,
  units: z.array(Unit),
  /** How many exercises are put away. */
  putAway: z.int(),
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
export const LearnerCourse = z.object({
  id: z.string(),
  title: z.string(),
  archived: z.boolean(),
  units: z.array(Unit),
  exercises: z.array(OpenExercise),
});
export type LearnerCourse = z.infer<typeof LearnerCourse>;

/**
 * The exercises of a course in an order, those of no unit first; each of them stands in it once. A unit without an id
 * is a new one.
 */
export const Arrangement = z.object({
  loose: z.array(z.string().max(36)).max(200),
  units: z
    .array(
      z
        .object({ id: z.string().max(36).nullable(), title: UnitTitle, from: Day, to: Day })
        .extend({ exerciseIds: z.array(z.string().max(36)).max(200) })
        .refine(({ from, to }) => !from || !to || from <= to, 'A unit ends after it begins.'),
    )
    .max(60, 'A course has at most 60 units.'),
});
export type Arrangement = z.infer<typeof Arrangement>;

/** An exercise that is put away, or removed for a while yet. */
export const PutAway = z.object({
  id: z.string(),
  title: z.string(),
  at: z.string(),
  /** It goes for good on this day, unless it is taken back. */
  goesAt: z.string().nullable(),
  takes: z.int(),
});
export type PutAway = z.infer<typeof PutAway>;

/** When an exercise is published; at once unless a moment is given. */
export const Publication = z.object({ at: z.iso.datetime('Give a day and an hour.').nullable().default(null) });
export type Publication = z.infer<typeof Publication>;

/** A course that begins as a copy of another. */
export const CourseCopy = z.object({
  title: z.string().trim().min(1, 'Give the course a name.').max(120, 'A name of a course has at most 120 characters.'),
  withPeople: z.boolean(),
});
export type CourseCopy = z.infer<typeof CourseCopy>;
