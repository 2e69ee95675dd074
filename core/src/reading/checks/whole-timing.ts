import { type KeyOffset, paceOf, shiftOf } from '../offset-fits.ts';
import { toleranceAt } from '../own-keys.ts';
import type { ReadTrack } from '../read-track.ts';
import type { Finding, KeyPair } from '../schema.ts';
import { severityOf } from '../severity.ts';
import { capital, frames, roundTo, subjectDoes, theSubject } from '../words.ts';
import { type BothRead, isAbout, type Whole } from './check.ts';

/** Late keys that are late by one thing: all of a take, of a subject or of a track, or what comes after some frame. */

interface Offset extends KeyOffset {
  read: ReadTrack;
  pair: KeyPair;
}

/** A cause of late keys, and the offsets that it is the cause of. */
interface WholeTiming extends Whole {
  covers: readonly Offset[];
}

/** Offsets so near to what all of them say are that. */
const LEAST_SLACK = 0.75;

const isLate = ({ off, tolerance }: Offset): boolean => severityOf(off, tolerance) !== null;

/** What explains late keys together, by the fewest sentences; what explains all of some rather than nearly all. */
export function findTimings({ target, tracks }: BothRead, others: readonly Finding[]): Whole[] {
  const offsets = tracks.flatMap((read) =>
    read.reading.pairs.map((pair): Offset => ({
      read,
      pair,
      frame: pair.targetFrame,
      off: pair.offsetFrames,
      tolerance: toleranceAt(target, read.reading, pair.targetFrame) + read.blurFrames,
      isSampled: read.isSampled,
    })),
  );
  const late = offsets.filter(isLate);
  const sentences = (wholes: readonly WholeTiming[]): number =>
    wholes.length + late.filter((one) => !wholes.some(({ covers }) => covers.includes(one))).length;
  const ofAll = timingsOf(offsets, others, false);
  if (sentences(ofAll) === ofAll.length) return ofAll;
  const ofMost = timingsOf(offsets, others, true);
  return sentences(ofMost) < sentences(ofAll) ? ofMost : ofAll;
}

