import { extentOf } from '../../extent.ts';
import { medianOf } from '../../median.ts';
import { type Track, trackValues } from '../../motion/sampling/track.ts';
import { toleranceAt } from '../own-keys.ts';
import { countsAt } from '../poses.ts';
import type { ReadTrack } from '../read-track.ts';
import type { Finding, KeyPair } from '../schema.ts';
import { severityOf } from '../severity.ts';
import { capital, frames, roundTo, subjectDoes, theSubject } from '../words.ts';
import { type BothRead, type Found, isAbout } from './check.ts';

/**
 * What is one cause of many faults: all of it late, at another pace, late from some frame on; all of it of another
 * size, in another place, or the other way. It is said once.
 */
export function findWhole(read: BothRead, others: readonly Finding[]): Found {
  const timing = findTimings(read, others);
  const { spacingPercent } = read.target.tolerances;
  const poses = read.tracks.flatMap((track) => {
    const tolerance = spacingPercent + track.lostPercent;
    const size = findSize(track, tolerance);
    return size.length > 0 ? size : findPlace(track, tolerance);
  });
  const whole = [...timing, ...poses];
  return {
    findings: whole.map(({ finding }) => finding),
    areCauses: true,
    explains: (finding) => whole.some(({ tells }) => tells(finding)),
  };
}

interface Whole {
  finding: Finding;
  tells: (finding: Finding) => boolean;
}

interface Offset {
  read: ReadTrack;
  pair: KeyPair;
  tolerance: number;
}

/** Offsets so near to what all of them say are that. */
const LEAST_SLACK = 0.75;
/** A pace nearer to the target's than this is the target's. */
const SAME_PACE = 0.04;
/** What a pace may leave unexplained, in frames and as a share of what it explains. */
const LEAST_REST = 0.3;
const REST = 0.2;
const LEAST_EXPLAINED = 4;
const MANY = 5;

function findTimings({ target, tracks }: BothRead, others: readonly Finding[]): Whole[] {
  const offsets = tracks.flatMap((read) =>
    read.reading.pairs.map((pair): Offset => ({
      read,
      pair,
      tolerance: toleranceAt(target, read.reading, pair.targetFrame) + read.blurFrames,
    })),
  );
  const all = timingOf(offsets, null);
  if (all) return [all];
  const subjects = [...new Set(tracks.map(({ reading }) => reading.subjectId))];
  return subjects.flatMap((subjectId): Whole[] => {
    // A part that follows another too soon or too late is told as that.
    if (others.some((finding) => finding.kind === 'overlap-off' && finding.subjectId === subjectId)) return [];
    const own = offsets.filter(({ read }) => read.reading.subjectId === subjectId);
    const single = subjects.length > 1 ? timingOf(own, own[0]?.read ?? null) : null;
    if (single) return [single];
    const ids = [...new Set(own.map(({ read }) => read.track.id))];
    return ids.length < 2
      ? []
      : ids.flatMap((id) => {
          const part = own.filter(({ read }) => read.track.id === id);
          const found = timingOf(part, part[0]!.read, true);
          return found ? [found] : [];
        });
  });
}

