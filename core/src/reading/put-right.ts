import { extentOf } from '../extent.ts';
import { medianOf } from '../median.ts';
import { trackEvents } from '../motion/sampling/track.ts';
import { isAbout } from './checks/check.ts';
import { waysInOneManner } from './checks/find-manner.ts';
import { withoutRounds } from './laid-along.ts';
import { isBeyond } from './off-beyond.ts';
import { lateAt } from './part-paces.ts';
import type { ReadTrack } from './read-track.ts';
import { type Finding, FINDING_KINDS, type FindingKind, type KeyPair } from './schema.ts';
import { standsAt } from './words.ts';

/** A take's movement with what one finding tells of it put right. */

/** The take put right from one frame to another (indices, both included): the value of a channel at a frame. */
export interface Correction {
  from: number;
  to: number;
  valueAt: (channel: number, i: number) => number;
}

/** The index of the last frame that is read. */
export const lastOf = ({ whole: { take } }: ReadTrack): number => (take[0]?.length ?? 1) - 1;
/** The index of a frame, or of the nearest that is read. */
export const indexOf = (read: ReadTrack, frame: number): number =>
  Math.min(lastOf(read), Math.max(0, Math.round(frame - read.reading.gap.firstFrame)));

/** The take's keys moved back by so many frames each, 0 for none: what lies between two goes along by share. */
function movedBack(read: ReadTrack, by: (pair: KeyPair) => number): Correction[] {
  const { reading } = read;
  const { take } = read.whole;
  const { pairs } = reading;
  const offsets = pairs.map(by);
  const moved = offsets.flatMap((offset, k) => (offset === 0 ? [] : [k]));
  if (moved.length === 0) return [];
  const first = reading.gap.firstFrame;
  const last = lastOf(read);
  const [before, after] = [pairs[moved[0]! - 1], pairs[moved.at(-1)! + 1]];
  const from = before ? indexOf(read, before.targetFrame) : 0;
  const to = after ? indexOf(read, after.targetFrame) : last;
  const at = new Float64Array(to - from + 1);
  let k = 0;
  for (let i = from; i <= to; i++) {
    while (k + 1 < pairs.length && pairs[k + 1]!.targetFrame <= first + i) k++;
    const [a, b] = [pairs[k]!, pairs[k + 1]];
    const share = b ? Math.min(1, Math.max(0, (first + i - a.targetFrame) / (b.targetFrame - a.targetFrame))) : 0;
    at[i - from] = i + offsets[k]! + (b ? (offsets[k + 1]! - offsets[k]!) * share : 0);
  }
  return [
    {
      from,
      to,
      valueAt: (c, i) => {
        const place = Math.min(last, Math.max(0, at[i - from]!));
        const whole = Math.min(last - 1, Math.floor(place));
        const column = take[c]!;
        return last === 0 ? column[0]! : column[whole]! + (column[whole + 1]! - column[whole]!) * (place - whole);
      },
    },
  ];
}

/** The way between two frames of the target gone as the target goes it, from where the take's own ends are. */
function spacedLike(read: ReadTrack, firstFrame: number, lastFrame: number): Correction[] {
  const { target, take, warped } = read.whole;
  const [from, to] = [indexOf(read, firstFrame), indexOf(read, lastFrame)];
  const miss = (c: number, i: number): number => warped[c]![i]! - target[c]![i]!;
  // Whole rounds ahead it is where it ought to be.
  const left = (c: number, i: number): number => withoutRounds(miss(c, i), read.round);
  // What closes a cycle one past the last frame is not drawn: what it leads to is put right with it.
  const isDrawn = lastFrame <= read.reading.gap.firstFrame + lastOf(read);
  return [
    {
      from,
      to,
      valueAt: (c, i) => {
        const share = to > from ? (i - from) / (to - from) : 0;
        return take[c]![i]! - (miss(c, i) - (left(c, from) * (1 - share) + (isDrawn ? left(c, to) * share : 0)));
      },
    },
  ];
}

