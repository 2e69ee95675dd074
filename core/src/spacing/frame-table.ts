import type { Subject } from '../motion/document/schema.ts';
import { type Track, trackEvents, trackValues } from '../motion/sampling/track.ts';
import { exposedFrame } from '../time/exposure.ts';
import type { FrameRange } from '../time/range.ts';

/** One frame of a track in figures. */
export interface FrameRow {
  frame: number;
  /** The track's values, one for each of its channels. */
  values: number[];
  /** Way from the frame before to this one: signed on one channel, a distance on several; null on the first row. */
  step: number | null;
  /**
   * The step that even spacing would give here: the mean of those from the extreme before to the one after. Null where
   * no two extremes stand about it.
   */
  even: number | null;
  /** `step − even`. */
  difference: number | null;
  /** The drawing of the frame before is still up. */
  held: boolean;
}

/**
 * A track frame by frame over a range, as it is seen: a drawing stays as long as it is exposed. In the track's unit;
 * linear in frames.
 */
export function frameTable(subject: Subject, track: Track, { first, last }: FrameRange): FrameRow[] {
  const shownOn = (frame: number): number => exposedFrame(frame, first, subject.exposure);
  const values = Array.from({ length: last - first + 1 }, (_, i) => trackValues(subject, track, shownOn(first + i)));
  const stepTo = (i: number): number => {
    const [here, before] = [values[i]!, values[i - 1]!];
    return here.length === 1 ? here[0]! - before[0]! : Math.hypot(...here.map((value, c) => value - before[c]!));
  };
  const rows = values.map((value, i): FrameRow => ({
    frame: first + i,
    values: value,
    step: i === 0 ? null : stepTo(i),
    even: null,
    difference: null,
    held: i > 0 && shownOn(first + i) === shownOn(first + i - 1),
  }));
  const extremes = trackEvents(subject, track).filter(
    ({ role, frame }) => role === 'extreme' && frame >= first && frame <= last && Number.isInteger(frame),
  );
  for (let k = 0; k + 1 < extremes.length; k++) {
    const from = extremes[k]!.frame - first;
    const to = extremes[k + 1]!.frame - first;
    let sum = 0;
    for (let i = from + 1; i <= to; i++) sum += rows[i]!.step!;
    const even = sum / (to - from);
    for (let i = from + 1; i <= to; i++) rows[i] = { ...rows[i]!, even, difference: rows[i]!.step! - even };
  }
  return rows;
}
