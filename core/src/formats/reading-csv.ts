import { type Reading, tracksTold } from '../reading/index.ts';
import { csvOf } from './csv-text.ts';

/** The findings of a reading as a table: a row a finding, in the order in which they are put right. */
export function writeFindingsCsv({ findings, tracks }: Reading): string {
  const names = new Map(tracks.map(({ subjectId, subjectName }) => [subjectId, subjectName]));
  return csvOf([
    [
      'kind',
      'severity',
      'subject',
      'track',
      'first frame',
      'last frame',
      'measured',
      'expected',
      'tolerance',
      'unit',
      'says',
    ],
    ...findings.map((finding) => [
      finding.kind,
      finding.severity,
      (finding.subjectId && names.get(finding.subjectId)) ?? finding.subjectId,
      tracksTold(finding).join(' '),
      finding.firstFrame,
      finding.lastFrame,
      finding.measured,
      finding.expected,
      finding.tolerance,
      finding.unit,
      finding.sentence,
    ]),
  ]);
}
