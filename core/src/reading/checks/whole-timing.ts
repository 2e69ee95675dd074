import { extentOf } from '../../extent.ts';
import { medianOf } from '../../median.ts';
import { framesOf, type KeyOffset, paceOf, type ShiftFit, shiftOf } from '../offset-fits.ts';
import { toleranceAt } from '../own-keys.ts';
import { areLateTogether, lateAt, type PacedPart, partPacesOf } from '../part-paces.ts';
import type { ReadTrack } from '../read-track.ts';
import type { Finding, KeyPair } from '../schema.ts';
import { isSeen } from '../seen-keys.ts';
import { severityOf } from '../severity.ts';
import { atSpeed, capital, lateBy, percentOfSpeed, roundTo, subjectDoes, theSubject } from '../words.ts';
import { type BothRead, isAbout, type Whole } from './check.ts';

/** Late keys that are late by one thing: all of a take, of a subject or of a track, or what comes after some frame. */

interface Offset extends KeyOffset {
  read: ReadTrack;
  /** By more than is tolerated. */
  isLate: boolean;
  /** It is not recorded: what is has it beyond the end. */
  isBeyond: boolean;
  /** As it is recorded it ends there: it may be later. */
  isAtEnd: boolean;
}

/** A cause of late keys, and the offsets that it is the cause of. */
interface WholeTiming extends Whole {
  covers: readonly Offset[];
}

/** Offsets so near to what all of them say are that. */
const LEAST_SLACK = 0.75;

/** Another pace of a part is told where it saves so many sentences, or where the keys of so many frames tell it. */
const LEAST_SAVED = 2;
const MANY_FRAMES = 3;

const isToldByMany = ({ covers }: WholeTiming): boolean => framesOf(covers) >= MANY_FRAMES;

/** Whether its keys are those of the take. */
const isKeyed = ({ isSampled, areKeysFound }: ReadTrack): boolean => !isSampled && !areKeysFound;

/** What explains late keys together, by the fewest sentences; what explains all of some rather than nearly all. */
export function findTimings({ target, tracks }: BothRead, others: readonly Finding[]): Whole[] {
  const offsets: Offset[] = [];
  for (const read of tracks) {
    const offsetOf = (pair: KeyPair, isBeyond: boolean): Offset => {
      const tolerance = toleranceAt(target, read.reading, pair.targetFrame) + read.blurFrames;
      return {
        read,
        isBeyond,
        frame: pair.targetFrame,
        off: pair.offsetFrames,
        tolerance,
        isLate: severityOf(pair.offsetFrames, tolerance) !== null,
        isSampled: read.isSampled && !read.explained,
        isAtEnd: read.isSampled && pair.takeFrame > read.sides.take.motion.range.last - 1,
      };
    };
    read.reading.pairs.forEach((pair, k) => {
      const offset = offsetOf(pair, false);
      // One that is not seen, but was keyed on time, says that not all is late.
      if ((isKeyed(read) && !offset.isLate) || isSeen(read, k)) offsets.push(offset);
    });
    offsets.push(...read.beyond.map((pair) => offsetOf(pair, true)));
  }
  const late = offsets.filter((one) => one.isLate);
  // What has not come as a recording ends is another sentence.
  const notYet = others.filter(({ kind }) => kind === 'key-missing');
  const sentences = (wholes: readonly WholeTiming[]): number =>
    wholes.length +
    late.filter((one) => !wholes.some(({ covers }) => covers.includes(one))).length +
    notYet.filter((finding) => !wholes.some(({ tells }) => tells(finding))).length;
  const ofAll = timingsOf(offsets, others, 'all');
  if (sentences(ofAll) === ofAll.length) return ofAll;
  const ofMost = timingsOf(offsets, others, 'most');
  const best = sentences(ofMost) < sentences(ofAll) ? ofMost : ofAll;
  const ofParts = timingsOf(offsets, others, 'parts');
  // A pace of nearly all of it may be that of a part; two keys that are late may be so by chance.
  const isPaced = best.some(({ finding }) => finding.kind === 'tempo-differs');
  const least = isPaced ? 0 : ofParts.every(isToldByMany) ? 1 : LEAST_SAVED;
  return sentences(ofParts) <= sentences(best) - least ? ofParts : best;
}

