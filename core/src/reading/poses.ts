import { findChannel } from '../motion/document/document.ts';
import { trackValues } from '../motion/sampling/track.ts';
import type { ReadTrack } from './read-track.ts';

/** Where a key of the target stands and how far from its pose the take is, timing taken out. */
export interface PoseMiss {
  /** Of the target. */
  frame: number;
  /** In the track's unit. */
  miss: number;
}

/** How far the take is from the target's pose at each of these frames, those within what is read. */
export function poseMisses(
  { reading, target, warped, sides, track }: ReadTrack,
  frames: readonly number[],
): PoseMiss[] {
  const keyed = track.channelIds.map(
    (id) => new Set(findChannel(sides.target.subject, id)?.keys.map((key) => key.frame)),
  );
  return frames.flatMap((frame): PoseMiss[] => {
    const i = Math.round(frame - reading.gap.firstFrame);
    if (i < 0 || i >= (target[0]?.length ?? 0)) return [];
    // A coordinate that goes on past a key of another is judged by its spacing; all are where none has a key.
    const isAny = keyed.some((own) => own.has(frame));
    let squared = 0;
    for (let c = 0; c < target.length; c++)
      if (!isAny || keyed[c]!.has(frame)) squared += (warped[c]![i]! - target[c]![i]!) ** 2;
    return [{ frame, miss: Math.sqrt(squared) }];
  });
}

/** A key of a recording nearer to one of its drawings than this is on it. */
const ON_A_DRAWING = 0.1;

/**
 * What a recording loses of a corner that falls between two of its drawings, at a matched key, in the track's unit: how
 * far the corner is from the straight way between where the target is half a drawing before and after it.
 */
export function cornerLoss({ reading, sides, track, isSampled }: ReadTrack, frame: number): number {
  const pair = isSampled && reading.pairs.find((other) => other.targetFrame === frame);
  if (!pair) return 0;
  const held = sides.take.subject.exposure;
  const drawings = (pair.takeFrame - sides.take.motion.range.first) / held;
  if (Math.abs(drawings - Math.round(drawings)) * held <= ON_A_DRAWING) return 0;
  const half = held / 2;
  const [before, at, after] = [-half, 0, half].map((off) => trackValues(sides.target.subject, track, frame + off));
  return Math.hypot(...at!.map((value, c) => value - (before![c]! + after![c]!) / 2));
}

/** The frames of all the target's keys that count: matched and missing ones, in order. */
export function askedFrames({ reading }: ReadTrack): number[] {
  return [...reading.pairs.map((pair) => pair.targetFrame), ...reading.missingFrames].sort((a, b) => a - b);
}
