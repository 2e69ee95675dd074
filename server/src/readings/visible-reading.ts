import type { Side } from '@undulan/contract';
import { findingKey, type Reading } from '@undulan/core';
import type { ReviewModel } from '../takes/take.model.ts';
import { coarseReading } from './coarse-reading.ts';

type Findable = Parameters<typeof findingKey>[0];

/** Of some findings those that a review does not dismiss. */
export function notDismissed<Of extends Findable>(findings: readonly Of[], decisions: ReviewModel['decisions']): Of[] {
  return findings.filter((finding) => decisions?.[findingKey(finding)]?.state !== 'dismissed');
}

/**
 * A reading as its reader may have it: a learner's is without what was dismissed, and coarse while the model is hidden.
 */
export function readingFor(
  reading: Reading,
  role: Side,
  review: Pick<ReviewModel, 'decisions'> | null,
  seesModel: boolean,
): Reading {
  if (role === 'instructor') return reading;
  const left = { ...reading, findings: notDismissed(reading.findings, review?.decisions ?? null) };
  return seesModel ? left : coarseReading(left);
}
