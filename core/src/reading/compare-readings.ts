import { type Criterion, type Finding, type Reading, tracksTold } from './schema.ts';

/** What became of findings from one take to a later one. */
export interface ReadingChange {
  gone: Finding[];
  /** As they are in the later reading. */
  stayed: Finding[];
  came: Finding[];
  /** Score of each criterion that both have, later minus earlier. */
  criteria: { id: Criterion['id']; label: string; by: number }[];
  proposedGrade: number;
}

/** How many frames a fault may have moved and still be the same. */
const REACH = 3;

function sameFault(a: Finding, b: Finding): boolean {
  if (a.kind !== b.kind || a.subjectId !== b.subjectId) return false;
  if (!tracksTold(a).some((track) => tracksTold(b).includes(track))) return false;
  return a.firstFrame <= b.lastFrame + REACH && b.firstFrame <= a.lastFrame + REACH;
}

/**
 * What got better from one reading to another against the same target, and what did not: each fault of the later one
 * stands for at most one of the earlier.
 */
export function compareReadings(earlier: Reading, later: Reading): ReadingChange {
  const left = [...later.findings];
  const gone: Finding[] = [];
  const stayed: Finding[] = [];
  for (const finding of earlier.findings) {
    const at = left.findIndex((other) => sameFault(finding, other));
    if (at < 0) gone.push(finding);
    else stayed.push(...left.splice(at, 1));
  }
  const criteria = later.criteria.flatMap(({ id, label, score }) => {
    const before = earlier.criteria.find((criterion) => criterion.id === id);
    return before ? [{ id, label, by: score - before.score }] : [];
  });
  return { gone, stayed, came: left, criteria, proposedGrade: later.proposedGrade - earlier.proposedGrade };
}
