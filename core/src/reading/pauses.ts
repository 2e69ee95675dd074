import type { Subject } from '../motion/document/schema.ts';
import { type Track, trackValues } from '../motion/sampling/track.ts';
import type { KeyPair, Tolerances, TrackReading } from './schema.ts';
import { severityOf } from './severity.ts';
import type { SharedTime } from './shared-time.ts';

/** A stand of a take: at which of the target's frames, how many of these it lasts, and by which key of the take. */
export interface Pause {
  targetFrame: number;
  frames: number;
  takeFrame: number;
}

/** What goes less than this share of the span stands. */
const STANDS = 0.005;

/** Where the take stands from a matched key to one that is none of the target's. */
export function pausesOf(
  take: Subject,
  track: Track,
  { pairs, extra }: { pairs: readonly KeyPair[]; extra: readonly number[] },
  { toTarget }: SharedTime,
  span: number,
): Pause[] {
  return extra.flatMap((takeFrame): Pause[] => {
    const pair = pairs.findLast((before) => before.takeFrame < takeFrame);
    if (!pair) return [];
    const from = trackValues(take, track, pair.takeFrame);
    const stands = [(pair.takeFrame + takeFrame) / 2, takeFrame].every((at) => {
      const there = trackValues(take, track, at);
      return Math.hypot(...there.map((value, c) => value - from[c]!)) <= STANDS * span;
    });
    const frames = toTarget(takeFrame) - toTarget(pair.takeFrame);
    return stands ? [{ targetFrame: pair.targetFrame, frames, takeFrame }] : [];
  });
}

/** Those that are long enough to be told, where the target goes on. */
export function toldPauses(
  { pauses, reading, blurFrames }: { pauses: readonly Pause[]; reading: TrackReading; blurFrames: number },
  { keyFrames }: Tolerances,
): Pause[] {
  const goesOn = ({ targetFrame }: Pause): boolean =>
    reading.segments.some(({ firstFrame, target }) => firstFrame === targetFrame && target !== null);
  return pauses.filter((pause) => severityOf(pause.frames, keyFrames + blurFrames) !== null && goesOn(pause));
}
