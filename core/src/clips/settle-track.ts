import { bridgeGaps } from './bridge-gaps.ts';
import type { Place } from './clip-picture.ts';
import type { Sighting } from './follow-blob.ts';

/** Where what is followed is in one picture. */
export interface TrackFrame extends Place {
  /** When the picture is shown, in seconds. */
  seconds: number;
  /** 0 to 1. */
  confidence: number;
  /** It was not seen well enough: this is the likeliest way between what is seen before and after. */
  guessed: boolean;
}

/** What is less sure is guessed. */
const GUESSED = 0.35;
/** A place may be off by this many pixels where all of it is seen. */
const SEEN = 0.1;
/** What changes velocity by less than this many pixels a frame, as usual, is taken to do so at least. */
const LEAST_RESTLESS = 0.3;

/** How much velocity usually changes from frame to frame, where it is surely seen. */
function restlessness(sightings: readonly Sighting[]): number {
  const changes: number[] = [];
  for (let i = 1; i + 1 < sightings.length; i++) {
    const [a, b, c] = [sightings[i - 1]!, sightings[i]!, sightings[i + 1]!];
    if (Math.min(a.sure, b.sure, c.sure) < 0.8) continue;
    const change = Math.hypot(a.x - 2 * b.x + c.x, a.y - 2 * b.y + c.y);
    if (change > 0) changes.push(change);
  }
  changes.sort((a, b) => a - b);
  return Math.max(LEAST_RESTLESS, changes[Math.floor(changes.length * 0.75)] ?? 0);
}

/**
 * Sightings as places: what is seen whole stays where it is seen; what is partly hidden, or not seen at all, is where
 * it most likely was by what is seen before and after, within what its seen edges allow.
 */
export function settleTrack(
  sightings: readonly Sighting[],
  seconds: readonly number[],
  frames: readonly number[],
): TrackFrame[] {
  const restless = restlessness(sightings);
  const along = (axis: 'x' | 'y'): ReturnType<typeof bridgeGaps> =>
    bridgeGaps(
      sightings.map((seen, i) => ({
        at: frames[i]!,
        value: seen[axis],
        error: seen.sure < GUESSED ? Infinity : Math.max(SEEN, seen.error[axis] / 2),
      })),
      restless,
    );
  const [alongX, alongY] = [along('x'), along('y')];
  return sightings.map((seen, i) => {
    const guessed = seen.sure < GUESSED;
    const settled = (axis: 'x' | 'y', { value }: { value: number }): number => {
      if (!Number.isFinite(value)) return seen[axis];
      if (guessed && seen.error[axis] === Infinity) return value;
      const most = seen.error[axis];
      return most <= SEEN ? seen[axis] : Math.min(seen[axis] + most, Math.max(seen[axis] - most, value));
    };
    return {
      seconds: seconds[i]!,
      x: settled('x', alongX[i]!),
      y: settled('y', alongY[i]!),
      confidence: Math.round(100 * Math.min(1, seen.sure)) / 100,
      guessed,
    };
  });
}
