import { extentOf } from '../extent.ts';
import { medianOf } from '../median.ts';

/** One thing that explains how late keys are together: a shift from a frame on, or another pace. */

/** How late one key is: frames on the target's ruler. */
export interface KeyOffset {
  frame: number;
  off: number;
  tolerance: number;
  /** Found in a curve, not told by a key. */
  isSampled: boolean;
}

/** All offsets from `frame` on are `shift`, those before none, but for a few. */
export interface ShiftFit {
  frame: number;
  shift: number;
  /** Indices of the offsets that are not so. */
  outside: number[];
}

/** All offsets lie on one line, but for a few: the take's frames for one of the target's. */
export interface PaceFit {
  pace: number;
  outside: number[];
}

/** A pace nearer to the target's than this is the target's. */
export const SAME_PACE = 0.04;
/** What a pace may leave unexplained, in frames and as a share of what it explains. */
export const LEAST_REST = 0.3;
export const REST = 0.2;
export const LEAST_EXPLAINED = 4;
/** For each key that something does not explain it explains so many others, on so many frames at least. */
const PER_OUTSIDE = 3;
const LEAST_FRAMES = { shift: 3, pace: 4 };
/** Lines are tried through so many of the offsets. */
const MOST_TRIED = 24;

/** On how many frames some offsets are. */
export const framesOf = (offsets: readonly KeyOffset[]): number => new Set(offsets.map(({ frame }) => frame)).size;

/** The most of some offsets that may be left out. */
const mostLeft = (offsets: readonly KeyOffset[]): number => Math.floor(offsets.length / (PER_OUTSIDE + 1));

/** The indices of the offsets that are not so; null where these are more than `most`. */
function outsideOf(
  offsets: readonly KeyOffset[],
  isSo: (offset: KeyOffset) => boolean,
  most: number,
): ReadonlySet<number> | null {
  const outside = new Set<number>();
  for (let i = 0; i < offsets.length; i++) {
    if (isSo(offsets[i]!)) continue;
    outside.add(i);
    if (outside.size > most) return null;
  }
  return outside;
}

/** Whether what explains some offsets may leave so many others out. */
const mayLeave = (explained: readonly KeyOffset[], outside: number, least: number): boolean =>
  outside === 0 || (explained.length >= PER_OUTSIDE * outside && framesOf(explained) >= least);

/** How many of the offsets, from each one to the last, are further off than `slack` either way. */
function furtherOff(offsets: readonly KeyOffset[], slack: number): { late: Int32Array; early: Int32Array } {
  const late = new Int32Array(offsets.length + 1);
  const early = new Int32Array(offsets.length + 1);
  for (let i = offsets.length - 1; i >= 0; i--) {
    late[i] = late[i + 1]! + (offsets[i]!.off > slack ? 1 : 0);
    early[i] = early[i + 1]! + (offsets[i]!.off < -slack ? 1 : 0);
  }
  return { late, early };
}

/**
 * The shift from the first frame on from which all offsets, in order of frame, are alike, those before being none;
 * where there is none, that which leaves out the fewest. `slack` is by how much they may differ.
 */
export function shiftOf(offsets: readonly KeyOffset[], slack: number, mayLeaveOut: boolean): ShiftFit | null {
  // What comes before may be off by no more than its tolerance, and by less than what comes after.
  const isNone = ({ off, tolerance }: KeyOffset): boolean => Math.abs(off) <= Math.min(tolerance, slack);
  const shiftable = offsets.filter((one) => !isNone(one)).length;
  const mostOutside = mayLeaveOut ? Math.min(mostLeft(offsets), Math.floor(shiftable / PER_OUTSIDE)) : 0;
  const { late, early } = furtherOff(offsets, slack);
  let best: ShiftFit | null = null;
  let leftBefore = 0;
  for (let from = 0; from < offsets.length; from++) {
    const { frame } = offsets[from]!;
    if (frame === offsets.at(-1)!.frame) break;
    if (from > 0 && !isNone(offsets[from - 1]!)) leftBefore++;
    if (frame === offsets[from - 1]?.frame) continue;
    const most = best ? best.outside.length - 1 : mostOutside;
    if (leftBefore > most) break;
    // Whether their middle is that far off is told by counting, without sorting.
    const middle = (offsets.length - from) >> 1;
    if (late[from]! < offsets.length - from - middle && early[from]! <= middle) continue;
    const shift = medianOf(offsets.slice(from).map(({ off }) => off));
    const isSo = (one: KeyOffset): boolean => (one.frame < frame ? isNone(one) : Math.abs(one.off - shift) <= slack);
    const outside = outsideOf(offsets, isSo, most);
    if (!outside) continue;
    const shifted = offsets.filter((one, i) => one.frame >= frame && !outside.has(i));
    if (mayLeave(shifted, outside.size, LEAST_FRAMES.shift)) best = { frame, shift, outside: [...outside] };
    if (best?.outside.length === 0) break;
  }
  return best;
}