function timingsOf(offsets: readonly Offset[], others: readonly Finding[], explain: Explain): WholeTiming[] {
  const all = timingOf(offsets, null, explain);
  if (all.length > 0) return all;
  const subjects = partsOf(offsets, ({ read }) => read.reading.subjectId);
  const overlaps = others.filter(({ kind }) => kind === 'overlap-off');
  return subjects.flatMap((own): WholeTiming[] => {
    const { read } = own[0]!;
    const tracks = partsOf(own, (one) => one.read.track.id);
    // A part that follows another too soon or too late is told as that, unless more than what follows is.
    const areParts = tracks.map(([one]) => overlaps.some((finding) => isAbout(finding, one!.read.reading)));
    if (!areParts.includes(false)) return [];
    const single = subjects.length > 1 ? timingOf(own, { read, isTrack: false }, explain) : [];
    if (single.length > 0 || areParts.includes(true)) return single;
    return tracks.length < 2
      ? []
      : tracks.flatMap((part) => timingOf(part, { read: part[0]!.read, isTrack: true }, explain));
  });
}

/** Offsets by what they are of, in the order these come. */
function partsOf(offsets: readonly Offset[], of: (offset: Offset) => string): Offset[][] {
  const parts = new Map<string, Offset[]>();
  for (const offset of offsets) {
    const part = parts.get(of(offset));
    if (part) part.push(offset);
    else parts.set(of(offset), [offset]);
  }
  return [...parts.values()];
}

/** How offsets are explained: all by one thing, all but a few, or all by one thing or another pace of a part. */
type Explain = 'all' | 'most' | 'parts';

/** Whose offsets some are: all of them where it is null. */
type Whose = { read: ReadTrack; isTrack: boolean } | null;

/** The one thing that explains the offsets; nothing where none does. */
function timingOf(given: readonly Offset[], of: Whose, explain: Explain): WholeTiming[] {
  // One that is late is no whole, unless that it is was seen in all of the curve.
  const least = given.every(({ read }) => read.explained || read.areKeysFound) ? 1 : 2;
  if (given.filter((one) => one.isLate).length < least || given.every(({ frame }) => frame === given[0]!.frame))
    return [];
  if (explain === 'parts' && !areLateTogether(given)) return [];
  const offsets = given.toSorted((a, b) => a.frame - b.frame);
  const tolerance = Math.max(...offsets.map((offset) => offset.tolerance));
  const slack = Math.max(LEAST_SLACK, tolerance / 2);
  const mayLeaveOut = explain === 'most';
  const shifted = shiftOf(offsets, slack, mayLeaveOut);
  const paced = shifted?.outside.length === 0 ? null : paceOf(offsets, slack, mayLeaveOut);
  const isPace = paced !== null && paced.outside.length < (shifted?.outside.length ?? Infinity);
  const fit = isPace ? paced : shifted;
  if (!fit) {
    const parts = explain === 'parts' ? partPacesOf(offsets, slack, beginOf(offsets)) : null;
    return parts ? tellParts({ of, offsets, outside: [], tolerance }, parts) : [];
  }
  const outside = fit.outside.map((i) => offsets[i]!);
  // What is said of several subjects is so of each of them.
  const isOfEach = partsOf(offsets, ({ read }) => read.reading.subjectId).every((own) =>
    own.some((one) => !outside.includes(one)),
  );
  if (!isOfEach) return [];
  const explained: Explained = { of, offsets, outside, tolerance };
  const told = 'pace' in fit ? tellPace(explained, fit.pace) : tellShift(explained, fit);
  return told ? [told] : [];
}