/** The one thing that explains all the offsets; null where none does. `of` is whose they are, null for all. */
function timingOf(given: readonly Offset[], of: ReadTrack | null, isTrack = false): Whole | null {
  const offsets = given.toSorted((a, b) => a.pair.targetFrame - b.pair.targetFrame);
  const onFrames = new Set(offsets.map(({ pair }) => pair.targetFrame));
  if (onFrames.size < 2) return null;
  const tolerance = Math.max(...offsets.map((offset) => offset.tolerance));
  const slack = Math.max(LEAST_SLACK, tolerance / 2);
  const isLate = offsets.filter(({ pair, tolerance: own }) => severityOf(pair.offsetFrames, own));
  if (isLate.length < 2) return null;
  const isOurs = (finding: Finding): boolean =>
    !of || (finding.subjectId === of.reading.subjectId && (!isTrack || finding.track === of.track.id));
  const isTimed = ({ kind }: Finding): boolean => kind === 'key-late' || kind === 'key-early';
  /** What a recording has not come to where it ends, because it would be there only later. */
  const isUnreached = (finding: Finding, placeOf: (frame: number) => number): boolean =>
    finding.kind === 'key-missing' &&
    offsets.some(
      ({ read }) =>
        read.isSampled &&
        isAbout(finding, read.reading) &&
        read.toTake(placeOf(finding.firstFrame)) > read.sides.take.motion.range.last - 1,
    );
  const who = !of
    ? 'everything'
    : isTrack
      ? `${of.reading.label.toLowerCase()} of ${theSubject(of.reading.subjectName)}`
      : null;
  const does = (verb: 'is' | 'runs'): string =>
    who ? `${who} ${verb}` : subjectDoes(of!.reading.subjectName, verb === 'is' ? 'be' : 'run');
  const about = {
    subjectId: of?.reading.subjectId ?? null,
    track: isTrack ? of!.track.id : null,
    unit: 'frames',
    tolerance,
  };
  const first = offsets[0]!.pair;
  const last = offsets.at(-1)!.pair;

  const from = shiftFrom(offsets, slack);
  if (from) {
    const { shift, frame } = from;
    const severity = severityOf(shift, tolerance);
    if (!severity) return null;
    const side = shift > 0 ? 'late' : 'early';
    const isAll = frame === first.targetFrame;
    return {
      finding: {
        ...about,
        kind: shift > 0 ? 'key-late' : 'key-early',
        firstFrame: Math.min(frame, roundTo(frame + shift, 2)),
        lastFrame: Math.max(last.targetFrame, roundTo(last.targetFrame + shift, 2)),
        measured: roundTo(frame + shift, 2),
        expected: frame,
        severity,
        sentence: isAll
          ? capital(`${does('is')} ${frames(shift)} ${side}.`)
          : `From frame ${roundTo(frame, 2)} on, ${does('is')} ${frames(shift)} ${side}.`,
      },
      tells: (finding) =>
        isOurs(finding) &&
        ((isTimed(finding) && finding.expected >= frame - 1e-6) || isUnreached(finding, (at) => at + shift)),
    };
  }
  const pace = paceOfMost(offsets, slack);
  if (pace === null) return null;
  const asked = last.targetFrame - first.targetFrame;
  const severity = severityOf(asked * (pace - 1), tolerance);
  if (!severity) return null;
  const speed = roundTo(100 / pace, 0);
  return {
    finding: {
      ...about,
      kind: 'tempo-differs',
      firstFrame: first.targetFrame,
      lastFrame: last.targetFrame,
      measured: speed,
      expected: 100,
      tolerance: (tolerance / asked) * 100,
      unit: '% of the speed',
      severity,
      sentence: capital(
        `${who === 'everything' ? 'it runs' : does('runs')} at ${speed} % of the speed: ` +
          `${frames(asked * pace)} where the target takes ${roundTo(asked, 2)}.`,
      ),
    },
    tells: (finding) =>
      (isOurs(finding) &&
        (isTimed(finding) ||
          isUnreached(finding, (at) => first.targetFrame + first.offsetFrames + (at - first.targetFrame) * pace))) ||
      (finding.kind.startsWith('loop-') && !of),
  };
}

/** The frame from which on all offsets are alike, those before being none; null where that is not so of two frames. */
function shiftFrom(offsets: readonly Offset[], slack: number): { frame: number; shift: number } | null {
  const starts = [...new Set(offsets.map(({ pair }) => pair.targetFrame))];
  for (const frame of starts.slice(0, -1)) {
    const after = offsets.filter(({ pair }) => pair.targetFrame >= frame);
    const shift = medianOf(after.map(({ pair }) => pair.offsetFrames));
    if (after.every(({ pair }) => Math.abs(pair.offsetFrames - shift) <= slack)) return { frame, shift };
    // What comes before may be off by no more than its tolerance, and by less than what comes after.
    const before = offsets.filter(({ pair }) => pair.targetFrame === frame);
    if (before.some(({ pair, tolerance }) => Math.abs(pair.offsetFrames) > Math.min(tolerance, slack))) return null;
  }
  return null;
}

/** The line through all offsets that is least off, in squares: its slope, and by how much each is off it. */
function lineThrough(offsets: readonly Offset[]): { slope: number; off: number[] } {
  const n = offsets.length;
  const x = offsets.map(({ pair }) => pair.targetFrame);
  const y = offsets.map(({ pair }) => pair.offsetFrames);
  const [meanX, meanY] = [x.reduce((a, b) => a + b, 0) / n, y.reduce((a, b) => a + b, 0) / n];
  let [xy, xx] = [0, 0];
  for (let i = 0; i < n; i++) {
    xy += (x[i]! - meanX) * (y[i]! - meanY);
    xx += (x[i]! - meanX) ** 2;
  }
  const slope = xx > 0 ? xy / xx : 0;
  return { slope, off: x.map((frame, i) => Math.abs(meanY + slope * (frame - meanX) - y[i]!)) };
}

