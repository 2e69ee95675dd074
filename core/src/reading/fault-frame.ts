import type { Finding, FindingKind, Reading } from './schema.ts';

/** What is said of when a key comes expects it on its frame. */
const ON_TIME: ReadonlySet<FindingKind> = new Set(['key-late', 'key-early']);

/**
 * The target's frame that a finding is of: where a key is expected, the one moment, or where a pose begins that the
 * target holds all the while; null of a longer stretch, which is of no moment.
 */
export function faultFrame(finding: Finding, { tracks }: Pick<Reading, 'tracks'>): number | null {
  const { kind, subjectId, track, firstFrame, lastFrame, expected } = finding;
  if (ON_TIME.has(kind)) return expected;
  if (firstFrame === lastFrame) return firstFrame;
  const own = tracks.find((one) => one.subjectId === subjectId && one.track === track);
  const within = own?.segments.filter((way) => firstFrame <= way.firstFrame && way.lastFrame <= lastFrame) ?? [];
  return within.length > 0 && within.every(({ target }) => target === null) ? firstFrame : null;
}
