import { findChannel, withChannel } from '../motion/document/document.ts';
import type { Channel, MotionDocument, Subject } from '../motion/document/schema.ts';
import { causeOf, doesOtherwise, hasItsKeys, putRight, withoutShared } from './coordinate-cause.ts';
import { counterpart } from './counterpart.ts';
import { axesOf, type Axis, type OwnCause } from './own-coordinate.ts';
import type { Finding, FindingKind, KeyPair, Tolerances } from './schema.ts';
import { severityOf } from './severity.ts';
import { createSharedTime, type SharedTime } from './shared-time.ts';
import type { TrackSide } from './track-side.ts';
import { atSpeed, inCoordinate, lateBy, percentOfSpeed, roundTo, sizeInWords, subjectDoes } from './words.ts';

/**
 * What one coordinate of a place does as a whole, while the other does as asked: it is late or early, at another pace,
 * of another size, or goes the other way. It is said once, and what is left is read with that coordinate put right.
 */

/** A coordinate that goes so many tolerances of the place has a way of its own. */
const MOVES = 2;
/** In so many places it is looked for in the curve. */
const MOST_LOOKED_AT = 32;

/** A coordinate with what one finding says of it put right, and nothing else. */
export interface PutRightAlone {
  kind: FindingKind;
  channel: Channel;
}

/** The take with such coordinates put right, and what is said of them. */
export interface CoordinatesApart {
  take: MotionDocument;
  findings: Finding[];
  /** By the target's subjects of which one is put right. */
  alone: ReadonlyMap<string, readonly PutRightAlone[]>;
  /** By the same, where the take has its keys: by the target's frames on which the other coordinate has none. */
  places: ReadonlyMap<string, ReadonlyMap<number, number>>;
}

/** Of the target's subjects for which it `mayBe` so; of some the take's keys were found in a recording. */
export function withCoordinatesApart(
  target: MotionDocument,
  take: MotionDocument,
  tolerances: Tolerances,
  { mayBe, areFound }: Record<'mayBe' | 'areFound', (subject: Subject) => boolean>,
): CoordinatesApart {
  const time = createSharedTime(target, take);
  const motions = { target, take, time };
  const alone = new Map<string, PutRightAlone[]>();
  const places = new Map<string, Map<number, number>>();
  const findings: Finding[] = [];
  let put = take;
  let looked = 0;
  for (const subject of target.subjects) {
    const own = mayBe(subject) && looked < MOST_LOOKED_AT ? counterpart(take, subject) : undefined;
    const axes = own ? axesOf(subject, own, motions) : null;
    if (!own || !axes) continue;
    const span = Math.hypot(...axes.map(({ extent }) => extent));
    const least = (tolerances.spacingPercent / 100) * span;
    if (axes.some(({ extent }) => extent <= MOVES * least)) continue;
    if (!axes.every(hasItsKeys)) looked += 1;
    const allowed = { keyFrames: tolerances.keyFrames, least, areFound: areFound(own) };
    const [x, y] = axes;
    const causes = [causeOf(x, y, motions, allowed), causeOf(y, x, motions, allowed)] as const;
    withoutShared(causes).forEach((cause, c) => {
      const [axis, other] = [axes[c]!, axes[1 - c]!];
      if (!cause || (!causes[1 - c] && !doesOtherwise(other, axis, cause, motions, allowed))) return;
      const whose = { subject, c, axis };
      const said = [timeOff(whose, cause, tolerances), sizeOff(whose, cause.size, least)].flatMap(
        (finding) => finding ?? [],
      );
      if (said.length === 0) return;
      findings.push(...said);
      put = withChannel(put, own.id, putRight(axis, cause, time));
      places.set(subject.id, new Map([...(places.get(subject.id) ?? []), ...ownPlaces(axis, other, cause, time)]));
      const isSize = ({ kind }: Finding): boolean => kind === 'pose-off';
      alone.set(subject.id, [
        ...(alone.get(subject.id) ?? []),
        ...said.map((finding) => ({
          kind: finding.kind,
          channel: putRight(axis, isSize(finding) ? { ...cause, time: null } : { ...cause, size: 1 }, time),
        })),
      ]);
    });
  }
  return { take: put, findings, alone, places };
}

