import type { KeyRole, MotionDocument, Subject } from '../motion/document/schema.ts';
import { changedTrackSpan, type FrameSpan } from '../motion/sampling/changed-span.ts';
import { isSamePlace } from '../motion/sampling/stands.ts';
import { bakeTrack, type Track, trackRoles, trackValues } from '../motion/sampling/track.ts';
import { exposedFrame } from '../time/exposure.ts';
import { progressInto } from './progress.ts';
import { type Piece, piecesOf } from './turn-backs.ts';

/** One drawing on a timing chart. */
export interface ChartMark {
  frame: number;
  role: KeyRole;
  /** How far along from the chart's first extreme to its last: 0 to 1; beyond only where its turns are within it. */
  progress: number;
  /** The motion turns back here although no key, or none that is an extreme, says so. */
  isTurn?: true;
}

/**
 * The chart of one segment of a track: its two extremes and a mark a frame between them. Where the motion turns back is
 * an extreme, whatever its key's role and also without one: so no drawing lies outside its chart.
 */
export interface TimingChart {
  firstFrame: number;
  lastFrame: number;
  marks: ChartMark[];
  /**
   * In-betweens that stand on the way and have no mark: a longer chart than can be drawn has one every so many
   * drawings.
   */
  unmarked?: number;
}

/**
 * Samples a frame for measuring arc length: keeps the error of a curved trajectory's length under a thousandth. Over
 * very many frames fewer do.
 */
const SUBSAMPLES = 8;
const MOST_SAMPLES = 40_000;

/** In-betweens a chart marks: more cannot be told apart on any screen or page. */
const MOST_INBETWEENS = 1500;

/** Progress of the track at each whole frame from `firstFrame` to `lastFrame`. */
export function trackProgress(subject: Subject, track: Track, firstFrame: number, lastFrame: number): Float64Array {
  const perFrame = Math.max(1, Math.min(SUBSAMPLES, Math.floor(MOST_SAMPLES / (lastFrame - firstFrame))));
  const count = Math.max(1, Math.round((lastFrame - firstFrame) * perFrame));
  const columns = bakeTrack(subject, track, firstFrame, 1 / perFrame, count + 1);
  const fine = progressInto(new Float64Array(count + 1), columns);
  return Float64Array.from({ length: Math.floor(lastFrame - firstFrame) + 1 }, (_, i) => fine[i * perFrame]!);
}

/**
 * Way gone from each whole frame to the next from `firstFrame` to `lastFrame`, as a share of the whole: progress at f
 * minus that at f − 1.
 */
export function trackSpacing(subject: Subject, track: Track, firstFrame: number, lastFrame: number): Float64Array {
  const progress = trackProgress(subject, track, firstFrame, lastFrame);
  return progress.subarray(1).map((value, i) => value - progress[i]!);
}

interface Events {
  /** Frames of the track's keyed extremes within the range. */
  extremes: number[];
  roleAt: ReadonlyMap<number, KeyRole>;
}

interface ChartOptions {
  /** Counts the key one past the last frame in, which closes a cycle and is not shown itself. */
  closing?: boolean;
}

/** The charts of an earlier state of a motion, with the same options. */
export interface KnownCharts {
  motion: MotionDocument;
  subject: Subject;
  charts: readonly TimingChart[];
}

function eventsInRange(
  { range }: MotionDocument,
  subject: Subject,
  track: Track,
  { closing = false }: ChartOptions,
): Events {
  const last = closing ? range.last + 1 : range.last;
  const roleAt = trackRoles(subject, track);
  return {
    extremes: [...roleAt]
      .filter(([frame, role]) => role === 'extreme' && frame >= range.first && frame <= last)
      .map(([frame]) => frame),
    roleAt,
  };
}

/** Parts of a frame that are none. */
const ROUNDING = 1e-6;

/** The chart from one extreme to the next; null where the track stands still between them. */
function chartBetween(
  motion: MotionDocument,
  subject: Subject,
  track: Track,
  [from, to]: Piece,
  roleAt: Events['roleAt'],
): TimingChart | null {
  const progress = trackProgress(subject, track, from, to);
  // A jump on a key between two frames is on none of them.
  const isStill = progress.every((value) => value === 0);
  if (isStill && isSamePlace(trackValues(subject, track, from), trackValues(subject, track, to))) return null;
  const all = Array.from(progress, (value, n): ChartMark => {
    // Counted up from a key between two frames, the last comes to the other key but for rounding.
    const frame = Math.abs(from + n - to) < ROUNDING ? to : from + n;
    return {
      frame,
      role: frame === from || frame === to ? 'extreme' : (roleAt.get(frame) ?? 'inbetween'),
      progress: value,
      ...((frame === from || frame === to) && roleAt.get(frame) !== 'extreme' && { isTurn: true as const }),
    };
  });
  // An extreme between two frames ends its chart there.
  if (all.at(-1)!.frame < to) all.push({ frame: to, role: 'extreme', progress: 1 });
  const drawings = all.filter(
    ({ frame, role }) => role !== 'inbetween' || exposedFrame(frame, motion.range.first, subject.exposure) === frame,
  );
  if (drawings.length <= MOST_INBETWEENS) return { firstFrame: from, lastFrame: to, marks: drawings };
  const every = Math.ceil(drawings.length / MOST_INBETWEENS);
  const marks = drawings.filter(({ role }, n) => role !== 'inbetween' || n % every === 0);
  return { firstFrame: from, lastFrame: to, marks, unmarked: drawings.length - marks.length };
}

