import { extentOf } from '../extent.ts';
import { framesOf, type KeyOffset, LEAST_EXPLAINED, LEAST_REST, REST, SAME_PACE } from './offset-fits.ts';

/** Keys that are late more and more: at another pace up to a frame, from one on, or at one before and another after. */

/** The take's frames for one of the target's, from one of its frames to another. */
export interface PacedPart extends Part {
  pace: number;
}

/** From one frame of the target's to another. */
export interface Part {
  first: number;
  last: number;
}

/** A key that is late by so much; by that or more if the take ends with it. */
export type LateKey = KeyOffset & { isAtEnd: boolean };

/** A part of another pace is told by the keys on so many frames after the one that it begins on. */
const LEAST_PACED = 2;
/** Of what is late on the whole the share that is so. */
const MOSTLY = 0.5;
/** What comes as a take ends is told by so much less. */
const AT_END = 2;
/** Of more frames than this not each is tried as the one where the pace changes. */
const MOST_TRIED = 48;

/** How far into a part a frame is: none before it, and all of it after it. */
const into = (frame: number, { first, last }: Part): number => Math.min(Math.max(frame - first, 0), last - first);

/** By how many frames what happens at a frame is late, where the target's pace is kept but in some parts. */
export const lateAt = (frame: number, parts: readonly PacedPart[]): number =>
  parts.reduce((late, part) => late + (part.pace - 1) * into(frame, part), 0);

/** Another pace of a part, or of two that follow one another, and by how much all of it is late besides. */
interface Fit {
  parts: PacedPart[];
  begun: number;
}

/** As leaves least of the offsets, in squares. */
function fitOf(known: readonly Part[], offsets: readonly LateKey[]): Fit {
  const shown = offsets.filter(({ isAtEnd }) => !isAtEnd);
  const meanOf = (of: (one: LateKey) => number): number => shown.reduce((sum, one) => sum + of(one), 0) / shown.length;
  const [one, other] = known;
  const xOf = ({ frame }: LateKey): number => into(frame, one!);
  const yOf = ({ frame }: LateKey): number => (other ? into(frame, other) : 0);
  const [meanX, meanY, meanOff] = [meanOf(xOf), meanOf(yOf), meanOf(({ off }) => off)];
  let [xx, xy, yy, xo, yo] = [0, 0, 0, 0, 0];
  for (const each of shown) {
    const [x, y, off] = [xOf(each) - meanX, yOf(each) - meanY, each.off - meanOff];
    [xx, xy, yy, xo, yo] = [xx + x * x, xy + x * y, yy + y * y, xo + x * off, yo + y * off];
  }
  const det = xx * yy - xy * xy;
  const [slope, otherSlope] = other ? [(xo * yy - yo * xy) / det, (yo * xx - xo * xy) / det] : [xo / xx, 0];
  return {
    parts: known.map((part, i) => ({ ...part, pace: 1 + (i === 0 ? slope : otherSlope) })),
    begun: meanOff - slope * meanX - otherSlope * meanY,
  };
}

/** What that leaves of the offsets, in squares; null where it does not explain each of them by enough keys. */
function restOf(offsets: readonly LateKey[], { parts, begun }: Fit, slack: number): number | null {
  const explained = Math.min(...parts.map(({ first, last, pace }) => Math.abs(pace - 1) * (last - first)));
  if (offsets.some(({ isSampled }) => isSampled) && explained < LEAST_EXPLAINED) return null;
  const isPaced = ({ first, last, pace }: PacedPart): boolean =>
    pace > 0 &&
    Math.abs(pace - 1) >= SAME_PACE &&
    framesOf(offsets.filter(({ frame, isAtEnd }) => !isAtEnd && frame > first && frame <= last)) >= LEAST_PACED;
  const most = Math.min(slack, Math.max(LEAST_REST, REST * explained));
  if (!parts.every(isPaced) || Math.abs(begun) > most) return null;
  let rest = 0;
  for (const { frame, off, isAtEnd } of offsets) {
    const left = off - begun - lateAt(frame, parts);
    if (isAtEnd && left < 0) continue;
    if (Math.abs(left) > (isAtEnd ? AT_END : 1) * most) return null;
    rest += left * left;
  }
  return rest;
}

/** Whether, from the first key that is late to the last, most are: without it there is no other pace, nor a shift. */
export function areLateTogether(offsets: readonly KeyOffset[]): boolean {
  const isLate = ({ off, tolerance }: KeyOffset): boolean => Math.abs(off) > tolerance;
  const late = offsets.filter(isLate);
  if (framesOf(late) < LEAST_PACED) return false;
  const { low, high } = extentOf(late.map(({ frame }) => frame));
  const within = offsets.filter(({ frame }) => frame >= low && frame <= high);
  return late.length >= MOSTLY * within.length;
}

/**
 * The part of another pace that explains all offsets, in order of frame: what comes before it is on time, as is what
 * happens at `begin`; what comes after it is as late as its end. Where no part does, two that meet. Null where none do.
 */
export function partPacesOf(offsets: readonly LateKey[], slack: number, begin = offsets[0]?.frame): PacedPart[] | null {
  if (begin === undefined) return null;
  const frames = [...new Set(offsets.map(({ frame }) => frame))];
  const high = frames.at(-1)!;
  const every = Math.ceil(frames.length / MOST_TRIED);
  const breaks = frames.slice(begin < frames[0]! ? 0 : 1, -1).filter((_, i) => i % every === 0);
  const best = (partings: readonly Part[][]): PacedPart[] | null => {
    let [found, least]: [PacedPart[] | null, number] = [null, Infinity];
    for (const parting of partings) {
      const fit = fitOf(parting, offsets);
      const rest = restOf(offsets, fit, slack);
      if (rest !== null && rest < least) [found, least] = [fit.parts, rest];
    }
    return found;
  };
  const [until, from] = [
    breaks.map((frame) => ({ first: begin, last: frame })),
    breaks.map((frame) => ({ first: frame, last: high })),
  ];
  return best([...until, ...from].map((part) => [part])) ?? best(until.map((part, i) => [part, from[i]!]));
}
