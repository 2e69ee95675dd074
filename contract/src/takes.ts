import { FRAME_LIMIT, MotionDocument, Reading, Tolerances } from '@undulan/core';
import * as z from 'zod';
import { TakeSummary } from './courses.ts';
import { CourseRole } from './people.ts';

/** An instructor's remark, pinned to a frame of the target's ruler. */
export const Note = z.object({ id: z.string(), frame: z.int(), text: z.string() });
export type Note = z.infer<typeof Note>;

export const NoteText = z.object({
  frame: z.int().min(-FRAME_LIMIT).max(FRAME_LIMIT),
  text: z.string().trim().min(1, 'Write the note first.').max(2000, 'A note has at most 2000 characters.'),
});
export type NoteText = z.infer<typeof NoteText>;

/** Grade and closing words as an instructor edits them. */
export const ReviewText = z.object({
  version: z.int(),
  grade: z.number().min(0, 'A grade is from 0 to 100.').max(100, 'A grade is from 0 to 100.').nullable(),
  summary: z.string().max(5000, 'The closing words have at most 5000 characters.'),
});
export type ReviewText = z.infer<typeof ReviewText>;

export const Review = z.object({
  version: z.int(),
  grade: z.number().nullable(),
  summary: z.string(),
  notes: z.array(Note),
  instructorName: z.string().nullable(),
  returnedAt: z.string().nullable(),
});
export type Review = z.infer<typeof Review>;

/**
 * A take with its reading. For its learner the review is there once returned, and while the model is hidden from them
 * there is no target and the reading has no series from which it could be worked out.
 */
export const TakeView = TakeSummary.extend({
  /** The caller's part in the course. */
  role: CourseRole,
  exerciseId: z.string(),
  exerciseTitle: z.string(),
  courseId: z.string(),
  courseTitle: z.string(),
  learner: z.object({ id: z.string(), name: z.string() }),
  motion: MotionDocument,
  target: MotionDocument.nullable(),
  tolerances: Tolerances,
  reading: Reading.nullable(),
  /** The exercise's target has changed since this reading. */
  targetChanged: z.boolean(),
  review: Review.nullable(),
  siblings: z.array(TakeSummary),
});
export type TakeView = z.infer<typeof TakeView>;

export const ReturnReview = z.object({ version: z.int() });
export type ReturnReview = z.infer<typeof ReturnReview>;
