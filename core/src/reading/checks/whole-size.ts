import { medianOf } from '../../median.ts';
import { trackValues } from '../../motion/sampling/track.ts';
import { countsAt } from '../poses.ts';
import type { ReadTrack } from '../read-track.ts';
import type { Finding, KeyPair } from '../schema.ts';
import { severityOf } from '../severity.ts';
import { SAME_SIZE, sizeInWords, standsAt } from '../words.ts';
import { mayBut, MOST_OTHERS } from './but-few.ts';
import type { Whole } from './check.ts';
import { awayBy } from './whole-place.ts';

/** Poses that are further from the first than this share of the span say of what size a motion is. */
const A_WAY = 0.15;
/** Their own sizes may differ by this share of how far the size of all is from the target's. */
const OF_ALL = 1 / 3;

/** So near to each other sizes are the same. */
const JUST_THE_SAME = 0.01;

/** How far sizes may be from one that is said of all of them. */
const alikeTo = (size: number): number => Math.min(SAME_SIZE, Math.abs(size - 1) * OF_ALL);

/** A track that is of another size, or goes the other way. */
export interface Sized {
  read: ReadTrack;
  /** What it goes for 1 of the target; below 0 the other way. */
  size: number;
  /** The target's frames at which it is off by something else. */
  but: number[];
  /** Its poses alone say so: where it leaves but for one place, that may be a pose that is off. */
  isSure: boolean;
  /** It begins elsewhere, too. */
  beginsOff: boolean;
  whole: Whole;
}

/** A track that is of another size, or goes the other way, throughout; all but a few of its poses. */
export function sizeOf(read: ReadTrack, tolerancePercent: number): Sized | null {
  const { reading, track, sides, isSampled } = read;
  const { pairs, span } = reading;
  if (pairs.length < 2 || !(span > 0)) return null;
  const counts = countsAt({ sides, track });
  const placesAt = ({ targetFrame, takeFrame }: KeyPair): [number[], number[]] => [
    trackValues(sides.target.subject, track, targetFrame),
    trackValues(sides.take.subject, track, takeFrame),
  ];
  const [askedFirst, drawnFirst] = placesAt(pairs[0]!);
  // One that is of its size belongs to no size that could be said of all.
  const isOfItsSize = (size: number): boolean => Math.abs(size - 1) * 100 <= tolerancePercent * (1 - OF_ALL);
  const mostOthers = isSampled ? 0 : MOST_OTHERS;
  let others = 0;
  const ways: { frame: number; size: number; aside: number; isAnew: boolean; apart: number }[] = [];
  /** Where the pose before is, roughly; null where that is where the first one is. */
  let before: string | null = null;
  /** Those that are where the first one is, and say nothing of the size, but are to be there as well. */
  const backs: { frame: number; asked: number[]; drawn: number[] }[] = [];
  for (const pair of pairs) {
    const [asked, drawn] = placesAt(pair);
    // What passes the key of another channel is at no pose of its own.
    const wayTo = (place: readonly number[], first: readonly number[]): number[] =>
      place.map((value, c) => (counts(c, pair.targetFrame) ? value - first[c]! : 0));
    const [a, b] = [wayTo(asked, askedFirst), wayTo(drawn, drawnFirst)];
    const length = Math.hypot(...a);
    if (length < A_WAY * span) {
      backs.push({ frame: pair.targetFrame, asked: a, drawn: b });
      before = null;
      continue;
    }
    const size = a.reduce((sum, value, c) => sum + value * b[c]!, 0) / length ** 2;
    if (isOfItsSize(size) && ++others > mostOthers) return null;
    const aside = Math.hypot(...b.map((value, c) => value - size * a[c]!)) / length;
    const apart = Math.hypot(...drawn.map((value, c) => value - asked[c]!));
    const place = a.map((value) => Math.round((value / span) * 20)).join(' ');
    ways.push({ frame: pair.targetFrame, size, aside, isAnew: place !== before, apart });
    before = place;
  }
  const size = ways.length > 0 ? medianOf(ways.map((way) => way.size)) : 1;
  // What is said of all of them is true of each.
  const alike = alikeTo(size);
  const isOne = (way: (typeof ways)[number]): boolean =>
    Math.abs(way.size - size) <= alike && way.aside <= SAME_SIZE && !isOfItsSize(way.size);
  const own = ways.filter(isOne);
  // Where these are where they ought to be it is the first that is off.
  if (2 * own.filter(({ apart }) => apart * 100 <= tolerancePercent * span).length >= own.length) return null;
  const most = Math.max(SAME_SIZE, tolerancePercent / 100) * span;
  const isBackAsAsked = ({ asked, drawn }: (typeof backs)[number]): boolean =>
    Math.hypot(...drawn.map((value, c) => value - size * asked[c]!)) <= most;
  const astray = backs.flatMap((back) => (isBackAsAsked(back) ? [] : [back.frame]));
  const but = [...ways.flatMap((way) => (isOne(way) ? [] : [way.frame])), ...astray].sort((a, b) => a - b);
  const severity = severityOf((size - 1) * 100, tolerancePercent);
  const isBack = size < -A_WAY;
  const begun = drawnFirst.map((value, c) => (counts(c, pairs[0]!.targetFrame) ? value - askedFirst[c]! : 0));
  const beginsOff = Math.hypot(...begun) * 100 > tolerancePercent * span;
  if (!mayBut(but.length, ways.length + astray.length) || !severity) return null;
  // Small as it is, it may be small by chance: nothing of it is none.
  if (Math.abs(size) < A_WAY && !(standsAt(size) && but.length === 0)) return null;
  // A little larger or smaller some poses may be by chance; and what is late in a recording seems to be.
  if (but.length > 0 && (Math.abs(size - 1) < A_WAY || isSampled)) return null;
  /** What is told of one that is off by something else: at it, or on the way to it or from it. */
  const isOfOther = ({ firstFrame, lastFrame }: Finding): boolean =>
    but.some((frame) => {
      const i = pairs.findIndex(({ targetFrame }) => targetFrame === frame);
      const [from, to] = [pairs[i - 1]?.targetFrame ?? frame, pairs[i + 1]?.targetFrame ?? frame];
      return firstFrame <= frame && lastFrame >= frame && firstFrame >= from && lastFrame <= to;
    });
  return {
    read,
    size,
    but,
    isSure:
      isBack ||
      own.filter(({ isAnew }) => isAnew).length > 1 ||
      // One pose that is off would leave the first one where it ought to be.
      (beginsOff && but.length === 0 && ways.length + backs.length > 1),
    beginsOff,
    whole: {
      finding: {
        subjectId: reading.subjectId,
        track: reading.track,
        kind: 'pose-off',
        firstFrame: pairs[0]!.targetFrame,
        lastFrame: pairs.at(-1)!.targetFrame,
        measured: Math.abs(size - 1) * span,
        expected: 0,
        tolerance: (tolerancePercent / 100) * span,
        unit: reading.unit,
        severity,
        sentence:
          sizeInWords(
            reading.subjectName,
            reading.track === 'position' ? '' : ` in ${reading.label.toLowerCase()}`,
            size,
            but,
          ) + (beginsOff ? ` It begins ${awayBy(read, begun, reading.unit)} the target.` : ''),
      },
      tells: (finding) =>
        finding.subjectId === reading.subjectId &&
        finding.track === reading.track &&
        OF_SIZE.has(finding.kind) &&
        !isOfOther(finding),
    },
  };
}