/** All beyond the first key, or the last, gone as the target goes it, from where the take is there. */
function goneOn(read: ReadTrack, isAfter: boolean): Correction[] {
  const { target, take, warped } = read.whole;
  const { pairs } = read.reading;
  const at = indexOf(read, (isAfter ? pairs.at(-1)! : pairs[0]!).targetFrame);
  const miss = (c: number, i: number): number => warped[c]![i]! - target[c]![i]!;
  return [
    {
      from: isAfter ? at : 0,
      to: isAfter ? lastOf(read) : at,
      valueAt: (c, i) => take[c]![i]! - (miss(c, i) - miss(c, at)),
    },
  ];
}

/** The matched keys before and after a frame, or the nearest of those that are meant. */
function besides(
  { reading }: ReadTrack,
  frame: number,
  isMeant: (pair: KeyPair) => boolean = () => true,
): { before?: KeyPair | undefined; after?: KeyPair | undefined } {
  return {
    before: reading.pairs.findLast((pair) => pair.targetFrame < frame && isMeant(pair)),
    after: reading.pairs.find((pair) => pair.targetFrame > frame && isMeant(pair)),
  };
}

/** A pose that is off by less than this share of the span is right. */
const RIGHT = 0.05;

function isRightAt(read: ReadTrack, frame: number): boolean {
  const { target, warped } = read.whole;
  const i = indexOf(read, frame);
  return Math.hypot(...target.map((column, c) => warped[c]![i]! - column[i]!)) <= RIGHT * read.reading.span;
}

/** What goes less than this share of the span has no way of its own to be judged by. */
const A_WAY = 0.1;

/**
 * The share of the way from one frame to another (indices) that is gone at a frame, as whoever goes farther goes it; of
 * what stands the share of the time.
 */
function goneFrom({ reading, whole: { target, warped } }: ReadTrack, from: number, to: number): (i: number) => number {
  const ways = [target, warped].map((columns) => columns.map((column) => column[to]! - column[from]!));
  const lengths = ways.map((way) => Math.hypot(...way));
  const k = lengths[0]! >= lengths[1]! ? 0 : 1;
  const [columns, way, length] = [[target, warped][k]!, ways[k]!, lengths[k]!];
  if (length < A_WAY * reading.span) return (i) => (i - from) / Math.max(1, to - from);
  return (i) => columns.reduce((sum, column, c) => sum + (column[i]! - column[from]!) * way[c]!, 0) / length ** 2;
}

/**
 * The pose at one frame put right, held up to another, and what is between these and the keys beside them along with
 * it; or, up to no other, all from that frame on moved by as much.
 */
function posed(read: ReadTrack, frame: number, lastFrame: number): Correction[] {
  const { target, take, warped } = read.whole;
  const known = [
    ...read.reading.pairs.map(({ targetFrame }) => targetFrame),
    ...trackEvents(read.sides.target.subject, read.track).flatMap((event) =>
      isRightAt(read, event.frame) ? [event.frame] : [],
    ),
  ];
  const before = extentOf(known.filter((other) => other < frame)).high;
  const after = lastFrame === Infinity ? Infinity : extentOf(known.filter((other) => other > lastFrame)).low;
  const at = indexOf(read, frame);
  const left = Number.isFinite(after) ? indexOf(read, lastFrame) : lastOf(read);
  // Where it is right up to there, as after a jump, it stays so.
  const start = at > 0 && isRightAt(read, read.reading.gap.firstFrame + at - 1) ? at : 0;
  const from = Number.isFinite(before) ? indexOf(read, before) : start;
  const to = Number.isFinite(after) ? indexOf(read, after) : lastOf(read);
  const [coming, going] = [goneFrom(read, from, at), goneFrom(read, left, to)];
  const shareAt = (i: number): number => {
    if (i <= at) return Number.isFinite(before) && at > from ? coming(i) : 1;
    return i <= left ? 1 : 1 - going(i);
  };
  return [{ from, to, valueAt: (c, i) => take[c]![i]! - (warped[c]![at]! - target[c]![at]!) * shareAt(i) }];
}

/**
 * All from one key to another, or a key alone, as the target has it: what goes to it and from it as there, from where
 * the keys beside it are; to the end, or from the beginning, where there is none.
 */