/**
 * The timing charts of a track, one from each extreme to the next; in-betweens stand on every drawing of its subject's
 * exposure. A track that stands still between two extremes has no chart there. Those of `known` that cannot have
 * changed are given again, the same objects.
 */
export function timingCharts(
  motion: MotionDocument,
  subject: Subject,
  track: Track,
  options: ChartOptions = {},
  known: KnownCharts | null = null,
): TimingChart[] {
  const span = known && reachOfChange(known, motion, subject, track);
  if (known && span && span.last < span.first) return [...known.charts];
  const { extremes, roleAt } = eventsInRange(motion, subject, track, options);
  const kept =
    known &&
    span &&
    new Map(
      known.charts
        .filter(({ firstFrame, lastFrame }) => lastFrame <= span.first || firstFrame >= span.last)
        .map((chart) => [chart.firstFrame, chart]),
    );
  return extremes.slice(1).flatMap((to, i) => {
    const from = extremes[i]!;
    // One that goes from key to key has no turn between.
    const same = kept?.get(from);
    if (same?.lastFrame === to) return same;
    return piecesOf(subject, track, from, to).flatMap(
      (piece) => chartBetween(motion, subject, track, piece, roleAt) ?? [],
    );
  });
}

/** The frames whose charts differ from the known ones; null where all may. */
function reachOfChange(
  { motion: { range }, subject: before }: KnownCharts,
  motion: MotionDocument,
  subject: Subject,
  track: Track,
): FrameSpan | null {
  const isOnSameGround =
    range.first === motion.range.first && range.last === motion.range.last && before.exposure === subject.exposure;
  return isOnSameGround ? changedTrackSpan(before, subject, track) : null;
}

/**
 * The one timing chart that a frame is in, on the extreme between two the later; outside all of them, or in a
 * standstill, the first there is.
 */
export function timingChartAt(
  motion: MotionDocument,
  subject: Subject,
  track: Track,
  frame: number,
  options: ChartOptions = {},
): TimingChart | undefined {
  const { extremes, roleAt } = eventsInRange(motion, subject, track, options);
  const piecesAt = (i: number): Piece[] =>
    i >= 0 && i + 1 < extremes.length ? piecesOf(subject, track, extremes[i]!, extremes[i + 1]!) : [];
  const chartOf = (piece: Piece | undefined): TimingChart | null =>
    piece ? chartBetween(motion, subject, track, piece, roleAt) : null;
  const later = extremes.findLastIndex((extreme) => extreme <= frame);
  const inside =
    chartOf(piecesAt(later).findLast(([from, to]) => from <= frame && frame <= to)) ??
    chartOf(piecesAt(later - 1).findLast(([, to]) => to === frame));
  if (inside) return inside;
  for (let i = 0; i + 1 < extremes.length; i++)
    for (const piece of piecesAt(i)) {
      const chart = chartOf(piece);
      if (chart) return chart;
    }
  return undefined;
}

/**
 * The segment between two keyed extremes that a frame is in, on the key between two the later, with its chart, or null
 * where it stands still: turns within it are in its marks. Null without two keyed extremes.
 */
export function keyedSegmentAt(
  motion: MotionDocument,
  subject: Subject,
  track: Track,
  frame: number,
): { firstFrame: number; lastFrame: number; chart: TimingChart | null } | null {
  const { extremes, roleAt } = eventsInRange(motion, subject, track, { closing: true });
  if (extremes.length < 2) return null;
  const later = extremes.findLastIndex((extreme) => extreme <= frame);
  const i = Math.min(extremes.length - 2, Math.max(0, later));
  const [firstFrame, lastFrame] = [extremes[i]!, extremes[i + 1]!];
  return { firstFrame, lastFrame, chart: chartBetween(motion, subject, track, [firstFrame, lastFrame], roleAt) };
}
