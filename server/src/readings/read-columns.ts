import { DIGEST_VERSION, digestOf, type Reading, type Target } from '@undulan/core';
import type { ReadingModel } from './reading.model.ts';

type DigestColumns = Pick<ReadingModel, 'digest' | 'digestVersion'>;

/** What a class's view needs of a reading, beside it. */
export function digestColumns(reading: Reading, target: Pick<Target, 'events'>): DigestColumns {
  return { digest: digestOf(reading, target.events), digestVersion: DIGEST_VERSION };
}

/** A reading that was made, as the table keeps it: all of it, and what lists and classes ask for alone. */
export function readColumns(
  reading: Reading,
  target: Pick<Target, 'events'>,
): DigestColumns & Pick<ReadingModel, 'state' | 'reading' | 'version' | 'findingsCount' | 'proposedGrade' | 'problem'> {
  return {
    state: 'read',
    reading,
    version: reading.version,
    findingsCount: reading.findings.length,
    proposedGrade: reading.proposedGrade,
    problem: null,
    ...digestColumns(reading, target),
  };
}
