import { medianOf } from '../../median.ts';
import { trackValues } from '../../motion/sampling/track.ts';
import { countsAt } from '../poses.ts';
import type { ReadTrack } from '../read-track.ts';
import type { Finding, KeyPair } from '../schema.ts';
import { severityOf } from '../severity.ts';
import { amount, butAt, capital, roundTo, SAME_SIZE, sizeInWords, standsAt, subjectDoes } from '../words.ts';
import { isAbout, type Whole } from './check.ts';

/** Poses that are further from the first than this share of the span say of what size a motion is. */
const A_WAY = 0.15;
/** Their own sizes may differ by this share of how far the size of all is from the target's. */
const OF_ALL = 1 / 3;

/** What all the poses of one track may differ by from being off by the same. */
const SAME_MISS = 0.2;

/**
 * Of so many poses one may be off by something else, but no more than can be named, where so many are not; what is said
 * of all is said but of these.
 */
const ONE_OF = 3;
const MOST_OTHERS = 3;
const LEAST_ALIKE = 3;
/** So many poses are tried as the first of those that are off by the same. */
const MOST_BEGINNINGS = 8;

const mayBut = (others: number, all: number): boolean =>
  others === 0 || (others <= Math.min(MOST_OTHERS, Math.floor(all / ONE_OF)) && all - others >= LEAST_ALIKE);

/** A track that stands elsewhere by the same, throughout or from one of its poses on; all but a few of its poses. */
export function findPlace(read: ReadTrack, tolerancePercent: number): Whole[] {
  const { reading, track, sides } = read;
  const { pairs, span } = reading;
  if (!(span > 0)) return [];
  const tolerance = (tolerancePercent / 100) * span;
  const counts = countsAt({ sides, track });
  // Null where a channel passes the key of another.
  const missAt = ({ targetFrame, takeFrame }: KeyPair): (number | null)[] => {
    const asked = trackValues(sides.target.subject, track, targetFrame);
    const drawn = trackValues(sides.take.subject, track, takeFrame);
    return drawn.map((value, c) => (counts(c, targetFrame) ? value - asked[c]! : null));
  };
  const size = (miss: readonly (number | null)[]): number => Math.hypot(...miss.map((value) => value ?? 0));
  // It is off to its end, or not at all.
  if (pairs.length < 2 || !severityOf(size(missAt(pairs.at(-1)!)), tolerance)) return [];
  const misses = pairs.map(missAt);
  /** By what those from one on are off, and which of them are not. */
  const offFrom = (k: number): { miss: number[]; others: number[] } => {
    const off = misses.slice(k);
    const miss = track.channelIds.map((_, c) => {
      const own = off.flatMap((one) => one[c] ?? []);
      return own.length > 0 ? medianOf(own) : 0;
    });
    const apart = Math.min(tolerance, SAME_MISS * size(miss));
    const isOther = (one: readonly (number | null)[]): boolean =>
      size(one.map((value, c) => (value === null ? null : value - miss[c]!))) > apart;
    return { miss, others: off.flatMap((one, i) => (isOther(one) ? [k + i] : [])) };
  };
  const isRight = (own: readonly (number | null)[] | undefined): boolean =>
    !own || severityOf(size(own), tolerance) === null;
  // From where it is off on, not from within.
  const begins = misses.flatMap((own, i) => (!isRight(own) && isRight(misses[i - 1]) ? [i] : []));
  const k = begins.slice(0, MOST_BEGINNINGS).find((i) => {
    const { others } = offFrom(i);
    const isEnd = i + 1 >= pairs.length || others.includes(i) || others.includes(pairs.length - 1);
    return !isEnd && mayBut(others.length, pairs.length - i);
  });
  if (k === undefined) return [];
  const { miss, others } = offFrom(k);
  const severity = severityOf(size(miss), tolerance);
  if (!severity) return [];
  const [first, last] = [pairs[k]!.targetFrame, pairs.at(-1)!.targetFrame];
  const but = others.map((i) => pairs[i]!.targetFrame);
  return [
    {
      finding: {
        subjectId: reading.subjectId,
        track: reading.track,
        kind: 'pose-off',
        firstFrame: first,
        lastFrame: last,
        measured: size(miss),
        expected: 0,
        tolerance,
        unit: reading.unit,
        severity,
        sentence: capital(
          `${subjectDoes(reading.subjectName, 'be')} ${awayBy(read, miss, reading.unit)} the target, ` +
            `${k === 0 ? 'throughout' : `from frame ${roundTo(first, 2)} on`}${butAt(but)}.`,
        ),
      },
      tells: (finding) =>
        (finding.kind === 'pose-off' || finding.kind === 'limb-long') &&
        isAbout(finding, reading) &&
        finding.firstFrame >= first &&
        finding.lastFrame <= last &&
        !but.includes(finding.firstFrame),
    },
  ];
}

