import type { Review, ReviewedTake } from '@undulan/contract';
import type { MotionDocument, Reading, SheetNote } from '@undulan/core';

/** What of a take can be saved as a file. */
export function exportedTake({ exerciseTitle, learner, number, motion, target, reading, review }: ReviewedTake): {
  title: string;
  motion: MotionDocument;
  target: MotionDocument | null;
  reading: Reading | null;
  notes: readonly SheetNote[];
  review: Pick<Review, 'grade' | 'criteria' | 'summary'> | null;
} {
  return {
    title: `${exerciseTitle}, ${learner.name}, take ${number}`,
    motion,
    target,
    reading: reading ?? null,
    notes: review?.notes ?? [],
    review,
  };
}
