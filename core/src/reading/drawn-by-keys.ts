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

/**
 * The values of a channel on some of the frames, in order, each given on until one is not wanted any more: as
 * `sampleChannel` has them, but without looking up each by itself.
 */
function eachValue(
  channel: Channel,
  frames: readonly number[],
  [from, to]: readonly [from: number, to: number],
  isWanted: (value: number, i: number) => boolean,
): void {
  const { keys } = channel;
  const isPlain = !channel.before && !channel.after && !channel.wobble && keys.length > 0;
  let segment = -1;
  let sampler: SegmentSampler | null = null;
  for (let i = from; i < to; i++) {
    const frame = frames[i]!;
    if (!isPlain) {
      if (!isWanted(sampleChannel(channel, frame), i)) return;
      continue;
    }
    while (segment + 1 < keys.length && keys[segment + 1]!.frame <= frame) {
      segment += 1;
      sampler = null;
    }
    const isInside = segment >= 0 && segment + 1 < keys.length;
    if (isInside) sampler ??= createSegmentSampler(keys, segment);
    if (!isWanted(isInside ? sampler!(frame) : keys[Math.max(0, segment)]!.value, i)) return;
  }
}

function rowOf(channel: Channel, frames: readonly number[], values: readonly number[]): Row {
  const count = frames.length;
  const row: Row = {
    off: new Float64Array(count),
    sums: new Float64Array(count + 1),
    worstBefore: new Float64Array(count + 1),
    worstFrom: new Float64Array(count + 1),
  };
  eachValue(channel, frames, [0, count], (value, i) => {
    const off = value - values[i]!;
    row.off[i] = off;
    row.sums[i + 1] = row.sums[i]! + off * off;
    row.worstBefore[i + 1] = Math.max(row.worstBefore[i]!, Math.abs(off));
    return true;
  });
  for (let i = count - 1; i >= 0; i--) row.worstFrom[i] = Math.max(row.worstFrom[i + 1]!, Math.abs(row.off[i]!));
  return row;
}

export function drawnBy({ asked, frames, values, effort }: Recording, keys: Keys): Drawn {
  const rows = asked.map((channel, c) => rowOf({ ...channel, keys: keys[c]! }, frames[c]!, values[c]!));
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

/** From which sample to which a channel may be drawn otherwise by other keys; null where they are the same. */
function otherwiseFrom(
  channel: Channel,
  frames: readonly number[],
  one: readonly Key[],
  other: readonly Key[],
): [from: number, to: number] | null {
  if (one === other) return null;
  if (channel.before || channel.after) return [0, frames.length];
  const least = Math.min(one.length, other.length);
  let [same, alike] = [0, 0];
  while (same < least && one[same] === other[same]) same++;
  while (alike < least - same && one.at(-1 - alike) === other.at(-1 - alike)) alike++;
  if (same === one.length && same === other.length) return null;
  const [before, after] = [same - LOOKS, one.length - alike + LOOKS - 1];
  return [
    before < 0 ? 0 : indexFrom(frames, one[before]!.frame),
    after >= one.length ? frames.length : indexFrom(frames, one[after]!.frame),
  ];
}

/** How far other keys are from a recording; null where it is more than `most`, as a root of the mean square. */
export function missOf(recording: Recording, beside: Drawn, keys: Keys, most: number): Miss | null {
  const { asked, frames, values, effort } = recording;
  const count = frames[0]!.length;
  const limit = most * most * count;
  let [sum, worst] = [0, 0];
  const parts: { c: number; from: number; to: number }[] = [];
  for (let c = 0; c < asked.length; c++) {
    const part = otherwiseFrom(asked[c]!, frames[c]!, beside.keys[c]!, keys[c]!);
    const { sums, worstBefore, worstFrom } = beside.rows[c]!;
    const end = frames[c]!.length;
    const [from, to] = part ?? [end, end];
    sum += sums[from]! + sums[end]! - sums[to]!;
    worst = Math.max(worst, worstBefore[from]!, worstFrom[to]!);
    if (part) parts.push({ c, from, to });
  }
  for (const { c, from, to } of parts) {
    const drawn = values[c]!;
    effort.left -= 1;
    eachValue({ ...asked[c]!, keys: keys[c]! }, frames[c]!, [from, to], (value, i) => {
      const off = value - drawn[i]!;
      sum += off * off;
      effort.left -= 1;
      worst = Math.max(worst, Math.abs(off));
      return sum <= limit;
    });
    if (!(sum <= limit)) return null;
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
    const part = otherwiseFrom(asked[c]!, frames[c]!, keys[c]!, there[c]!);
    if (!part) continue;
    const { off } = rows[c]!;
    eachValue({ ...asked[c]!, keys: there[c]! }, frames[c]!, part, (value, i) => {
      const change = (value - values[c]![i]! - off[i]!) / step;
      along -= change * off[i]!;
      size += change * change;
      return true;
    });
    effort.left -= part[1] - part[0];
  }
  return size > 0 ? posedBy(keys, weights, along / size) : keys;
}
