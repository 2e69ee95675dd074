import type { Subject } from '../motion/schema.ts';
import { trackValues, type Track } from '../motion/track.ts';
import type { SegmentEase } from './schema.ts';

/** Share of the segment over which its end speed is measured: one part in ten thousand keeps the difference's error below 1e-3. */
const PROBE = 1e-4;

/** Below this share of the track's span a segment stands still. */
const STILL = 1e-6;

function lengthBetween(a: readonly number[], b: readonly number[]): number {
  return Math.sqrt(a.reduce((sum, value, i) => sum + (value - b[i]!) ** 2, 0));
}

/**
 * How a track leaves frame `from` and arrives at frame `to`: speed at the end ÷ mean speed over the way between the two keys.
 * Null where it stands still, held keys included.
 */
export function segmentEase(subject: Subject, track: Track, from: number, to: number, span: number): SegmentEase | null {
  const length = to - from;
  const probe = length * PROBE;
  const start = trackValues(subject, track, from);
  // Just before the end: the jump that ends a held key is not a way travelled inside the segment.
  const end = trackValues(subject, track, to - probe);
  const middle = trackValues(subject, track, (from + to) / 2);
  const way = lengthBetween(start, middle) + lengthBetween(middle, end);
  if (!(way > span * STILL)) return null;
  const mean = way / (length - probe);
  const leaving = lengthBetween(start, trackValues(subject, track, from + probe)) / probe;
  const arriving = lengthBetween(end, trackValues(subject, track, to - 2 * probe)) / probe;
  return { start: leaving / mean, finish: arriving / mean };
}
