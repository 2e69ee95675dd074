import { medianOf } from '../../median.ts';
import { findSubject } from '../../motion/document/document.ts';
import type { Subject } from '../../motion/document/schema.ts';
import { trackValues } from '../../motion/sampling/track.ts';
import { counterpart } from '../counterpart.ts';
import { countsAt } from '../poses.ts';
import type { ReadTrack } from '../read-track.ts';
import type { Finding, KeyPair } from '../schema.ts';
import { severityOf } from '../severity.ts';
import { standsOn } from '../standing.ts';
import { amount, butAt, capital, roundTo, subjectDoes } from '../words.ts';
import { mayBut } from './but-few.ts';
import { type BothRead, isAbout, type Whole } from './check.ts';

/** What all the poses of one track may differ by from being off by the same. */
const SAME_MISS = 0.2;

/** So many poses are tried as the first of those that are off by the same. */
const MOST_BEGINNINGS = 8;

/** A track that is elsewhere than the target's by the same. */
export interface Placed {
  read: ReadTrack;
  /** By what it is off, a number a channel. */
  miss: number[];
  /** At all of its poses. */
  isThroughout: boolean;
  whole: Whole;
}

const size = (miss: readonly (number | null)[]): number => Math.hypot(...miss.map((value) => value ?? 0));

/** A track that stands elsewhere by the same, throughout or from one of its poses on; all but a few of its poses. */
export function placeOf(read: ReadTrack, tolerancePercent: number): Placed | null {
  const { reading, track, sides } = read;
  const { pairs, span } = reading;
  if (!(span > 0)) return null;
  const tolerance = (tolerancePercent / 100) * span;
  const counts = countsAt({ sides, track });
  // Null where a channel passes the key of another.
  const missAt = ({ targetFrame, takeFrame }: KeyPair): (number | null)[] => {
    const asked = trackValues(sides.target.subject, track, targetFrame);
    const drawn = trackValues(sides.take.subject, track, takeFrame);
    return drawn.map((value, c) => (counts(c, targetFrame) ? value - asked[c]! : null));
  };
  // It is off to its end, or not at all.
  if (pairs.length < 2 || !severityOf(size(missAt(pairs.at(-1)!)), tolerance)) return null;
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
  if (k === undefined) return null;
  const { miss, others } = offFrom(k);
  const severity = severityOf(size(miss), tolerance);
  if (!severity) return null;
  const [first, last] = [pairs[k]!.targetFrame, pairs.at(-1)!.targetFrame];
  const but = others.map((i) => pairs[i]!.targetFrame);
  return {
    read,
    miss,
    isThroughout: k === 0 && but.length === 0,
    whole: {
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
  };
}

/**
 * `30 px lower than`, `12 ° away from`: on a place the way it is off, where that is one of four; on a path whether
 * before or behind.
 */
export function awayBy({ track: { id }, isLaid }: ReadTrack, miss: readonly number[], unit: string): string {
  const by = amount(Math.hypot(...miss), unit);
  const [x, y] = [miss[0]!, miss[1] ?? 0];
  if (isLaid && id === 'position') return `${by} ${x > 0 ? 'further along its path than' : 'short on its path of'}`;
  if (id !== 'position') return `${by} away from`;
  if (Math.abs(y) <= SAME_MISS * Math.abs(x)) return `${by} further ${x > 0 ? 'right' : 'left'} than`;
  if (Math.abs(x) <= SAME_MISS * Math.abs(y)) return `${by} ${y > 0 ? 'lower' : 'higher'} than`;
  return `${by} away from`;
}

const apart = (a: readonly number[], b: readonly number[]): number => size(a.map((value, c) => value - b[c]!));

const PLACE = ['position.x', 'position.y'] as const;

/** By what a subject that stands is elsewhere; null of one that moves, or goes along a path. */
function standsOffBy(subject: Subject, { set, handedIn }: BothRead): number[] | null {
  const own = counterpart(handedIn, subject);
  if (!own || subject.guide || own.guide) return null;
  const off = PLACE.map((id) => {
    const [there, here] = [standsOn(subject, id, set), standsOn(own, id, handedIn)];
    return there === null || here === null ? NaN : here - there;
  });
  return off.some(Number.isNaN) ? null : off;
}

/**
 * One thing to say where all of a scene is elsewhere by the same, what moves and what stands; what is carried by
 * another goes along with it.
 */
function ofOnePlace(off: readonly Placed[], both: BothRead): Whole | null {
  if (off.length < 2) return null;
  const miss = PLACE.map((_, c) => medianOf(off.map((own) => own.miss[c]!)));
  const isSame = (own: readonly number[]): boolean => apart(own, miss) <= SAME_MISS * size(miss);
  const placeOfSubject = ({ id }: Subject): readonly number[] | undefined =>
    off.find(({ read }) => read.reading.subjectId === id)?.miss;
  const isElsewhere = (subject: Subject): boolean => {
    const own = placeOfSubject(subject) ?? standsOffBy(subject, both);
    if (own && isSame(own)) return true;
    const parent = subject.parentId ? findSubject(both.set, subject.parentId) : undefined;
    const isItselfOff = own !== null && !isSame(own.map((value, c) => value + miss[c]!));
    return parent !== undefined && !isItselfOff && isElsewhere(parent);
  };
  if (!both.set.subjects.every((subject) => subject.locked || isElsewhere(subject))) return null;
  const findings = off.map(({ whole }) => whole.finding);
  const [worst] = findings.toSorted((a, b) => b.measured / b.tolerance - a.measured / a.tolerance) as [Finding];
  return {
    finding: {
      ...worst,
      subjectId: null,
      track: null,
      firstFrame: Math.min(...findings.map(({ firstFrame }) => firstFrame)),
      lastFrame: Math.max(...findings.map(({ lastFrame }) => lastFrame)),
      measured: size(miss),
      sentence: `Everything is ${awayBy(off[0]!.read, miss, 'px')} the target, throughout.`,
    },
    tells: (finding) =>
      off.some(({ whole }) => whole.tells(finding)) ||
      (finding.kind === 'pose-off' && finding.track === 'position' && !isOfTrack(finding, both)),
  };
}

/** Whether a finding is of what moves. */
const isOfTrack = (finding: Finding, { tracks }: BothRead): boolean =>
  tracks.some(({ reading }) => isAbout(finding, reading));

/** What is elsewhere by the same as it is said: of all at once where it is so of all, or of each. */
export function tellPlaces(placed: readonly Placed[], both: BothRead): Whole[] {
  const off = placed.filter(({ read, isThroughout }) => read.track.id === 'position' && !read.isLaid && isThroughout);
  const all = ofOnePlace(off, both);
  const left = all ? placed.filter((own) => !off.includes(own)) : placed;
  return [...(all ? [all] : []), ...left.map(({ whole }) => whole)];
}
