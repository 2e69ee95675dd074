import { MotionDocument } from '@undulan/core';
import * as z from 'zod';

/** Something that happened in a course, to whom it concerns. */
export const Happening = z.object({
  kind: z.enum(['handed-in', 'returned', 'replied', 'opened', 'joined']),
  at: z.string(),
  /** Since one last looked. */
  isNew: z.boolean(),
  /** Who did it; null of what is not anybody's doing. */
  who: z.string().nullable(),
  /** The exercise it is about. */
  exercise: z.string().nullable(),
  /** The take it is about. */
  take: z.object({ id: z.string(), number: z.int() }).nullable(),
});
export type Happening = z.infer<typeof Happening>;

/** What happened lately in a course, the last first. */
export const Activity = z.object({ happenings: z.array(Happening) });
export type Activity = z.infer<typeof Activity>;

/** A motion that stands for an exercise: its model where it may be seen, else one's own work, else its scene. */
export const ExercisePicture = z.object({ motion: MotionDocument });
export type ExercisePicture = z.infer<typeof ExercisePicture>;
