import { extentOf } from '../extent.ts';
import { CHANNELS } from '../motion/document/channels.ts';
import { findChannel } from '../motion/document/document.ts';
import type { Subject } from '../motion/document/schema.ts';
import { bakeChannelInto } from '../motion/sampling/bake.ts';
import type { Track } from '../motion/sampling/track.ts';
import { turnsOf } from '../turns.ts';

/** What goes no further than this share of a segment's extent stands still there. */
const STILL = 0.005;
/** A way back of a smaller share is rounding. */
const ROUNDING = 1e-9;
/** Of a path: a way back of less than this share of its length is none. */
const LEAST_BACK = 0.01;
/** Where a path that turns by more than a right angle steps no more than this share of its mean it comes to rest. */
const AT_REST = 0.5;

/** More turns than these between two extremes are a shake, not so many moves. */
const MOST_TURNS = 300;

export interface TurnBacks {
  /** Whole frames, in order. */
  frames: number[];
  /** Those after which it stands still until the next turn, or the end; among them the first frame. */
  stillFrom: ReadonlySet<number>;
}

const NONE: TurnBacks = { frames: [], stillFrom: new Set() };

/**
 * Where a track turns back between two frames: where its one moving channel has a high or a low, or its path turns by
 * more than a right angle through rest. Turns too small to be seen are a standstill, and very many are none. What lies
 * before and after is looked at no further.
 */
export function turnBacks(subject: Subject, track: Track, firstFrame: number, lastFrame: number): TurnBacks {
  const count = Math.floor(lastFrame - firstFrame) + 1;
  if (count < 3) return NONE;
  const columns = track.channelIds.map((id) => {
    const column = new Float64Array(count);
    const channel = findChannel(subject, id);
    if (channel) bakeChannelInto(column, channel, firstFrame, 1);
    else column.fill(CHANNELS[id].resting);
    return column;
  });
  const moving = columns.filter((column) => column.some((value) => value !== column[0]));
  if (moving.length === 0) return NONE;
  const { at, still } = moving.length > 1 ? { at: reversals(moving), still: [] } : highsAndLows(moving[0]!);
  if (at.length > MOST_TURNS) return NONE;
  return { frames: at.map((i) => firstFrame + i), stillFrom: new Set(still.map((i) => firstFrame + i)) };
}

/** The highs and lows of a series, and from which of its pieces' starts it stands still: such pieces are one. */
function highsAndLows(values: Float64Array): { at: number[]; still: number[] } {
  const { low, high } = extentOf(values);
  const ends = [0, ...turnsOf(values, ROUNDING * (high - low)).filter((i) => i > 0 && i < values.length - 1)];
  const isStill = (k: number): boolean => {
    const piece = extentOf(values.subarray(ends[k], (ends[k + 1] ?? values.length - 1) + 1));
    return ends.length > 1 && piece.high - piece.low <= STILL * (high - low);
  };
  const stands = ends.map((_, k) => isStill(k));
  const isKept = (k: number): boolean => k === 0 || !stands[k] || !stands[k - 1];
  return {
    at: ends.filter((_, k) => k > 0 && isKept(k)),
    still: ends.filter((_, k) => stands[k] && isKept(k)),
  };
}

function reversals(columns: readonly Float64Array[]): number[] {
  const last = (columns[0]?.length ?? 1) - 1;
  const step = (i: number): number[] => columns.map((column) => column[i + 1]! - column[i]!);
  const lengths = Array.from({ length: last }, (_, i) => Math.hypot(...step(i)));
  const way = lengths.reduce((sum, length) => sum + length, 0);
  const least = LEAST_BACK * way;
  const found: number[] = [];
  // How far it has gone since the last turn.
  let gone = 0;
  for (let i = 0; i + 1 < last; i++) {
    gone += lengths[i]!;
    const [into, outOf] = [lengths[i]!, lengths[i + 1]!];
    const [a, b] = [step(i), step(i + 1)];
    const along = a.reduce((sum, value, c) => sum + value * b[c]!, 0);
    if (along >= 0 || Math.min(into, outOf) > (AT_REST * way) / last) continue;
    let after = 0;
    for (let k = i + 1; k < last && after < least; k++) after += lengths[k]!;
    if (gone < least || after < least) continue;
    found.push(i + 1);
    gone = 0;
  }
  return found;
}