/** The take's frames for one of the target's, where all offsets lie on one line; null where they do not. */
function paceOf(offsets: readonly Offset[], slack: number): number | null {
  const x = offsets.map(({ pair }) => pair.targetFrame);
  if (new Set(x).size < 3) return null;
  const { slope, off } = lineThrough(offsets);
  if (Math.abs(slope) < SAME_PACE) return null;
  // One key that is late is no other pace: what a line leaves has to be little beside what it explains.
  const { low, high } = extentOf(x);
  const explained = Math.abs(slope) * (high - low);
  // Of a recording a few frames of difference may as well be one key's.
  if (offsets.some(({ read }) => read.isSampled) && explained < LEAST_EXPLAINED) return null;
  const most = Math.min(slack, Math.max(LEAST_REST, REST * explained));
  return off.every((miss) => miss <= most) ? 1 + slope : null;
}

/** Of many events those furthest from the line that one is left out of, one after the other. */
const MOST_DOUBTED = 12;

/** The same, of a recording also where one of its events is not: among many one may be found in the wrong place. */
function paceOfMost(offsets: readonly Offset[], slack: number): number | null {
  const own = paceOf(offsets, slack);
  if (own !== null || offsets.length < MANY || !offsets.every(({ read }) => read.isSampled)) return own;
  const { off } = lineThrough(offsets);
  const doubted = off.map((_, i) => i).sort((a, b) => off[b]! - off[a]!);
  for (const i of doubted.slice(0, MOST_DOUBTED)) {
    const pace = paceOf(offsets.toSpliced(i, 1), slack);
    if (pace !== null) return pace;
  }
  return null;
}

/** Poses that are further from the first than this share of the span say of what size a motion is. */
const A_WAY = 0.15;
/** How much their own sizes may differ. */
const SAME_SIZE = 0.06;

/** What all the poses of one track may differ by from being off by the same. */
const SAME_MISS = 0.2;

/** A track that stands elsewhere by the same, throughout or from one of its poses on. */
function findPlace({ reading, track, sides }: ReadTrack, tolerancePercent: number): Whole[] {
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
          `${subjectDoes(reading.subjectName, 'be')} ${awayBy(track, miss, reading.unit)} the target, ` +
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

/** `30 px lower than`, `12 ° away from`: on a place the way it is off, where that is one of four. */
function awayBy({ id }: Track, miss: readonly number[], unit: string): string {
  const by = `${roundTo(Math.hypot(...miss), 1)} ${unit}`;
  const [x, y] = [miss[0]!, miss[1] ?? 0];
  if (id !== 'position') return `${by} away from`;
  if (Math.abs(y) <= SAME_MISS * Math.abs(x)) return `${by} further ${x > 0 ? 'right' : 'left'} than`;
  if (Math.abs(x) <= SAME_MISS * Math.abs(y)) return `${by} ${y > 0 ? 'lower' : 'higher'} than`;
  return `${by} away from`;
}

/** A track that is of another size, or goes the other way, throughout. */
function findSize({ reading, track, sides }: ReadTrack, tolerancePercent: number): Whole[] {
  const { pairs, span } = reading;
  if (pairs.length < 2 || !(span > 0)) return [];
  const asked = pairs.map((pair) => trackValues(sides.target.subject, track, pair.targetFrame));
  const drawn = pairs.map((pair) => trackValues(sides.take.subject, track, pair.takeFrame));
  const from = (places: readonly number[][], i: number): number[] =>
    places[i]!.map((value, c) => value - places[0]![c]!);
  const ways = pairs.flatMap((_, i) => {
    const [a, b] = [from(asked, i), from(drawn, i)];
    const length = Math.hypot(...a);
    if (length < A_WAY * span) return [];
    const size = a.reduce((sum, value, c) => sum + value * b[c]!, 0) / length ** 2;
    const aside = Math.hypot(...b.map((value, c) => value - size * a[c]!)) / length;
    return [{ size, aside, place: a }];
  });
  const size = ways.length > 0 ? medianOf(ways.map((way) => way.size)) : 1;
  // What is said of all of them is true of each.
  const alike = Math.min(SAME_SIZE, Math.abs(size - 1) / 3);
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
