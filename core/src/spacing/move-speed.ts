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

/** Samples of a way that turns back: a corner between two is cut off. */
const TURNING_SAMPLES = 1024;

/**
 * How long the way is from one frame to another, there and back: through as many places as its speed is taken at, or
 * many more where it turns back.
 */
export function wayBetween(from: number, to: number, valuesAt: (frame: number) => readonly number[]): number {
  const through = (samples: number): { way: number; turns: boolean } => {
    let before = valuesAt(from);
    let way = 0;
    let turns = false;
    const went = before.map(() => 0);
    for (let n = 1; n <= samples; n++) {
      const here = valuesAt(from + ((to - from) * n) / samples);
      const steps = here.map((value, c) => value - before[c]!);
      steps.forEach((step, c) => {
        turns ||= step * went[c]! < 0;
        if (step !== 0) went[c] = step;
      });
      way += Math.hypot(...steps);
      before = here;
    }
    return { way, turns };
  };
  const { way, turns } = through(SAMPLES);
  return turns ? through(TURNING_SAMPLES).way : way;
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
