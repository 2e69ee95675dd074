import { Change, CriterionId, FRAME_LIMIT, MotionDocument, Reading, TargetTerms, Tolerances } from '@undulan/core';
import * as z from 'zod';
import { TakeClip } from './clips.ts';
import { ReadingState, TakeSummary } from './courses.ts';
import { Side } from './people.ts';

/** A place on the picture, in stage pixels. */
const Spot = z.object({ x: z.number().min(-1e5).max(1e5), y: z.number().min(-1e5).max(1e5) });

export const STROKE_KINDS = ['pen', 'arrow', 'arc'] as const;

/**
 * One line drawn over a frame: freehand; an arrow from its first point to its last; an arc through its three points.
 */
export const Stroke = z.object({ kind: z.enum(STROKE_KINDS), points: z.array(Spot).min(2).max(2000) });
export type Stroke = z.infer<typeof Stroke>;

/** A corrected pose: where a subject should be instead, as an offset from where it is, and a turn in degrees. */
export const Ghost = z.object({
  subjectId: z.string().max(64),
  dx: z.number().min(-1e5).max(1e5),
  dy: z.number().min(-1e5).max(1e5),
  turn: z.number().min(-3600).max(3600),
});
export type Ghost = z.infer<typeof Ghost>;

/** What is drawn over a frame. */
export const Drawing = z.object({ strokes: z.array(Stroke).max(100), ghosts: z.array(Ghost).max(20) });
export type Drawing = z.infer<typeof Drawing>;

export const Reply = z.object({ id: z.string(), authorName: z.string(), text: z.string(), createdAt: z.string() });
export type Reply = z.infer<typeof Reply>;

export const ReplyText = z.object({
  text: z.string().trim().min(1, 'Write the reply first.').max(2000, 'A reply has at most 2000 characters.'),
});
export type ReplyText = z.infer<typeof ReplyText>;

export const NoteDone = z.object({ done: z.boolean() });

const NoteFrame = z.int().min(-FRAME_LIMIT).max(FRAME_LIMIT);

/**
 * A remark pinned to a frame or a span of the target's ruler, and if wanted to a subject or a spot on the picture; with
 * a drawing over the frame.
 */
export const NoteText = z
  .object({
    frame: NoteFrame,
    lastFrame: NoteFrame.nullable().default(null),
    subjectId: z.string().max(64).nullable().default(null),
    spot: Spot.nullable().default(null),
    drawing: Drawing.nullable().default(null),
    text: z.string().trim().min(1, 'Write the note first.').max(2000, 'A note has at most 2000 characters.'),
  })
  .refine((note) => note.lastFrame === null || note.lastFrame > note.frame, {
    path: ['lastFrame'],
    message: 'A span ends after it begins.',
  });
export type NoteText = z.infer<typeof NoteText>;

export const Note = z.object({
  ...NoteText.shape,
  id: z.string(),
  /** The learner has marked it as done. */
  done: z.boolean(),
  replies: z.array(Reply),
});
export type Note = z.infer<typeof Note>;

/** What the instructor made of a finding. A merged one went into the note of another. */
export const Decision = z.object({
  state: z.enum(['accepted', 'dismissed']),
  reason: z.string().max(300).optional(),
  noteId: z.string().max(64).optional(),
});
export type Decision = z.infer<typeof Decision>;

const Grade = z.number().min(0, 'A grade is from 0 to 100.').max(100, 'A grade is from 0 to 100.');

/** Grades, decisions on findings and closing words as an instructor edits them. */
export const ReviewText = z.object({
  version: z.int(),
  grade: Grade.nullable(),
  summary: z.string().max(5000, 'The closing words have at most 5000 characters.'),
  /** Grades that differ from the proposed ones. */
  criteria: z.partialRecord(CriterionId, Grade).default({}),
  /** By `findingKey`. */
  decisions: z.record(z.string().max(300), Decision).default({}),
});
export type ReviewText = z.infer<typeof ReviewText>;

export const Review = z.object({
  ...ReviewText.shape,
  notes: z.array(Note),
  instructorName: z.string().nullable(),
  returnedAt: z.string().nullable(),
  /** Returned for another take. */
  again: z.boolean(),
});
export type Review = z.infer<typeof Review>;

/**
 * A take with its reading. For its learner the reading is there once the review is returned, and while the model is
 * hidden from them there is no target and the reading has no series from which it could be worked out.
 */
export const TakeView = TakeSummary.extend({
  /** The caller's part in the course. */
  role: Side,
  /** The caller has left the course: it can be seen, and nothing said or begun. */
  left: z.boolean(),
  exerciseId: z.string(),
  exerciseTitle: z.string(),
  courseId: z.string(),
  courseTitle: z.string(),
  learner: z.object({ id: z.string(), name: z.string() }),
  /** What its learner wrote to the instructor. */
  note: z.string(),
  /** The learner may have it checked. */
  selfCheck: z.boolean(),
  motion: MotionDocument,
  /** What it was read from, if it is a clip. */
  clip: TakeClip.nullable(),
  target: MotionDocument.nullable(),
  tolerances: Tolerances,
  /** What the target says beside its motion and its tolerances, for who sees it. */
  terms: TargetTerms.omit({ alternatives: true }),
  /**
   * The newest reading, or the one asked for; null while it is coming, where it could not be made, and for a learner
   * until the review is returned.
   */
  reading: Reading.nullable(),
  /** Why the newest reading could not be made. */
  notReadBecause: z.string().nullable(),
  /** The exercise's target has changed since this reading. */
  targetChanged: z.boolean(),
  /** Readings of this take, newest first; the one shown is `readingId`. For an instructor. */
  readings: z.array(
    z.object({
      id: z.string(),
      createdAt: z.string(),
      state: ReadingState,
      proposedGrade: z.number().nullable(),
      findings: z.int().nullable(),
    }),
  ),
  readingId: z.string().nullable(),
  siblings: z.array(TakeSummary),
});
export type TakeView = z.infer<typeof TakeView>;

/** A take with what is said of it: the one is fetched once, the other changes while it is looked at. */
export type ReviewedTake = TakeView & { review: Review | null };

/** The fewest edits found that bring a take within its tolerances, each after those before it. */
export const TakeEdits = z.object({
  edits: z.array(
    z.object({
      sentence: z.string(),
      changes: z.array(Change),
      clears: z.array(z.string()),
      left: z.int(),
      grade: z.number(),
    }),
  ),
  /** What no edit puts right, in words. */
  left: z.array(z.string()),
  /** Why there is nothing to edit key by key; null where there is. */
  why: z.string().nullable(),
});
export type TakeEdits = z.infer<typeof TakeEdits>;

/** One take of a learner in the row of all of them: what got better and what did not. */
export const SeriesTake = z.object({ take: TakeSummary, reading: Reading.nullable() });
export type SeriesTake = z.infer<typeof SeriesTake>;

export const ReturnReview = z.object({ version: z.int(), again: z.boolean().default(false) });
export type ReturnReview = z.infer<typeof ReturnReview>;

/** A phrase of an instructor's own, to be put into notes. */
export const NewPhrase = z.object({
  text: z.string().trim().min(1, 'Write the phrase first.').max(500, 'A phrase has at most 500 characters.'),
});
export type NewPhrase = z.infer<typeof NewPhrase>;

export const Phrase = z.object({ id: z.string(), text: z.string() });
export type Phrase = z.infer<typeof Phrase>;