function putIn(read: ReadTrack, firstFrame: number, lastFrame: number): Correction[] {
  const { target, take, warped } = read.whole;
  const [{ before }, { after }] = [besides(read, firstFrame), besides(read, lastFrame)];
  const [at, until] = [indexOf(read, firstFrame), indexOf(read, lastFrame)];
  const [from, to] = [
    before ? indexOf(read, before.targetFrame) : 0,
    after ? indexOf(read, after.targetFrame) : lastOf(read),
  ];
  const miss = (c: number, i: number): number => warped[c]![i]! - target[c]![i]!;
  /** What the key before, or the one after, is off by, fading towards the one put in. */
  const left = (c: number, i: number): number => {
    if (i <= at) return before && at > from ? (miss(c, from) * (at - i)) / (at - from) : 0;
    return i > until && after && to > until ? (miss(c, to) * (i - until)) / (to - until) : 0;
  };
  return [{ from, to, valueAt: (c, i) => take[c]![i]! - (miss(c, i) - left(c, i)) }];
}

/** The way about a frame, from where the take is right to where it is again, gone as the target goes it. */
function betweenRight(read: ReadTrack, frame: number): Correction[] {
  const { before, after } = besides(read, frame, ({ targetFrame }) => isRightAt(read, targetFrame));
  const { firstFrame } = read.reading.gap;
  return spacedLike(read, before?.targetFrame ?? firstFrame, after?.targetFrame ?? firstFrame + lastOf(read));
}

/** The take brought to the target's size and direction about where it begins. */
function sizedLike(read: ReadTrack): Correction[] {
  const { target, take } = read.whole;
  let [along, length] = [0, 0];
  target.forEach((asked, c) => {
    for (let i = 0; i < asked.length; i++) {
      along += (take[c]![i]! - take[c]![0]!) * (asked[i]! - asked[0]!);
      length += (asked[i]! - asked[0]!) ** 2;
    }
  });
  if (length === 0) return [];
  const size = along / length;
  // What does not move at all has no size to be brought to the target's.
  const valueAt = (c: number, i: number): number =>
    standsAt(size) ? target[c]![i]! : target[c]![0]! + (take[c]![i]! - take[c]![0]!) / size;
  return [{ from: 0, to: lastOf(read), valueAt }];
}

/** Offsets are rounded where they are told. */
const SAME_OFFSET = 0.01;

const TIMED: ReadonlySet<FindingKind> = new Set(['key-late', 'key-early', 'tempo-differs', 'overlap-off']);
/** What is put right on both sides of the key it is at; between keys all of the way from one to the next. */
const ABOUT_A_KEY: ReadonlySet<FindingKind> = new Set(['contact-floats', 'turn-sharp', 'arc-kinked']);

/** Keys that are off by as much as a whole cause says, but for this, are so by it alone. */
const BY_IT_ALONE = 1;
/** A pace is said in whole percent. */
const SAID_SHARE = 0.01;

/** By how many frames a key is off by what is said of all, or nearly all, of them; what it is off besides stays. */
function wholeOffset({ reading: { pairs } }: ReadTrack, finding: Finding): (pair: KeyPair) => number {
  const { kind, measured, expected, firstFrame, lastFrame } = finding;
  const isTempo = kind === 'tempo-differs';
  const part = { first: firstFrame, last: lastFrame, pace: isTempo ? 100 / measured : 1 };
  const grown = ({ targetFrame }: KeyPair): number => lateAt(targetFrame, [part]);
  // What is at another pace from the first on may be late besides; what comes before another part is on time.
  const within = pairs.filter(({ targetFrame }) => targetFrame <= lastFrame);
  const isFromFirst = firstFrame <= pairs[0]!.targetFrame;
  const begun = isFromFirst && within.length > 0 ? medianOf(within.map((pair) => pair.offsetFrames - grown(pair))) : 0;
  const start = isTempo ? begun : measured - expected;
  const alone = Math.max(BY_IT_ALONE, isTempo ? SAID_SHARE * (lastFrame - firstFrame) : 0);
  return (pair) => {
    const { targetFrame, offsetFrames } = pair;
    if (!isTempo && targetFrame < expected - 1e-6) return 0;
    const said = start + grown(pair);
    return Math.abs(offsetFrames - said) <= alone ? offsetFrames : said;
  };
}

