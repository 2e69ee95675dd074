import { trackValues } from '../motion/sampling/track.ts';
import type { ReadTrack } from './read-track.ts';

/** Of fewer keys each shows when something happens. */
const LEAST_KEYS = 3;

/**
 * Whether a matched key, by its place, shows when it is: not where a pose is held from before anything moves, nor to
 * where it is held after all has moved, nor within a hold.
 */
export function isSeen({ isSampled, areKeysFound, reading, sides, track }: ReadTrack, k: number): boolean {
  const { pairs, segments } = reading;
  const [came, goes] = [segments[k - 1], segments[k]];
  const [before, at] = [pairs[k - 1], pairs[k]!].map(
    (pair) => pair && trackValues(sides.target.subject, track, pair.targetFrame),
  );
  // What was held may jump there.
  const jumps = before?.some((value, c) => value !== at![c]) ?? false;
  if (isSampled || areKeysFound) return (came?.target ?? goes?.target ?? null) !== null || pairs.length < 2 || jumps;
  const areHeld = [came, goes].every((segment) => !segment || (segment.target === null && segment.take === null));
  return pairs.length < LEAST_KEYS || !areHeld || jumps;
}
