import { Review, type ReviewedTake, type ReviewText } from '@undulan/contract';
import { sameData } from '@undulan/core';
import { z } from 'zod';

export type ReviewWords = Omit<ReviewText, 'version'>;

/**
 * What had not gone through as a page went, from which version it was changed, and the words on their way then. Closing
 * words that the server refuses as too long are kept, too.
 */
const Left = z.object({
  version: z.number(),
  change: z.object({
    grade: z.number().nullable().optional(),
    summary: z.string().optional(),
    criteria: Review.shape.criteria.unwrap().optional(),
    decisions: Review.shape.decisions.unwrap().optional(),
  }),
  sent: z.unknown().optional(),
});
export type Left = z.infer<typeof Left>;

const NO_WORDS: ReviewWords = { grade: null, summary: '', criteria: {}, decisions: {} };

export const wordsOf = (review: ReviewedTake['review']): ReviewWords => {
  if (!review) return NO_WORDS;
  const { grade, summary, criteria, decisions } = review;
  return { grade, summary, criteria, decisions };
};

/** What is to be brought back, if it did not go through after all, and whether another changed the review meanwhile. */
export function leftOf(
  { state, review }: ReviewedTake,
  kept: unknown,
): { change: Left['change'] | null; isStale: boolean } {
  const words = wordsOf(review);
  const { data: left } = Left.safeParse(kept);
  if (!left || state === 'returned' || sameData({ ...words, ...left.change }, words))
    return { change: null, isStale: false };
  // Of two writes the first may have gone through.
  const isOurs = left.version >= (review?.version ?? 1) || sameData(left.sent, words);
  return { change: left.change, isStale: !isOurs };
}
