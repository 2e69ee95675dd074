import type { Finding } from './schema.ts';

/** What becomes of the keys after one that is moved to its frame, when they all go along with it. */
export interface MovedAlong {
  /** Those of the same movement that are told as late or early, and how many of them are then within tolerance. */
  after: number;
  onTime: number;
  /** Of the others how far the worst is then off, in frames: positive is late. */
  leftFrames: number;
}

/**
 * Whether what comes after a late or early key follows from it: each is off by as much less as it is moved. Null where
 * the finding is of no one key or nothing after it is told as late or early.
 */
export function movedAlong(first: Finding, findings: readonly Finding[]): MovedAlong | null {
  const isTimed = ({ kind }: Finding): boolean => kind === 'key-late' || kind === 'key-early';
  if (!isTimed(first)) return null;
  const by = first.measured - first.expected;
  const left = findings
    .filter(
      (other) =>
        isTimed(other) &&
        other.subjectId === first.subjectId &&
        other.track === first.track &&
        other.expected > first.expected,
    )
    .map(({ measured, expected, tolerance }) => ({ off: measured - expected - by, tolerance }));
  if (left.length === 0) return null;
  const wrong = left.filter(({ off, tolerance }) => Math.abs(off) > tolerance);
  return {
    after: left.length,
    onTime: left.length - wrong.length,
    leftFrames: wrong.reduce((most, { off }) => (Math.abs(off) > Math.abs(most) ? off : most), 0),
  };
}
