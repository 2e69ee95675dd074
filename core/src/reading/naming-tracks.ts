import { type BothRead, isAbout } from './checks/check.ts';
import { movementsName } from './said-once.ts';
import type { Finding, TrackReading } from './schema.ts';
import { capital, saysCoordinate, theSubject, uncapital } from './words.ts';

/** A sentence says of which subject it is where there are several, and of which movement where that has several. */
export function namingTrack({ tracks }: BothRead): (finding: Finding) => Finding {
  const bySubject = new Map<string | null, TrackReading[]>();
  for (const { reading } of tracks)
    bySubject.set(reading.subjectId, [...(bySubject.get(reading.subjectId) ?? []), reading]);
  return (finding) => {
    const own = bySubject.get(finding.subjectId) ?? [];
    const told = own.filter((reading) => isAbout(finding, reading));
    if (!told[0]) return finding;
    const { sentence } = finding;
    const says = (words: string): boolean => sentence.toLowerCase().includes(words.toLowerCase());
    const label = movementsName(told.map((reading) => reading.label));
    const names = [
      ...(bySubject.size > 1 && !says(theSubject(told[0].subjectName)) ? [told[0].subjectName] : []),
      ...(own.length > told.length && !says(label) && !saysCoordinate(sentence) ? [label] : []),
    ];
    if (names.length === 0) return finding;
    const named = capital(names.join(', ').toLowerCase());
    return { ...finding, sentence: `${named}: ${uncapital(sentence)}` };
  };
}
