import type { BothRead } from './checks/check.ts';
import type { Finding, TrackReading } from './schema.ts';
import { capital, saysCoordinate, theSubject, uncapital } from './words.ts';

/** A sentence says of which subject it is where there are several, and of which movement where that has several. */
export function namingTrack({ tracks }: BothRead): (finding: Finding) => Finding {
  const bySubject = new Map<string | null, TrackReading[]>();
  for (const { reading } of tracks)
    bySubject.set(reading.subjectId, [...(bySubject.get(reading.subjectId) ?? []), reading]);
  return (finding) => {
    const own = bySubject.get(finding.subjectId) ?? [];
    const said = own.find(({ track }) => track === finding.track);
    if (!said) return finding;
    const { sentence } = finding;
    const says = (words: string): boolean => sentence.toLowerCase().includes(words.toLowerCase());
    const names = [
      ...(bySubject.size > 1 && !says(theSubject(said.subjectName)) ? [said.subjectName] : []),
      ...(own.length > 1 && !says(said.label) && !saysCoordinate(sentence) ? [said.label] : []),
    ];
    if (names.length === 0) return finding;
    const named = capital(names.join(', ').toLowerCase());
    return { ...finding, sentence: `${named}: ${uncapital(sentence)}` };
  };
}
