import { findChannel } from '../motion/document/document.ts';
import type { Subject } from '../motion/document/schema.ts';
import { channelSpeed } from '../motion/sampling/sample.ts';
import type { Track } from '../motion/sampling/track.ts';
import type { Rate } from '../time/rate.ts';

/** Samples between two keys of a speed. */
const SAMPLES = 32;

/** A speed in units per second at a frame. */
export interface SpeedPoint {
  frame: number;
  speed: number;
}

interface Speeds {
  left: number;
  right: number;
}

/**
 * The speed between two keys, at both of them and evenly between: what is drawn of it, and what is said of it, is of
 * these. Without those that are beyond measure, as at the end of an ease that ends in a jump.
 */
export function speedPiece(from: number, to: number, speedsAt: (frame: number) => Speeds): SpeedPoint[] {
  return Array.from({ length: SAMPLES + 1 }, (_, n) => {
    const frame = from + ((to - from) * n) / SAMPLES;
    const { left, right } = speedsAt(frame);
    return { frame, speed: n === SAMPLES ? left : right };
  }).filter(({ speed }) => Number.isFinite(speed));
}

/** How fast a track goes along its way at a frame, from the left and from the right: never below nothing. */
export function trackSpeed(subject: Subject, track: Track, frame: number, rate: Rate): Speeds {
  const speeds = track.channelIds.flatMap((id) => {
    const channel = findChannel(subject, id);
    return channel && channel.keys.length > 0 ? [channelSpeed(channel, frame, rate)] : [];
  });
  return {
    left: Math.hypot(...speeds.map(({ left }) => left)),
    right: Math.hypot(...speeds.map(({ right }) => right)),
  };
}

/** Of two speeds the greater, whichever way; of equal ones the first. */
export const faster = (best: SpeedPoint, point: SpeedPoint): SpeedPoint =>
  Math.abs(point.speed) > Math.abs(best.speed) ? point : best;

/** Where a track is fastest between two frames, and how fast: by the derivative, as it is drawn. */
export function fastestOf(subject: Subject, track: Track, from: number, to: number, rate: Rate): SpeedPoint {
  const keys = track.channelIds.flatMap((id) => findChannel(subject, id)?.keys ?? []);
  const inner = keys.map((key) => key.frame).filter((frame) => frame > from && frame < to);
  const stops = [...new Set([from, ...inner, to])].sort((a, b) => a - b);
  return stops
    .slice(0, -1)
    .flatMap((stop, i) => speedPiece(stop, stops[i + 1]!, (frame) => trackSpeed(subject, track, frame, rate)))
    .reduce(faster, { frame: from, speed: 0 });
}
