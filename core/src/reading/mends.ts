import { medianOf } from '../median.ts';
import { type BothRead, isAbout } from './checks/check.ts';
import type { ReadTrack } from './read-track.ts';
import { type Finding, FINDING_KINDS, type FindingKind, type KeyPair } from './schema.ts';

/** A miss of more than the whole span is as wrong as can be. */
const MOST_PERCENT = 100;

/** What a squared distance from the target is in percent of the span, squared. */
const inPercent = (squared: number, span: number): number => Math.min(MOST_PERCENT ** 2, squared * (100 / span) ** 2);

/** The squared error of each frame, in percent of the span. */
function errorsOf({ reading, whole: { target, take } }: ReadTrack): Float64Array {
  const errors = new Float64Array(take[0]?.length ?? 0);
  for (let c = 0; c < target.length; c++) {
    const [asked, drawn] = [target[c]!, take[c]!];
    for (let i = 0; i < errors.length; i++) errors[i]! += (drawn[i]! - asked[i]!) ** 2;
  }
  for (let i = 0; i < errors.length; i++) errors[i] = inPercent(errors[i]!, reading.span);
  return errors;
}

/** The take put right from one frame to another (indices, both included): the value of a channel at a frame. */
interface Correction {
  from: number;
  to: number;
  valueAt: (channel: number, i: number) => number;
}

