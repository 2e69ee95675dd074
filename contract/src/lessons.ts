import { Lesson, Tolerances } from '@undulan/core';
import * as z from 'zod';
import { Side } from './people.ts';

/** A lesson on the course's list. */
export const LessonSummary = z.object({ id: z.string(), name: z.string(), boards: z.array(z.string()) });
export type LessonSummary = z.infer<typeof LessonSummary>;

export const NewLesson = z.object({ lesson: Lesson });
export type NewLesson = z.infer<typeof NewLesson>;

/** A lesson as it is kept. A learner gets it without what is for who presents it. */
export const StoredLesson = z.object({
  id: z.string(),
  courseId: z.string(),
  courseTitle: z.string(),
  role: Side,
  version: z.int().min(1),
  lesson: Lesson,
  /** The smallest of the course's exercises: nothing under them is said. */
  tolerances: Tolerances,
});
export type StoredLesson = z.infer<typeof StoredLesson>;

export const SaveLesson = z.object({ version: z.int().min(1), lesson: Lesson });
export type SaveLesson = z.infer<typeof SaveLesson>;

/** The course that gets a copy. */
export const CopyLesson = z.object({ courseId: z.string() });
export type CopyLesson = z.infer<typeof CopyLesson>;

/** The order of a course's lessons, all of them by id. */
export const LessonOrder = z.object({ ids: z.array(z.string()).max(500) });
export type LessonOrder = z.infer<typeof LessonOrder>;