/** Offsets that one thing explains but for those outside, in order of frame. */
interface Explained {
  of: Whose;
  offsets: readonly Offset[];
  outside: readonly Offset[];
  tolerance: number;
}

const aboutWhose = (of: Whose): Pick<Finding, 'subjectId' | 'track'> => ({
  subjectId: of?.read.reading.subjectId ?? null,
  track: of?.isTrack ? of.read.track.id : null,
});

/**
 * Whether a finding is that one of the explained keys is late, or that a recording has not come to where it ends
 * because it would be there, at `placeOf` its frame, only later.
 */
function isOfThese({ of, offsets, outside }: Explained, finding: Finding, placeOf: (frame: number) => number): boolean {
  const isOurs =
    !of || (finding.subjectId === of.read.reading.subjectId && (!of.isTrack || finding.track === of.read.track.id));
  if (!isOurs) return false;
  // How parts follow one another, where one is late as a whole.
  if (finding.kind === 'overlap-off') return of !== null && !of.isTrack;
  if (finding.kind === 'on-stage-off')
    return Math.abs(finding.measured - placeOf(finding.expected)) <= finding.tolerance;
  if (finding.kind === 'key-late' || finding.kind === 'key-early')
    return !outside.some(({ frame, read }) => frame === finding.expected && isAbout(finding, read.reading));
  return (
    (finding.kind === 'key-missing' || finding.kind === 'pose-off') &&
    offsets.some(
      ({ read }) =>
        read.isSampled &&
        isAbout(finding, read.reading) &&
        read.toTake(placeOf(finding.firstFrame)) > read.sides.take.motion.range.last - 1,
    )
  );
}

function tellPace(explained: Explained, pace: number): WholeTiming | null {
  const { offsets, outside } = explained;
  const recorded = offsets.filter(({ isBeyond }) => !isBeyond);
  const [first, last] = recorded.length > 1 ? [recorded[0]!, recorded.at(-1)!] : [offsets[0]!, offsets.at(-1)!];
  const isOff = outside.includes(first) || outside.includes(last);
  const taken = isOff ? (last.frame - first.frame) * pace : last.frame + last.off - first.frame - first.off;
  // Finer than half a frame no recording shows.
  const isRecorded = offsets.some(({ read }) => read.isSampled || read.areKeysFound);
  const finding = tempoOf(
    explained,
    { first: first.frame, last: last.frame, pace },
    isRecorded ? Math.round(taken * 2) / 2 : taken,
    (runs) => runs,
  );
  const placeOf = (frame: number): number => first.frame + first.off + (frame - first.frame) * pace;
  return (
    finding && {
      covers: offsets.filter((one) => !outside.includes(one)),
      finding,
      tells: (other) => isOfTempo(explained, other, placeOf),
    }
  );
}

/** What is said of a part at another pace, in so many frames; null where that is within what is tolerated. */
function tempoOf(
  { of, outside, tolerance }: Explained,
  { first, last, pace }: PacedPart,
  taken: number,
  say: (runs: string) => string,
): Finding | null {
  const asked = last - first;
  const severity = severityOf(asked * (pace - 1), tolerance);
  const speed = percentOfSpeed(pace);
  return (
    severity && {
      ...aboutWhose(of),
      kind: 'tempo-differs',
      firstFrame: first,
      lastFrame: last,
      measured: speed,
      expected: 100,
      tolerance: (tolerance / asked) * 100,
      unit: '% of the speed',
      severity,
      sentence: capital(`${say(`${whatDoes(of, 'run', outside.length > 0)} ${atSpeed(speed, taken, asked)}`)}.`),
    }
  );
}

/** Whether a finding follows from another pace, which puts what happens at a frame elsewhere. */
const isOfTempo = (explained: Explained, finding: Finding, placeOf: (frame: number) => number): boolean =>
  isOfThese(explained, finding, placeOf) || (finding.kind.startsWith('loop-') && !explained.of);

