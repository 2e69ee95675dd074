import type { Channel, Key } from '../motion/document/schema.ts';
import { sampleChannel } from '../motion/sampling/sample.ts';
import { createSegmentSampler, type SegmentSampler } from '../motion/sampling/segment.ts';
import type { Keys, Weights } from './key-changes.ts';

/** How far keys are from a recording, and how far others are that differ from them in places. */

/** A recording of one movement, by the frames of its samples on the target's ruler: a row a channel. */
export interface Recording {
  asked: Channel[];
  frames: number[][];
  values: number[][];
  /** What shares are of. */
  span: number;
  noise: number;
  /** How near to each other two keys of a channel may be, in frames. */
  apart: number;
  /** About which frame the target is at another pace. */
  about: number;
  /** How many samples may still be compared, of all that is sought in a take. */
  effort: { left: number };
}

/** What keys leave of a recording: as a root of the mean square and at most, in its unit. */
export interface Miss {
  usual: number;
  worst: number;
}

/** What the keys of one channel leave: at each sample, and up to it and from it on. */
interface Row {
  off: Float64Array;
  /** Of the squares before each. */
  sums: Float64Array;
  worstBefore: Float64Array;
  worstFrom: Float64Array;
}

export interface Drawn {
  keys: Keys;
  rows: Row[];
  miss: Miss;
}

/** A computed handle looks so many keys to either side. */
const LOOKS = 2;

/** A channel's value, by some keys, on frames asked in order: as `sampleChannel` has it, but not each looked up. */
function createSampler(channel: Channel, keys: readonly Key[]): SegmentSampler {
  const isPlain = !channel.before && !channel.after && !channel.wobble && keys.length > 0;
  if (!isPlain) {
    const own = { ...channel, keys: keys as Key[] };
    return (frame) => sampleChannel(own, frame);
  }
  const last = keys.length - 1;
  let segment = -1;
  let next = keys[0]!.frame;
  let sampler: SegmentSampler | null = null;
  return (frame) => {
    while (next <= frame) {
      segment += 1;
      sampler = null;
      next = segment < last ? keys[segment + 1]!.frame : Infinity;
    }
    if (segment < 0 || segment >= last) return keys[Math.max(0, segment)]!.value;
    sampler ??= createSegmentSampler(keys, segment);
    return sampler(frame);
  };
}

function rowOf(channel: Channel, keys: readonly Key[], frames: readonly number[], values: readonly number[]): Row {
  const count = frames.length;
  const row: Row = {
    off: new Float64Array(count),
    sums: new Float64Array(count + 1),
    worstBefore: new Float64Array(count + 1),
    worstFrom: new Float64Array(count + 1),
  };
  const valueAt = createSampler(channel, keys);
  for (let i = 0; i < count; i++) {
    const off = valueAt(frames[i]!) - values[i]!;
    row.off[i] = off;
    row.sums[i + 1] = row.sums[i]! + off * off;
    row.worstBefore[i + 1] = Math.max(row.worstBefore[i]!, Math.abs(off));
  }
  for (let i = count - 1; i >= 0; i--) row.worstFrom[i] = Math.max(row.worstFrom[i + 1]!, Math.abs(row.off[i]!));
  return row;
}

export function drawnBy({ asked, frames, values, effort }: Recording, keys: Keys): Drawn {
  const rows = asked.map((channel, c) => rowOf(channel, keys[c]!, frames[c]!, values[c]!));
  effort.left -= rows.reduce((all, { off }) => all + off.length, 0);
  const sum = rows.reduce((all, { sums }) => all + sums.at(-1)!, 0);
  const worst = Math.max(...rows.map(({ worstFrom }) => worstFrom[0]!));
  return { keys, rows, miss: { usual: Math.sqrt(sum / frames[0]!.length), worst } };
}