/** What another size or direction looks like where it is looked at piece by piece. */
const OF_SIZE: ReadonlySet<Finding['kind']> = new Set([
  'pose-off',
  'settle-off',
  'arc-off',
  'hold-moves',
  'loop-open',
  'limb-long',
  'volume-off',
  'contact-floats',
  'turn-sharp',
]);

const SCALES: ReadonlySet<string> = new Set(['scale.x', 'scale.y']);

const subjectOf = ({ read }: { read: ReadTrack }): string => read.reading.subjectId;

/** One thing to say of tracks that are all of one size; null where they are not, or that may be single poses. */
function ofOneSize(all: readonly (Sized | null)[]): Whole | null {
  const sized = all.flatMap((own) => own ?? []);
  if (sized.length < 2 || sized.length < all.length) return null;
  const size = medianOf(sized.map((own) => own.size));
  // That poses are short by just the same is no chance either.
  if (!sized.some(({ isSure }) => isSure) && sized.some((own) => Math.abs(own.size - size) > JUST_THE_SAME))
    return null;
  if (
    sized.some(({ but, beginsOff, size: own }) => but.length > 0 || beginsOff || Math.abs(own - size) > alikeTo(size))
  )
    return null;
  const findings = sized.map(({ whole }) => whole.finding);
  const [{ read }] = sized as [Sized];
  const isOfAll = sized.some((own) => subjectOf(own) !== subjectOf(sized[0]!));
  // Both sizes of one are told as its scale.
  if (!isOfAll && sized.every((own) => SCALES.has(own.read.track.id))) return null;
  const percentOf = ({ tolerance }: Finding, { reading: { span } }: ReadTrack): number => (tolerance / span) * 100;
  const tolerance = Math.max(...sized.map((own) => percentOf(own.whole.finding, own.read)));
  return {
    finding: {
      subjectId: isOfAll ? null : read.reading.subjectId,
      track: null,
      kind: 'pose-off',
      firstFrame: Math.min(...findings.map(({ firstFrame }) => firstFrame)),
      lastFrame: Math.max(...findings.map(({ lastFrame }) => lastFrame)),
      measured: Math.abs(size - 1) * 100,
      expected: 0,
      tolerance,
      unit: '%',
      severity: severityOf((size - 1) * 100, tolerance) ?? 'slight',
      sentence: sizeInWords(isOfAll ? null : read.reading.subjectName, '', size, []),
    },
    tells: (finding) => sized.some(({ whole }) => whole.tells(finding)),
  };
}

/** What is of another size, or goes the other way, as it is said: of all at once, of a subject, or of a track. */
export function tellSizes(sizes: ReadonlyMap<ReadTrack, Sized | null>): Map<ReadTrack, Whole> {
  const tracks = [...sizes.keys()];
  const toldOf = (some: readonly ReadTrack[]): Whole | null => ofOneSize(some.map((read) => sizes.get(read) ?? null));
  const all = toldOf(tracks);
  if (all) return new Map(tracks.map((read) => [read, all]));
  const told = new Map<ReadTrack, Whole>();
  for (const id of new Set(tracks.map(({ reading }) => reading.subjectId))) {
    const own = tracks.filter(({ reading }) => reading.subjectId === id);
    const one = toldOf(own);
    for (const read of own) {
      const sized = sizes.get(read);
      const whole = one ?? (sized?.isSure ? sized.whole : null);
      if (whole) told.set(read, whole);
    }
  }
  return told;
}
