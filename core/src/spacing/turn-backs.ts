import { extentOf } from '../extent.ts';
import type { Subject } from '../motion/document/schema.ts';
import { moves } from '../motion/sampling/stands.ts';
import { bakeTrack, type Track } from '../motion/sampling/track.ts';
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

/** A stretch in which a track moves without turning back: from one frame to another. */
export type Piece = readonly [from: number, to: number];

/**
 * The pieces of a track between two frames, cut on the whole frames where it turns back: where its one moving channel
 * has a high or a low, or its path turns by more than a right angle through rest. A piece that goes no further than can
 * be seen stands still and is none; very many turns are not told apart. What lies before and after is not looked at.
 */
export function piecesOf(subject: Subject, track: Track, firstFrame: number, lastFrame: number): Piece[] {
  const whole: Piece[] = [[firstFrame, lastFrame]];
  const count = Math.floor(lastFrame - firstFrame) + 1;
  if (count < 3) return whole;
  const moving = bakeTrack(subject, track, firstFrame, 1, count).filter(moves);
  const only = moving.length === 1 ? moving[0]! : null;
  const turns = only ? highsAndLows(only) : moving.length > 1 ? reversals(moving) : [];
  if (turns.length === 0 || turns.length > MOST_TURNS) return whole;
  const extent = only ? extentOf(only) : null;
  const pieces: Piece[] = [];
  [0, ...turns].forEach((from, k) => {
    const to = turns[k] ?? count - 1;
    const own = extent && extentOf(only!.subarray(from, to + 1));
    if (own && own.high - own.low <= STILL * (extent.high - extent.low)) return;
    pieces.push([firstFrame + from, to === count - 1 ? lastFrame : firstFrame + to]);
  });
  return pieces;
}

function highsAndLows(values: Float64Array): number[] {
  const { low, high } = extentOf(values);
  return turnsOf(values, ROUNDING * (high - low)).filter((i) => i > 0 && i < values.length - 1);
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