/** The index of the first of some frames, in order, that is at a frame or after it. */
export function indexFrom(frames: readonly number[], frame: number): number {
  let [low, high] = [0, frames.length];
  while (low < high) {
    const middle = (low + high) >>> 1;
    if (frames[middle]! < frame) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** What is recorded on the sample at a frame, or the one after it. */
export function valueNear({ frames, values }: Recording, c: number, frame: number): number {
  return values[c]![Math.min(values[c]!.length - 1, indexFrom(frames[c]!, frame))]!;
}

/** Samples from one to before another. */
interface Part {
  from: number;
  to: number;
}

/** Where a channel may be drawn otherwise by other keys; an empty part where they are the same. */
function otherwiseIn(channel: Channel, frames: readonly number[], one: readonly Key[], other: readonly Key[]): Part {
  if (one === other) return { from: frames.length, to: frames.length };
  if (channel.before || channel.after) return { from: 0, to: frames.length };
  const least = Math.min(one.length, other.length);
  let [same, alike] = [0, 0];
  while (same < least && one[same] === other[same]) same++;
  if (same === one.length && same === other.length) return { from: frames.length, to: frames.length };
  while (alike < least - same && one[one.length - 1 - alike] === other[other.length - 1 - alike]) alike++;
  const [before, after] = [same - LOOKS, one.length - alike + LOOKS - 1];
  return {
    from: before < 0 ? 0 : indexFrom(frames, one[before]!.frame),
    to: after >= one.length ? frames.length : indexFrom(frames, one[after]!.frame),
  };
}

/** How far other keys are from a recording; null where it is more than `most`, as a root of the mean square. */
export function missOf(recording: Recording, beside: Drawn, keys: Keys, most: number): Miss | null {
  const { asked, frames, values, effort } = recording;
  const count = frames[0]!.length;
  const limit = most * most * count;
  let [sum, worst] = [0, 0];
  const parts: Part[] = [];
  for (let c = 0; c < asked.length; c++) {
    const part = otherwiseIn(asked[c]!, frames[c]!, beside.keys[c]!, keys[c]!);
    const { sums, worstBefore, worstFrom } = beside.rows[c]!;
    sum += sums[part.from]! + sums[frames[c]!.length]! - sums[part.to]!;
    worst = Math.max(worst, worstBefore[part.from]!, worstFrom[part.to]!);
    parts.push(part);
  }
  // Mostly what stays as it was leaves too much by itself.
  for (let c = 0; c < asked.length && sum <= limit; c++) {
    const { from, to } = parts[c]!;
    if (from >= to) continue;
    const [on, drawn] = [frames[c]!, values[c]!];
    const valueAt = createSampler(asked[c]!, keys[c]!);
    let i = from;
    for (; i < to && sum <= limit; i++) {
      const off = valueAt(on[i]!) - drawn[i]!;
      sum += off * off;
      worst = Math.max(worst, Math.abs(off));
    }
    effort.left -= 1 + i - from;
  }
  return sum <= limit ? { usual: Math.sqrt(sum / count), worst } : null;
}

const posedBy = (keys: Keys, weights: Weights, by: number): Keys =>
  keys.map((own, c) =>
    weights[c]!.some((weight) => weight !== 0)
      ? own.map((key, i) => (weights[c]![i] === 0 ? key : { ...key, value: key.value + by * weights[c]![i]! }))
      : own,
  );

/** Poses changed by their weights, as much as leaves least of a recording. */
export function bestPosed(
  { asked, frames, values, span, effort }: Recording,
  { keys, rows }: Drawn,
  weights: Weights,
): Keys {
  const most = Math.max(...weights.flat().map(Math.abs));
  if (!(most > 0)) return keys;
  const step = span / 16 / most;
  const there = posedBy(keys, weights, step);
  let [along, size] = [0, 0];
  for (let c = 0; c < asked.length; c++) {
    const { from, to } = otherwiseIn(asked[c]!, frames[c]!, keys[c]!, there[c]!);
    const { off } = rows[c]!;
    const valueAt = createSampler(asked[c]!, there[c]!);
    for (let i = from; i < to; i++) {
      const change = (valueAt(frames[c]![i]!) - values[c]![i]! - off[i]!) / step;
      along -= change * off[i]!;
      size += change * change;
    }
    effort.left -= Math.max(0, to - from);
  }
  return size > 0 ? posedBy(keys, weights, along / size) : keys;
}