/**
 * `30 px lower than`, `12 ° away from`: on a place the way it is off, where that is one of four; on a path whether
 * before or behind.
 */
function awayBy({ track: { id }, isLaid }: ReadTrack, miss: readonly number[], unit: string): string {
  const by = amount(Math.hypot(...miss), unit);
  const [x, y] = [miss[0]!, miss[1] ?? 0];
  if (isLaid && id === 'position') return `${by} ${x > 0 ? 'further along its path than' : 'short on its path of'}`;
  if (id !== 'position') return `${by} away from`;
  if (Math.abs(y) <= SAME_MISS * Math.abs(x)) return `${by} further ${x > 0 ? 'right' : 'left'} than`;
  if (Math.abs(x) <= SAME_MISS * Math.abs(y)) return `${by} ${y > 0 ? 'lower' : 'higher'} than`;
  return `${by} away from`;
}

/** A track that is of another size, or goes the other way, throughout; all but a few of its poses. */
export function findSize({ reading, track, sides, isSampled }: ReadTrack, tolerancePercent: number): Whole[] {
  const { pairs, span } = reading;
  if (pairs.length < 2 || !(span > 0)) return [];
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
    if (isOfItsSize(size) && ++others > mostOthers) return [];
    const aside = Math.hypot(...b.map((value, c) => value - size * a[c]!)) / length;
    const apart = Math.hypot(...drawn.map((value, c) => value - asked[c]!));
    const place = a.map((value) => Math.round((value / span) * 20)).join(' ');
    ways.push({ frame: pair.targetFrame, size, aside, isAnew: place !== before, apart });
    before = place;
  }
  const size = ways.length > 0 ? medianOf(ways.map((way) => way.size)) : 1;
  // What is said of all of them is true of each.
  const alike = Math.min(SAME_SIZE, Math.abs(size - 1) * OF_ALL);
  const isOne = (way: (typeof ways)[number]): boolean =>
    Math.abs(way.size - size) <= alike && way.aside <= SAME_SIZE && !isOfItsSize(way.size);
  const own = ways.filter(isOne);
  // Where these are where they ought to be it is the first that is off.
  if (2 * own.filter(({ apart }) => apart * 100 <= tolerancePercent * span).length >= own.length) return [];
  const most = Math.max(SAME_SIZE, tolerancePercent / 100) * span;
  const isBackAsAsked = ({ asked, drawn }: (typeof backs)[number]): boolean =>
    Math.hypot(...drawn.map((value, c) => value - size * asked[c]!)) <= most;
  const astray = backs.flatMap((back) => (isBackAsAsked(back) ? [] : [back.frame]));
  const but = [...ways.flatMap((way) => (isOne(way) ? [] : [way.frame])), ...astray].sort((a, b) => a - b);
  const severity = severityOf((size - 1) * 100, tolerancePercent);
  const isBack = size < -A_WAY;
  if (!mayBut(but.length, ways.length + astray.length) || !severity) return [];
  // Small as it is, it may be small by chance: nothing of it is none.
  if (Math.abs(size) < A_WAY && !(standsAt(size) && but.length === 0)) return [];
  // A little larger or smaller some poses may be by chance; and what is late in a recording seems to be.
  if (but.length > 0 && (Math.abs(size - 1) < A_WAY || isSampled)) return [];
  if (!isBack && own.filter(({ isAnew }) => isAnew).length < 2) return [];
  /** What is told of one that is off by something else: at it, or on the way to it or from it. */
  const isOfOther = ({ firstFrame, lastFrame }: Finding): boolean =>
    but.some((frame) => {
      const i = pairs.findIndex(({ targetFrame }) => targetFrame === frame);
      const [from, to] = [pairs[i - 1]?.targetFrame ?? frame, pairs[i + 1]?.targetFrame ?? frame];
      return firstFrame <= frame && lastFrame >= frame && firstFrame >= from && lastFrame <= to;
    });
  return [
    {
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
        sentence: sizeInWords(
          reading.subjectName,
          reading.track === 'position' ? '' : ` in ${reading.label.toLowerCase()}`,
          size,
          but,
        ),
      },
      tells: (finding) =>
        finding.subjectId === reading.subjectId &&
        finding.track === reading.track &&
        OF_SIZE.has(finding.kind) &&
        !isOfOther(finding),
    },
  ];
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