/** Where what is timed begins, be it seen there or not. */
const beginOf = (offsets: readonly Offset[]): number =>
  extentOf(offsets.map(({ frame, read }) => Math.min(frame, read.reading.pairs[0]?.targetFrame ?? frame))).low;

/** Parts at another pace: one alone, what comes after it being as late as its end, or two that meet. */
function tellParts(explained: Explained, parts: readonly PacedPart[]): WholeTiming[] {
  const { offsets } = explained;
  const offAt = (frame: number): number => {
    const offs = offsets.filter((one) => one.frame === frame).map((one) => one.off);
    return offs.length > 0 ? medianOf(offs) : lateAt(frame, parts);
  };
  const shown = offsets.filter(({ isBeyond, isAtEnd }) => !isBeyond && !isAtEnd).at(-1) ?? offsets.at(-1)!;
  const placeOf = (frame: number): number => frame + lateAt(frame, parts);
  const told = parts.map(({ first, last: end }, i): WholeTiming | null => {
    const last = Math.min(end, shown.frame);
    if (last <= first) return null;
    const [begun, ended] = [offAt(first), offAt(last)];
    const taken = Math.round((last + ended - first - begun) * 2) / 2;
    const isFirst = first === beginOf(offsets);
    const after = isFirst && parts.length === 1 ? `; what comes after it is ${lateBy(ended)}` : '';
    const said = isFirst ? `up to frame ${roundTo(last, 2)}, ` : `from frame ${roundTo(first, 2)} on, `;
    const pace = taken / (last - first);
    const finding = tempoOf(explained, { first, last, pace }, taken, (runs) => `${said}${runs}${after}`);
    const covers = offsets.filter(({ frame }) => frame > first && (frame <= end || i === parts.length - 1));
    return finding && { covers, finding, tells: (other) => isOfTempo(explained, other, placeOf) };
  });
  return told.every((one) => one !== null) ? told : [];
}

function tellShift(explained: Explained, { shift, frame }: ShiftFit): WholeTiming | null {
  const { of, offsets, outside, tolerance } = explained;
  const severity = severityOf(shift, tolerance);
  if (!severity) return null;
  const [first, last] = [offsets[0]!, offsets.at(-1)!];
  const late = `${whatDoes(of, 'be', outside.length > 0)} ${lateBy(shift)}.`;
  return {
    covers: offsets.filter((one) => one.frame >= frame && !outside.includes(one)),
    finding: {
      ...aboutWhose(of),
      kind: shift > 0 ? 'key-late' : 'key-early',
      firstFrame: Math.min(frame, roundTo(frame + shift, 2)),
      lastFrame: Math.max(last.frame, roundTo(last.frame + shift, 2)),
      measured: roundTo(frame + shift, 2),
      expected: frame,
      tolerance,
      unit: 'frames',
      severity,
      sentence: frame === first.frame ? capital(late) : `From frame ${roundTo(frame, 2)} on, ${late}`,
    },
    tells: (finding) =>
      isOfThese(explained, finding, (at) => at + shift) &&
      (finding.kind === 'key-missing' || finding.expected >= frame - 1e-6),
  };
}

/** `everything is`, `nearly all of the cart runs`, `rotation of the lid is`. */
function whatDoes(of: Whose, verb: 'be' | 'run', isNearly: boolean): string {
  const it = verb === 'be' ? 'is' : 'runs';
  if (!of)
    return verb === 'be' ? `${isNearly ? 'nearly ' : ''}everything is` : `${isNearly ? 'nearly all of it' : 'it'} runs`;
  const { subjectName, label } = of.read.reading;
  const does = of.isTrack
    ? `${label.toLowerCase()} of ${theSubject(subjectName)} ${it}`
    : subjectDoes(subjectName, verb);
  return `${isNearly ? 'nearly all of ' : ''}${does}`;
}