/** Where the take has the keys of one coordinate, by the target's frames on which the other has none. */
function ownPlaces(
  { asked }: Axis,
  other: Axis,
  { places }: OwnCause,
  time: SharedTime,
): [targetFrame: number, takeFrame: number][] {
  const shared = new Set(other.asked.keys.map(({ frame }) => frame));
  return asked.keys.flatMap(({ frame }, i) => (shared.has(frame) ? [] : [[frame, time.toTake(places[i]!)]]));
}

/** A coordinate of a subject, by its place among the two. */
interface Whose {
  subject: Subject;
  c: number;
  axis: Axis;
}

/** What is said of a coordinate's time: its pace, or how late it is; null while within the tolerance. */
function timeOff(
  { subject, c, axis: { id, asked } }: Whose,
  { time: when, places }: OwnCause,
  { keyFrames }: Tolerances,
): Finding | null {
  if (!when) return null;
  const [first, last] = [asked.keys[0]!.frame, asked.keys.at(-1)!.frame];
  const about = { subjectId: subject.id, track: 'position', channel: id } as const;
  const { from, shift, pace } = when;
  const severity = severityOf(pace === 1 ? shift : (last - first) * (pace - 1), keyFrames);
  if (!severity) return null;
  if (pace !== 1) {
    const taken = places.at(-1)! - places[0]!;
    const percent = percentOfSpeed(taken / (last - first));
    return {
      ...about,
      kind: 'tempo-differs',
      firstFrame: first,
      lastFrame: last,
      measured: percent,
      expected: 100,
      tolerance: (keyFrames / (last - first)) * 100,
      unit: '% of the speed',
      severity,
      sentence: inCoordinate(c, `${subjectDoes(subject.name, 'run')} ${atSpeed(percent, taken, last - first)}.`),
    };
  }
  const late = `${subjectDoes(subject.name, 'be')} ${lateBy(shift)}.`;
  return {
    ...about,
    kind: shift > 0 ? 'key-late' : 'key-early',
    firstFrame: Math.min(from, roundTo(from + shift, 2)),
    lastFrame: Math.max(last, roundTo(last + shift, 2)),
    measured: roundTo(from + shift, 2),
    expected: from,
    tolerance: keyFrames,
    unit: 'frames',
    severity,
    sentence: inCoordinate(c, from === first ? late : `from frame ${roundTo(from, 2)} on, ${late}`),
  };
}

/** What is said of how far a coordinate goes; null while within `least`, in px. */
function sizeOff({ subject, c, axis: { id, asked, extent } }: Whose, size: number, least: number): Finding | null {
  const severity = severityOf((size - 1) * extent, least);
  if (!severity) return null;
  return {
    subjectId: subject.id,
    track: 'position',
    channel: id,
    kind: 'pose-off',
    firstFrame: asked.keys[0]!.frame,
    lastFrame: asked.keys.at(-1)!.frame,
    measured: Math.abs(size - 1) * extent,
    expected: 0,
    tolerance: least,
    unit: 'px',
    severity,
    sentence: inCoordinate(c, sizeInWords(subject.name, '', size, [])),
  };
}

/** The pairs of a place with those of a coordinate that was put right where the take has them. */
export const pairsAsDrawn = (
  pairs: readonly KeyPair[],
  places: ReadonlyMap<number, number>,
  time: SharedTime,
): KeyPair[] =>
  pairs.map((pair) => {
    const takeFrame = places.get(pair.targetFrame);
    return takeFrame === undefined
      ? pair
      : { ...pair, takeFrame, offsetFrames: time.toTarget(takeFrame) - pair.targetFrame };
  });

/**
 * How late the keys of a coordinate are by what is said of all of it, in frames: from the first that is late on, or
 * more and more at another pace.
 */
export function offsetsOf(finding: Finding, { subject }: TrackSide): number[] {
  const keys = (finding.channel && findChannel(subject, finding.channel)?.keys) ?? [];
  const { kind, measured, expected, firstFrame } = finding;
  if (kind === 'tempo-differs') return keys.map(({ frame }) => (100 / measured - 1) * (frame - firstFrame));
  const isTime = kind === 'key-late' || kind === 'key-early';
  return isTime ? keys.filter(({ frame }) => frame >= expected).map(() => measured - expected) : [];
}