const lastOf = ({ whole: { take } }: ReadTrack): number => (take[0]?.length ?? 1) - 1;
const indexOf = (read: ReadTrack, frame: number): number =>
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
  return [
    {
      from,
      to,
      valueAt: (c, i) => {
        const share = to > from ? (i - from) / (to - from) : 0;
        return take[c]![i]! - (miss(c, i) - (miss(c, from) * (1 - share) + miss(c, to) * share));
      },
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

/**
 * The pose at one frame put right, and what is between it and the keys beside it along with it; or all from that frame
 * on moved by as much.
 */
function posed(read: ReadTrack, frame: number, isAllAfter = false): Correction[] {
  const { target, take, warped } = read.whole;
  const { before, after: next } = besides(read, frame);
  const after = isAllAfter ? undefined : next;
  const at = indexOf(read, frame);
  // Where it is right up to there, as after a jump, it stays so.
  const start = at > 0 && isRightAt(read, read.reading.gap.firstFrame + at - 1) ? at : 0;
  const from = before ? indexOf(read, before.targetFrame) : start;
  const to = after ? indexOf(read, after.targetFrame) : lastOf(read);
  const shareAt = (i: number): number => {
    if (i <= at) return before ? (at > from ? (i - from) / (at - from) : 1) : 1;
    return after ? (to - i) / (to - at) : 1;
  };
  return [{ from, to, valueAt: (c, i) => take[c]![i]! - (warped[c]![at]! - target[c]![at]!) * shareAt(i) }];
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
  const size = length > 0 ? along / length : 0;
  const valueAt = (c: number, i: number): number => target[c]![0]! + (take[c]![i]! - take[c]![0]!) / size;
  return size === 0 ? [] : [{ from: 0, to: lastOf(read), valueAt }];
}

/** Offsets are rounded where they are told. */
const SAME_OFFSET = 0.01;

const TIMED: ReadonlySet<FindingKind> = new Set(['key-late', 'key-early', 'tempo-differs', 'overlap-off']);
/** What is at a key and is put right on both sides of it. */
const ABOUT_A_KEY: ReadonlySet<FindingKind> = new Set(['contact-floats', 'turn-sharp', 'arc-kinked']);

/** Keys that are off by as much as a whole cause says, but for this, are so by it alone. */
const BY_IT_ALONE = 1;
/** A pace is said in whole percent. */
const SAID_SHARE = 0.01;

/** By how many frames a key is off by what is said of all, or nearly all, of them; what it is off besides stays. */
function wholeOffset({ reading: { pairs } }: ReadTrack, finding: Finding): (pair: KeyPair) => number {
  const { kind, measured, expected, firstFrame, lastFrame } = finding;
  const isTempo = kind === 'tempo-differs';
  const perFrame = isTempo ? 100 / measured - 1 : 0;
  const start = isTempo
    ? medianOf(pairs.map((pair) => pair.offsetFrames - perFrame * pair.targetFrame))
    : measured - expected;
  const alone = Math.max(BY_IT_ALONE, isTempo ? SAID_SHARE * (lastFrame - firstFrame) : 0);
  return ({ targetFrame, offsetFrames }) => {
    if (!isTempo && targetFrame < expected - 1e-6) return 0;
    const said = start + perFrame * targetFrame;
    return Math.abs(offsetFrames - said) <= alone ? offsetFrames : said;
  };
}

/** What a finding tells of this track, put right; null where the finding is of something else. */
function corrections(read: ReadTrack, finding: Finding): Correction[] | null {
  const { reading } = read;
  const isOurs =
    isAbout(finding, reading) ||
    (finding.track === null && (finding.subjectId === null || finding.subjectId === reading.subjectId));
  if (!isOurs || !(reading.span > 0)) return null;
  const { kind, firstFrame, lastFrame, expected } = finding;
  if (kind === 'track-never-keyed' || kind === 'subject-missing' || kind === 'track-extra') {
    const { whole, lone } = read;
    const isRight = (c: number): boolean => kind === 'subject-missing' || lone.length === 0 || lone.includes(c);
    return [{ from: 0, to: lastOf(read), valueAt: (c, i) => (isRight(c) ? whole.target : whole.take)[c]![i]! }];
  }
  if (reading.pairs.length === 0) return null;
  if (TIMED.has(kind)) {
    const isKey = kind === 'key-late' || kind === 'key-early';
    // One key's finding reaches from where it is to where it ought to be; one of many goes on to the last.
    const isOne =
      isKey && isAbout(finding, reading) && lastFrame - firstFrame <= Math.abs(finding.measured - expected) + 1e-6;
    const own = isOne ? reading.pairs.find(({ targetFrame }) => targetFrame === expected) : undefined;
    // Late in one coordinate alone: the ways to it and from it are gone as the target goes them.
    if (own && Math.abs(finding.measured - expected - own.offsetFrames) > SAME_OFFSET) {
      const { before, after } = besides(read, expected, (pair) => isRightAt(read, pair.targetFrame));
      return spacedLike(read, before?.targetFrame ?? expected, after?.targetFrame ?? expected);
    }
    if (isOne) return movedBack(read, (pair) => (pair.targetFrame === expected ? pair.offsetFrames : 0));
    return movedBack(read, kind === 'overlap-off' ? ({ offsetFrames }) => offsetFrames : wholeOffset(read, finding));
  }
  if (kind === 'pose-off') {
    if (firstFrame === lastFrame) return posed(read, firstFrame);
    return firstFrame > reading.pairs[0]!.targetFrame ? posed(read, firstFrame, true) : sizedLike(read);
  }
  const { before, after } = besides(read, firstFrame);
  const [from, to] = [before?.targetFrame ?? firstFrame, after?.targetFrame ?? lastFrame];
  if (kind === 'key-missing' || kind === 'key-extra') return spacedLike(read, from, to);
  if (ABOUT_A_KEY.has(kind)) return [...spacedLike(read, from, firstFrame), ...spacedLike(read, firstFrame, to)];
  const group = FINDING_KINDS[kind];
  return group === 'spacing' || group === 'path' ? spacedLike(read, firstFrame, lastFrame) : null;
}

/**
 * How much of what is off in all tracks each finding's correction removes, by applying it alone: 1 where nothing is
 * left, 0 where it mends nothing; null for what has no correction in the movement itself. The error is the squared
 * distance from the target at the same seconds, in percent of each track's span, summed over frames and tracks.
 */
export function mendsOf({ tracks }: Pick<BothRead, 'tracks'>, findings: readonly Finding[]): (number | null)[] {
  if (findings.length === 0) return [];
  const moving = tracks.filter(({ reading }) => reading.span > 0);
  const errors = moving.map(errorsOf);
  let all = 0;
  for (const own of errors) for (let i = 0; i < own.length; i++) all += own[i]!;
  return findings.map((finding) => {
    let [removed, isAny] = [0, false];
    moving.forEach((read, k) => {
      const { target } = read.whole;
      for (const { from, to, valueAt } of corrections(read, finding) ?? []) {
        isAny = true;
        for (let i = from; i <= to; i++) {
          let squared = 0;
          for (let c = 0; c < target.length; c++) squared += (valueAt(c, i) - target[c]![i]!) ** 2;
          removed += errors[k]![i]! - inPercent(squared, read.reading.span);
        }
      }
    });
    return isAny && all > 0 ? Math.max(0, removed / all) : null;
  });
}
