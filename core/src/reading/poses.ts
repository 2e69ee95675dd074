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

/**
 * Whether a channel counts in the pose at a frame: one that goes on past a key of another is judged by its spacing; all
 * count where none has a key, and one without any keys is to stay where it is.
 */
export function countsAt({ sides, track }: Pick<ReadTrack, 'sides' | 'track'>): (c: number, frame: number) => boolean {
  const keyed = track.channelIds.map(
    (id) => new Set(findChannel(sides.target.subject, id)?.keys.map((key) => key.frame)),
  );
  return (c, frame) => keyed[c]!.size === 0 || keyed[c]!.has(frame) || !keyed.some((own) => own.has(frame));
}

/**
 * How far the take is from the target's pose at each of these frames, those within what is read. What a recording
 * passes on the way it shows on whole frames only: what lies along the way within what these leave open is no miss.
 */
export function poseMisses(
  { reading, target, warped, sides, track, blurFrames }: ReadTrack,
  frames: readonly number[],
): PoseMiss[] {
  const counts = countsAt({ sides, track });
  return frames.flatMap((frame): PoseMiss[] => {
    const i = Math.round(frame - reading.gap.firstFrame);
    if (i < 0 || i >= (target[0]?.length ?? 0)) return [];
    const steps = target.map((column) => [
      column[i]! - (column[i - 1] ?? column[i]!),
      (column[i + 1] ?? column[i]!) - column[i]!,
    ]);
    let [squared, along, before, after, turned] = [0, 0, 0, 0, 0];
    for (let c = 0; c < target.length; c++) {
      const miss = counts(c, frame) ? warped[c]![i]! - target[c]![i]! : 0;
      const [came, goes] = steps[c] as [number, number];
      squared += miss ** 2;
      along += miss * (came + goes);
      before += came ** 2;
      after += goes ** 2;
      turned += came * goes;
    }
    const way = Math.sqrt(before + after + 2 * turned);
    if (blurFrames === 0 || turned <= 0 || way === 0) return [{ frame, miss: Math.sqrt(squared) }];
    along = Math.abs(along) / way;
    const across = Math.max(0, squared - along ** 2);
    const open = blurFrames * Math.sqrt(Math.min(before, after));
    return [{ frame, miss: Math.sqrt(across + Math.max(0, along - open) ** 2) }];
  });
}

/**
 * What a recording may lose of a corner, which falls between two of its drawings or on one, at a matched key, in the
 * track's unit: how far the corner is from the straight way between where the target is half a drawing before and after
 * it, at the take's pace: where that is quicker, or it has fewer frames a second, a drawing of it is a longer way.
 */
export function cornerLoss({ reading, sides, track, isSampled }: ReadTrack, frame: number): number {
  const { pairs } = reading;
  const k = isSampled ? pairs.findIndex((pair) => pair.targetFrame === frame) : -1;
  if (k < 0) return 0;
  const [before, after] = [pairs[Math.max(0, k - 1)]!, pairs[Math.min(pairs.length - 1, k + 1)]!];
  const own = after.takeFrame - before.takeFrame;
  const perOwn = own > 0 ? (after.targetFrame - before.targetFrame) / own : 1;
  const half = (sides.take.subject.exposure / 2) * perOwn;
  const [came, at, goes] = [-half, 0, half].map((off) => trackValues(sides.target.subject, track, frame + off));
  return Math.hypot(...at!.map((value, c) => value - (came![c]! + goes![c]!) / 2));
}

/** The frames of all the target's keys that count: matched and missing ones, in order. */
export function askedFrames({ reading }: ReadTrack): number[] {
  return [...reading.pairs.map((pair) => pair.targetFrame), ...reading.missingFrames].sort((a, b) => a - b);
}