/** All of one coordinate put right: when it is there, at what pace, or how far it goes. The other stays as it is. */
function ofOneCoordinate({ track, alone, whole: { take } }: ReadTrack, finding: Finding, to: number): Correction[] {
  return alone
    .filter(({ kind, c }) => kind === finding.kind && track.channelIds[c] === finding.channel)
    .map(({ c: own, column }) => ({ from: 0, to, valueAt: (c, i) => (c === own ? column : take[c]!)[i]! }));
}

/** What a finding tells of this track, put right; null where the finding is of something else. */
export function corrections(read: ReadTrack, finding: Finding): Correction[] | null {
  const { reading } = read;
  const isOurs =
    isAbout(finding, reading) ||
    (finding.track === null && (finding.subjectId === null || finding.subjectId === reading.subjectId));
  if (!isOurs || !(reading.span > 0)) return null;
  const { kind, firstFrame, lastFrame, expected } = finding;
  // All that is elsewhere by as much is so in what is measured like that.
  if (kind === 'pose-off' && finding.track === null && ![reading.unit, '%'].includes(finding.unit)) return null;
  if (kind === 'track-never-keyed' || kind === 'subject-missing' || kind === 'track-extra') {
    const { whole, lone } = read;
    const isRight = (c: number): boolean => kind === 'subject-missing' || lone.length === 0 || lone.includes(c);
    return [{ from: 0, to: lastOf(read), valueAt: (c, i) => (isRight(c) ? whole.target : whole.take)[c]![i]! }];
  }
  if (reading.pairs.length === 0) return null;
  if (finding.channel) return ofOneCoordinate(read, finding, lastOf(read));
  if (TIMED.has(kind)) {
    const isKey = kind === 'key-late' || kind === 'key-early';
    // One key's finding reaches from where it is to where it ought to be; one of many goes on to the last.
    const isOne =
      isKey && isAbout(finding, reading) && lastFrame - firstFrame <= Math.abs(finding.measured - expected) + 1e-6;
    const own = isOne ? reading.pairs.find(({ targetFrame }) => targetFrame === expected) : undefined;
    // Late in one coordinate alone: the ways to it and from it are gone as the target goes them.
    if (own && Math.abs(finding.measured - expected - own.offsetFrames) > SAME_OFFSET) {
      return betweenRight(read, expected);
    }
    if (isOne) return movedBack(read, (pair) => (pair.targetFrame === expected ? pair.offsetFrames : 0));
    return movedBack(read, kind === 'overlap-off' ? ({ offsetFrames }) => offsetFrames : wholeOffset(read, finding));
  }
  if (isBeyond(finding, reading) && kind !== 'key-missing')
    return goneOn(read, firstFrame > reading.pairs[0]!.targetFrame);
  if (kind === 'pose-off') {
    const [first, last] = [reading.pairs[0]!.targetFrame, reading.pairs.at(-1)!.targetFrame];
    if (firstFrame === lastFrame || lastFrame < last) return posed(read, firstFrame, lastFrame);
    return firstFrame > first ? posed(read, firstFrame, Infinity) : sizedLike(read);
  }
  if (kind === 'key-missing') return putIn(read, firstFrame, lastFrame);
  if (kind === 'key-extra') return betweenRight(read, firstFrame);
  const { before, after } = besides(read, firstFrame);
  const [from, to] = [before?.targetFrame ?? firstFrame, after?.targetFrame ?? lastFrame];
  if (kind === 'settle-off') return spacedLike(read, from, reading.gap.firstFrame + lastOf(read));
  if (ABOUT_A_KEY.has(kind))
    return reading.pairs.some(({ targetFrame }) => targetFrame === firstFrame)
      ? [...spacedLike(read, from, firstFrame), ...spacedLike(read, firstFrame, to)]
      : spacedLike(read, from, to);
  const ways = waysInOneManner(reading, finding);
  // One that stands where it is, not in the poses it is to reach, goes on as the target does.
  if (ways.length > 0 && kind === 'held-not-moving' && !isRightAt(read, ways.at(-1)!.lastFrame))
    return putIn(read, firstFrame, lastFrame);
  if (ways.length > 0) return ways.flatMap((way) => spacedLike(read, way.firstFrame, way.lastFrame));
  const group = FINDING_KINDS[kind];
  return group === 'spacing' || group === 'path' ? spacedLike(read, firstFrame, lastFrame) : null;
}
