import { medianOf } from '../../median.ts';
import { trackValues } from '../../motion/sampling/track.ts';
import { countsAt } from '../poses.ts';
import type { ReadTrack } from '../read-track.ts';
import type { Finding, KeyPair } from '../schema.ts';
import { severityOf } from '../severity.ts';
import { amount, capital, roundTo, subjectDoes } from '../words.ts';
import { isAbout, type Whole } from './check.ts';

/** Poses that are further from the first than this share of the span say of what size a motion is. */
const A_WAY = 0.15;
/** How much their own sizes may differ, and by what share of how far the size of all is from the target's. */
const SAME_SIZE = 0.06;
const OF_ALL = 1 / 3;

/** What all the poses of one track may differ by from being off by the same. */
const SAME_MISS = 0.2;

/** A track that stands elsewhere by the same, throughout or from one of its poses on. */
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
  const k = misses.findIndex((miss) => severityOf(size(miss), tolerance));
  const off = misses.slice(k);
  if (k < 0 || off.length < 2) return [];
  const miss = track.channelIds.map((_, c) => {
    const own = off.flatMap((one) => one[c] ?? []);
    return own.length > 0 ? medianOf(own) : 0;
  });
  const apart = Math.min(tolerance, SAME_MISS * size(miss));
  const severity = severityOf(size(miss), tolerance);
  const isOff = (one: readonly (number | null)[]): boolean =>
    size(one.map((value, c) => (value === null ? null : value - miss[c]!))) > apart;
  if (!severity || off.some(isOff)) return [];
  const [first, last] = [pairs[k]!.targetFrame, pairs.at(-1)!.targetFrame];
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
            `${k === 0 ? 'throughout' : `from frame ${roundTo(first, 2)} on`}.`,
        ),
      },
      tells: (finding) =>
        finding.kind === 'pose-off' &&
        isAbout(finding, reading) &&
        finding.firstFrame >= first &&
        finding.lastFrame <= last,
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

/** A track that is of another size, or goes the other way, throughout. */
export function findSize({ reading, track, sides }: ReadTrack, tolerancePercent: number): Whole[] {
  const { pairs, span } = reading;
  if (pairs.length < 2 || !(span > 0)) return [];
  const placesAt = ({ targetFrame, takeFrame }: KeyPair): [number[], number[]] => [
    trackValues(sides.target.subject, track, targetFrame),
    trackValues(sides.take.subject, track, takeFrame),
  ];
  const [askedFirst, drawnFirst] = placesAt(pairs[0]!);
  const ways: { size: number; aside: number; place: number[] }[] = [];
  for (const pair of pairs) {
    const [asked, drawn] = placesAt(pair);
    const [a, b] = [asked.map((value, c) => value - askedFirst[c]!), drawn.map((value, c) => value - drawnFirst[c]!)];
    const length = Math.hypot(...a);
    if (length < A_WAY * span) continue;
    const size = a.reduce((sum, value, c) => sum + value * b[c]!, 0) / length ** 2;
    // One that is of its size belongs to no size that could be said of all.
    if (Math.abs(size - 1) * 100 <= tolerancePercent * (1 - OF_ALL)) return [];
    const aside = Math.hypot(...b.map((value, c) => value - size * a[c]!)) / length;
    ways.push({ size, aside, place: a });
  }
  const size = ways.length > 0 ? medianOf(ways.map((way) => way.size)) : 1;
  // What is said of all of them is true of each.
  const alike = Math.min(SAME_SIZE, Math.abs(size - 1) * OF_ALL);
  const isOne = ways.every((way) => Math.abs(way.size - size) <= alike && way.aside <= SAME_SIZE);
  const severity = severityOf((size - 1) * 100, tolerancePercent);
  const isBack = size < -A_WAY;
  if (!isOne || !severity || Math.abs(size) < A_WAY) return [];
  const places = new Set(ways.map(({ place }) => place.map((value) => Math.round((value / span) * 20)).join(' ')));
  if (!isBack && places.size < 2) return [];
  const does = (verb: string): string => subjectDoes(reading.subjectName, verb);
  const inTrack = track.id === 'position' ? '' : ` in ${reading.label.toLowerCase()}`;
  const percent = roundTo(Math.abs(size) * 100, 0);
  const sentence = isBack
    ? `${does('go')} the other way${inTrack}${Math.abs(size + 1) > SAME_SIZE ? `, ${percent} % as far` : ''}.`
    : `${does('go')} ${percent} % of the way${inTrack}, throughout.`;
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
        sentence: capital(sentence),
      },
      tells: (finding) =>
        finding.subjectId === reading.subjectId && finding.track === reading.track && OF_SIZE.has(finding.kind),
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