/** The line through all offsets that is least off, in squares: its slope, and by how much each is off it. */
function lineThrough(offsets: readonly KeyOffset[]): { slope: number; offAt: (one: KeyOffset) => number } {
  const n = offsets.length;
  const meanX = offsets.reduce((sum, { frame }) => sum + frame, 0) / n;
  const meanY = offsets.reduce((sum, { off }) => sum + off, 0) / n;
  let [xy, xx] = [0, 0];
  for (const { frame, off } of offsets) {
    xy += (frame - meanX) * (off - meanY);
    xx += (frame - meanX) ** 2;
  }
  const slope = xx > 0 ? xy / xx : 0;
  return { slope, offAt: ({ frame, off }) => Math.abs(meanY + slope * (frame - meanX) - off) };
}

/** Of what a pace makes the others differ by so much is seen at least, */
const SEEN = 0.5;
/** if it is so many frames. */
const LEAST_SEEN = 0.5;

/** Whether all the offsets but those of the first frame, or of the last, differ as that slope would have them. */
function isThroughout(offsets: readonly KeyOffset[], slope: number): boolean {
  const { low, high } = extentOf(offsets.map(({ frame }) => frame));
  return [low, high].every((end) => {
    const rest = offsets.filter(({ frame }) => frame !== end);
    const [frames, offs] = [extentOf(rest.map(({ frame }) => frame)), extentOf(rest.map(({ off }) => off))];
    const asked = Math.abs(slope) * (frames.high - frames.low);
    return asked < LEAST_SEEN || offs.high - offs.low >= SEEN * asked;
  });
}

/** The pace of offsets that all lie on one line; null where they do not. */
function paceOfAll(offsets: readonly KeyOffset[], slack: number): number | null {
  if (framesOf(offsets) < 3) return null;
  const { slope, offAt } = lineThrough(offsets);
  if (Math.abs(slope) < SAME_PACE) return null;
  // One key that is late is no other pace: what a line leaves has to be little beside what it explains.
  const { low, high } = extentOf(offsets.map(({ frame }) => frame));
  const explained = Math.abs(slope) * (high - low);
  // Of a recording a few frames of difference may as well be one key's.
  if (offsets.some(({ isSampled }) => isSampled) && explained < LEAST_EXPLAINED) return null;
  const most = Math.min(slack, Math.max(LEAST_REST, REST * explained));
  return offsets.every((one) => offAt(one) <= most) && isThroughout(offsets, slope) ? 1 + slope : null;
}

/** The pace of the offsets: of all of them or, where that is none, of all but the fewest. */
export function paceOf(offsets: readonly KeyOffset[], slack: number, mayLeaveOut: boolean): PaceFit | null {
  const pace = paceOfAll(offsets, slack);
  if (pace !== null) return { pace, outside: [] };
  if (!mayLeaveOut) return null;
  let best: PaceFit | null = null;
  const every = Math.ceil(offsets.length / MOST_TRIED);
  const tried = offsets.filter((_, i) => i % every === 0);
  for (const [k, one] of tried.entries())
    for (const other of tried.slice(k + 1)) {
      const slope = (other.off - one.off) / (other.frame - one.frame);
      if (other.frame === one.frame || Math.abs(slope) < SAME_PACE) continue;
      const isSo = ({ frame, off }: KeyOffset): boolean =>
        Math.abs(one.off + slope * (frame - one.frame) - off) <= slack;
      const outside = outsideOf(offsets, isSo, best ? best.outside.length - 1 : mostLeft(offsets));
      if (!outside || outside.size === 0) continue;
      const paced = offsets.filter((_, i) => !outside.has(i));
      if (!mayLeave(paced, outside.size, LEAST_FRAMES.pace)) continue;
      const own = paceOfAll(paced, slack);
      if (own !== null) best = { pace: own, outside: [...outside] };
    }
  return best;
}