function timingsOf(offsets: readonly Offset[], others: readonly Finding[], mayLeaveOut: boolean): WholeTiming[] {
  const all = timingOf(offsets, null, mayLeaveOut);
  if (all) return [all];
  const subjects = partsOf(offsets, ({ read }) => read.reading.subjectId);
  return subjects.flatMap((own): WholeTiming[] => {
    const { read } = own[0]!;
    // A part that follows another too soon or too late is told as that.
    const isPart = ({ kind, subjectId }: Finding): boolean =>
      kind === 'overlap-off' && subjectId === read.reading.subjectId;
    if (others.some(isPart)) return [];
    const single = subjects.length > 1 ? timingOf(own, { read, isTrack: false }, mayLeaveOut) : null;
    if (single) return [single];
    const tracks = partsOf(own, (one) => one.read.track.id);
    return tracks.length < 2
      ? []
      : tracks.flatMap((part) => timingOf(part, { read: part[0]!.read, isTrack: true }, mayLeaveOut) ?? []);
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

/** The one thing that explains the offsets; null where none does. `of` is whose they are, null for all. */
function timingOf(
  given: readonly Offset[],
  of: { read: ReadTrack; isTrack: boolean } | null,
  mayLeaveOut: boolean,
): WholeTiming | null {
  const offsets = given.toSorted((a, b) => a.frame - b.frame);
  if (new Set(offsets.map(({ frame }) => frame)).size < 2 || offsets.filter(isLate).length < 2) return null;
  const tolerance = Math.max(...offsets.map((offset) => offset.tolerance));
  const slack = Math.max(LEAST_SLACK, tolerance / 2);
  const shifted = shiftOf(offsets, slack, mayLeaveOut);
  const paced = shifted?.outside.length === 0 ? null : paceOf(offsets, slack, mayLeaveOut);
  const isPace = paced !== null && paced.outside.length < (shifted?.outside.length ?? Infinity);
  const fit = isPace ? paced : shifted;
  if (!fit) return null;
  const outside = fit.outside.map((i) => offsets[i]!);
  // What is said of several subjects is so of each of them.
  const isOfEach = partsOf(offsets, ({ read }) => read.reading.subjectId).every((own) =>
    own.some((one) => !outside.includes(one)),
  );
  if (!isOfEach) return null;

  const isOurs = (finding: Finding): boolean =>
    !of || (finding.subjectId === of.read.reading.subjectId && (!of.isTrack || finding.track === of.read.track.id));
  const isTold = (finding: Finding): boolean =>
    (finding.kind === 'key-late' || finding.kind === 'key-early') &&
    !outside.some(({ frame, read }) => frame === finding.expected && isAbout(finding, read.reading));
  /** What a recording has not come to where it ends, because it would be there only later. */
  const isUnreached = (finding: Finding, placeOf: (frame: number) => number): boolean =>
    finding.kind === 'key-missing' &&
    offsets.some(
      ({ read }) =>
        read.isSampled &&
        isAbout(finding, read.reading) &&
        read.toTake(placeOf(finding.firstFrame)) > read.sides.take.motion.range.last - 1,
    );
  const does = (verb: 'be' | 'run'): string => whatDoes(of, verb, outside.length > 0);
  const about = {
    subjectId: of?.read.reading.subjectId ?? null,
    track: of?.isTrack ? of.read.track.id : null,
    unit: 'frames',
    tolerance,
  };
  const [first, last] = [offsets[0]!, offsets.at(-1)!];

  if ('pace' in fit) {
    const { pace } = fit;
    const asked = last.frame - first.frame;
    const severity = severityOf(asked * (pace - 1), tolerance);
    if (!severity) return null;
    const speed = roundTo(100 / pace, 0);
    const placeOf = (frame: number): number => first.frame + first.off + (frame - first.frame) * pace;
    return {
      covers: offsets.filter((one) => !outside.includes(one)),
      finding: {
        ...about,
        kind: 'tempo-differs',
        firstFrame: first.frame,
        lastFrame: last.frame,
        measured: speed,
        expected: 100,
        tolerance: (tolerance / asked) * 100,
        unit: '% of the speed',
        severity,
        sentence: capital(
          `${does('run')} at ${speed} % of the speed: ` +
            `${frames(asked * pace)} where the target takes ${roundTo(asked, 2)}.`,
        ),
      },
      tells: (finding) =>
        (isOurs(finding) && (isTold(finding) || isUnreached(finding, placeOf))) ||
        (finding.kind.startsWith('loop-') && !of),
    };
  }
  const { shift, frame } = fit;
  const severity = severityOf(shift, tolerance);
  if (!severity) return null;
  const side = shift > 0 ? 'late' : 'early';
  return {
    covers: offsets.filter((one) => one.frame >= frame && !outside.includes(one)),
    finding: {
      ...about,
      kind: shift > 0 ? 'key-late' : 'key-early',
      firstFrame: Math.min(frame, roundTo(frame + shift, 2)),
      lastFrame: Math.max(last.frame, roundTo(last.frame + shift, 2)),
      measured: roundTo(frame + shift, 2),
      expected: frame,
      severity,
      sentence:
        frame === first.frame
          ? capital(`${does('be')} ${frames(shift)} ${side}.`)
          : `From frame ${roundTo(frame, 2)} on, ${does('be')} ${frames(shift)} ${side}.`,
    },
    tells: (finding) =>
      isOurs(finding) &&
      ((isTold(finding) && finding.expected >= frame - 1e-6) || isUnreached(finding, (at) => at + shift)),
  };
}

/** `everything is`, `nearly all of the cart runs`, `rotation of the lid is`. */
function whatDoes(of: { read: ReadTrack; isTrack: boolean } | null, verb: 'be' | 'run', isNearly: boolean): string {
  const it = verb === 'be' ? 'is' : 'runs';
  if (!of)
    return verb === 'be' ? `${isNearly ? 'nearly ' : ''}everything is` : `${isNearly ? 'nearly all of it' : 'it'} runs`;
  const { subjectName, label } = of.read.reading;
  const does = of.isTrack
    ? `${label.toLowerCase()} of ${theSubject(subjectName)} ${it}`
    : subjectDoes(subjectName, verb);
  return `${isNearly ? 'nearly all of ' : ''}${does}`;
}
