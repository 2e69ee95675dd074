import { type Finding, FINDING_GROUPS, FINDING_KINDS } from './schema.ts';

/** In which order findings are told: what to fix first comes first. */

const SEVERITY_ORDER = ['strong', 'clear', 'slight'] as const;

/** What mends about as much goes by what it is: within steps so large; of one kind of one movement, so large. */
const AS_MUCH = 0.02;
const AS_MUCH_AMONG_KIN = 0.25;

/**
 * Settings first and polish last; between them what mends most comes first: all of one kind of one movement together,
 * by the one of them that mends most; what mends about as much in the order given.
 */
export function byWhatMends(findings: readonly Finding[]): Finding[] {
  const groupOf = ({ kind }: Finding): (typeof FINDING_GROUPS)[number] => FINDING_KINDS[kind];
  const kin = (finding: Finding): string => `${finding.subjectId} ${finding.track} ${groupOf(finding)}`;
  // Where the pace of a movement is another, its line is so because of that.
  const paced = findings.filter((other) => groupOf(other) === 'spacing');
  const isByPace = (finding: Finding): boolean =>
    groupOf(finding) === 'path' &&
    paced.some(
      ({ subjectId, firstFrame, lastFrame }) =>
        subjectId === finding.subjectId && firstFrame <= finding.lastFrame && lastFrame >= finding.firstFrame,
    );
  const steps = (finding: Finding, size: number): number =>
    isByPace(finding) ? 0 : Math.round((finding.mends ?? 0) / size);
  const most = new Map<string, number>();
  for (const finding of findings)
    most.set(kin(finding), Math.max(most.get(kin(finding)) ?? 0, steps(finding, AS_MUCH)));
  // A coordinate that moves where it should not is no polish: it is off by what its going removes.
  const place = (finding: Finding): number =>
    groupOf(finding) === 'settings' ? 0 : groupOf(finding) === 'polish' && !finding.mends ? 2 : 1;
  const mostOf = (finding: Finding): number => most.get(kin(finding))!;
  // What is off throughout comes before what is off besides.
  const posesIn = ({ kind, firstFrame, lastFrame }: Finding): number =>
    kind === 'pose-off' ? lastFrame - firstFrame : 0;
  const nth = new Map<string, number>();
  for (const finding of findings) if (!nth.has(kin(finding))) nth.set(kin(finding), nth.size);
  const byMends = (a: Finding, b: Finding): number =>
    mostOf(b) - mostOf(a) ||
    nth.get(kin(a))! - nth.get(kin(b))! ||
    steps(b, AS_MUCH_AMONG_KIN) - steps(a, AS_MUCH_AMONG_KIN) ||
    posesIn(b) - posesIn(a);
  const sorted = findings.toSorted((a, b) => place(a) - place(b) || (place(a) === 1 ? byMends(a, b) : 0));
  const runs = new Map<string, number[]>();
  sorted.forEach((finding, i) => {
    if (groupOf(finding) !== 'timing') return;
    const places = runs.get(kin(finding));
    if (places) places.push(i);
    else runs.set(kin(finding), [i]);
  });
  for (const places of runs.values()) putCauseFirst(sorted, places);
  return sorted;
}

/** Being late by this share of what the latest is makes a key the cause of those after it. */
const CAUSES = 0.4;

/** Keys of one movement that are all late, or all early, are told in the order of time: what comes first pushes on. */
function putCauseFirst(findings: Finding[], places: readonly number[]): void {
  const own = places.map((i) => findings[i]!).sort((a, b) => a.expected - b.expected);
  const kind = own[0]!.kind;
  const off = ({ measured, expected }: Finding): number => Math.abs(measured - expected);
  const isRun = (kind === 'key-late' || kind === 'key-early') && own.every((finding) => finding.kind === kind);
  if (isRun && off(own[0]!) >= CAUSES * Math.max(...own.map(off)))
    places.forEach((i, k) => {
      findings[i] = own[k]!;
    });
}

/** By group, then severity, then frame. */
export function byFixingOrder(a: Finding, b: Finding): number {
  const group = (finding: Finding): number => FINDING_GROUPS.indexOf(FINDING_KINDS[finding.kind]);
  const severity = (finding: Finding): number => SEVERITY_ORDER.indexOf(finding.severity);
  return group(a) - group(b) || severity(a) - severity(b) || a.firstFrame - b.firstFrame;
}
