import { trackValues } from '../motion/sampling/track.ts';
import type { ReadTrack } from './read-track.ts';

/** A key that stands alone at an end of a hold tells when; of fewer than so many keys each end is seen. */
const LEAST_KEYS = 3;

/**
 * Whether a matched key, by its place, shows when it is: not from where a pose is held before anything moves, nor to
 * where it is held after all has moved; in a recording not within a standstill either.
 */
export function isSeen({ isSampled, areKeysFound, reading, sides, track }: ReadTrack, k: number): boolean {
  const { pairs, segments } = reading;
  const [came, goes] = [segments[k - 1], segments[k]];
  if (!(isSampled || areKeysFound)) {
    const isEnd = k === 0 || k === pairs.length - 1;
    const beside = k === 0 ? goes : came;
    return !isEnd || pairs.length < LEAST_KEYS || !beside || beside.target !== null || beside.take !== null;
  }
  if (came?.target || goes?.target) return true;
  const [before, at] = [pairs[k - 1], pairs[k]!].map(
    (pair) => pair && trackValues(sides.target.subject, track, pair.targetFrame),
  );
  // What was held may jump there.
  return pairs.length < 2 || (before?.some((value, c) => value !== at![c]) ?? false);
}
