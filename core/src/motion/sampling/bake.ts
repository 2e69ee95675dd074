import { exposedFrame } from '../../time/exposure.ts';
import { type ChannelId, CHANNELS } from '../document/channels.ts';
import type { Channel, MotionDocument } from '../document/schema.ts';
import { bakeSegmentInto } from './bake-segment.ts';
import { keyIndexAt, sampleChannel } from './sample.ts';
import { wobbleAt } from './wobble.ts';

export interface BakeSpan {
  /** First frame sampled. */
  first: number;
  /** Last frame sampled, included when it falls on a step. */
  last: number;
  /** Frames between samples; 1 unless said. */
  step?: number;
}

export interface BakedMotion {
  first: number;
  step: number;
  count: number;
  /** Samples by subject id and channel id, `count` values each. */
  subjects: Record<string, Partial<Record<ChannelId, Float64Array>>>;
}

/**
 * Writes `out.length` samples of the channel at `first, first + step, …` into `out`. Segments outside, frames inside:
 * no search a sample.
 */
export function bakeChannelInto(out: Float64Array, channel: Channel, first: number, step: number): void {
  const { keys } = channel;
  if (keys.length === 0) out.fill(channel.resting);
  else bakeKeysInto(out, channel, first, step);
  if (!channel.wobble || CHANNELS[channel.id].blend) return;
  for (let i = 0; i < out.length; i++) out[i]! += wobbleAt(channel.wobble, first + i * step).value;
}

function bakeKeysInto(out: Float64Array, channel: Channel, first: number, step: number): void {
  const { keys, before, after, id } = channel;
  const { blend } = CHANNELS[id];
  const keyed = channel.wobble ? { ...channel, wobble: undefined } : channel;
  const firstFrame = keys[0]!.frame;
  const lastFrame = keys[keys.length - 1]!.frame;
  let i = 0;
  for (; i < out.length && first + i * step < firstFrame; i++)
    out[i] = before ? sampleChannel(keyed, first + i * step) : keys[0]!.value;
  for (let k = Math.max(0, keyIndexAt(keys, first + i * step)); k + 1 < keys.length && i < out.length; k++) {
    const end = Math.min(out.length, Math.ceil((keys[k + 1]!.frame - first) / step)) | 0;
    if (end <= i) continue;
    bakeSegmentInto(out, keys, k, { from: i, to: end, first, step }, blend);
    i = end;
  }
  for (; i < out.length; i++) {
    const frame = first + i * step;
    out[i] = after && frame > lastFrame ? sampleChannel(keyed, frame) : keys[keys.length - 1]!.value;
  }
}

/**
 * Samples every channel of the motion over a span of frames, as it will be seen: each subject's exposure applies.
 * Linear in frames × channels; allocates only its result.
 */
export function bakeMotion(motion: MotionDocument, span: BakeSpan): BakedMotion {
  const step = span.step ?? 1;
  const count = Math.max(0, Math.floor((span.last - span.first) / step + 1e-9) + 1);
  const subjects: BakedMotion['subjects'] = {};
  for (const subject of motion.subjects) {
    const columns: Partial<Record<ChannelId, Float64Array>> = {};
    for (const channel of subject.channels) {
      const column = new Float64Array(count);
      columns[channel.id] = column;
      if (subject.exposure === 1) bakeChannelInto(column, channel, span.first, step);
      else
        exposeInto(column, channel, (i) => exposedFrame(span.first + i * step, motion.range.first, subject.exposure));
    }
    subjects[subject.id] = columns;
  }
  return { first: span.first, step, count, subjects };
}

/** Holds each sample back to the drawing on screen. */
function exposeInto(column: Float64Array, channel: Channel, frameOf: (i: number) => number): void {
  let shown = NaN;
  for (let i = 0; i < column.length; i++) {
    const frame = frameOf(i);
    column[i] = frame === shown ? column[i - 1]! : sampleChannel(channel, frame);
    shown = frame;
  }
}
