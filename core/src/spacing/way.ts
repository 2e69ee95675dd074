import type { ChannelId } from '../motion/document/channels.ts';
import { findChannel } from '../motion/document/document.ts';
import type { Subject } from '../motion/document/schema.ts';
import { differ, moves } from '../motion/sampling/stands.ts';
import { bakeTrack, type Track, trackValues } from '../motion/sampling/track.ts';

/** Samples a frame along a way of several channels. */
const SAMPLES_PER_FRAME = 16;
/** Over very many frames fewer are enough. */
const MOST_SAMPLES = 40_000;

/** The way a track goes between two frames, however fast. */
export interface Way {
  /** Its channels that have keys: those a drawing on the way is keyed on. */
  keyedIds: ChannelId[];
  /** Its length in the track's unit; on one moving channel signed. */
  length: number;
  /**
   * The values of the keyed channels at a share of the way: 0 at the start, 1 at the end; on one moving channel also
   * beyond.
   */
  at: (progress: number) => number[];
}

/**
 * The way of a track from one frame to another. One moving channel goes straight from value to value, so that a share
 * below 0 or above 1 is anticipation or overshoot; on several the share is of arc length along the trajectory as it is
 * now, held at its ends. Throws nothing; a track that does not move has length 0.
 */
export function wayOf(subject: Subject, track: Track, firstFrame: number, lastFrame: number): Way {
  const keyedIds = track.channelIds.filter((id) => (findChannel(subject, id)?.keys.length ?? 0) > 0);
  const keyed = { ...track, channelIds: keyedIds };
  const start = trackValues(subject, keyed, firstFrame);
  const end = trackValues(subject, keyed, lastFrame);
  const frames = lastFrame - firstFrame;
  const count = Math.max(1, Math.min(MOST_SAMPLES, Math.ceil(frames * SAMPLES_PER_FRAME)));
  const columns = bakeTrack(subject, keyed, firstFrame, frames / count, count + 1);
  // Counted up, the last sample may come to a trifle before the end.
  columns.forEach((column, c) => (column[count] = end[c]!));
  const moving = columns.flatMap((column, c) => (moves(column) ? [c] : []));
  const only = moving.length === 1 ? moving[0]! : null;
  if (only !== null && differ(end[only]!, start[only]!)) {
    return {
      keyedIds,
      length: end[only]! - start[only]!,
      at: (progress) => start.map((value, c) => (c === only ? value * (1 - progress) + end[c]! * progress : value)),
    };
  }
  const gone = new Float64Array(count + 1);
  for (let i = 1; i <= count; i++)
    gone[i] = gone[i - 1]! + Math.hypot(...columns.map((column) => column[i]! - column[i - 1]!));
  const length = gone[count]!;
  const at = (progress: number): number[] => {
    const wanted = Math.min(1, Math.max(0, progress)) * length;
    let i = 1;
    while (i < count && gone[i]! < wanted) i++;
    const step = gone[i]! - gone[i - 1]!;
    const share = step > 0 ? (wanted - gone[i - 1]!) / step : 0;
    return columns.map((column) => column[i - 1]! * (1 - share) + column[i]! * share);
  };
  return { keyedIds, length, at };
}
