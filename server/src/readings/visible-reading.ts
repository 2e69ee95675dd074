import type { Side } from '@undulan/contract';
import { findingKey, type Reading } from '@undulan/core';
import type { ReviewModel } from '../takes/take.model.ts';
import { coarseReading } from './coarse-reading.ts';

function withoutDismissed(reading: Reading, review: Pick<ReviewModel, 'decisions'> | null): Reading {
  const decisions = review?.decisions ?? {};
  return {
    ...reading,
    findings: reading.findings.filter((finding) => decisions[findingKey(finding)]?.state !== 'dismissed'),
  };
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
  const left = withoutDismissed(reading, review);
  return seesModel ? left : coarseReading(left);
}
