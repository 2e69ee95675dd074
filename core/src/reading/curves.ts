import { findChannel } from '../motion/document/document.ts';
import type { Subject } from '../motion/document/schema.ts';
import { bakeTrack, type Track, type TrackEvent } from '../motion/sampling/track.ts';
import type { FrameRange } from '../time/range.ts';
import { apart, type LaidCurve, valueOn } from './laid-curve.ts';
import type { Samples } from './moments.ts';
import type { SharedTime } from './shared-time.ts';
import { spanOf } from './track-error.ts';
import type { TrackSide } from './track-side.ts';
import { missOfWhole, type Registration } from './whole-fit.ts';

/** Samples a frame. */
const FINE = 2;
/** Frames before and after the target's range that are looked at in the take. */
const MARGIN = 30;
/** Frames before and after its range that are looked at in the target. */
const LEAD = 6;
/** Places nearer than this share of the span are the same place. */
const SAME_PLACE = 0.05;
/** Sizes nearer than this are the same size. */
const SAME_SIZE = 0.08;

/** A move goes so much of the span, on so many frames, and just as asked within this share of it. */
const LEAST_MOVE = { way: 0.2, frames: 4 };
const AS_ASKED = 0.02;

/** A track's curve from one frame of the target's ruler to another, laid out finely. */
function columnsOf(
  subject: Subject,
  track: Track,
  toOwn: (frame: number) => number,
  first: number,
  count: number,
): Float64Array[] {
  const from = toOwn(first);
  return bakeTrack(subject, track, from, toOwn(first + 1 / FINE) - from, count);
}

/**
 * Target and take as curves to be laid on one another. A take of another size, or that goes the other way, is brought
 * to the target's size and direction first: when something happens does not depend on how large it is.
 */
export function curvesOf(
  target: TrackSide,
  take: TrackSide,
  track: Track,
  time: SharedTime,
  span: number,
  events: readonly TrackEvent[],
): Registration {
  const { range } = target.motion;
  const frames = range.last - range.first;
  const asked = columnsOf(target.subject, track, (frame) => frame, range.first - LEAD, (frames + 2 * LEAD) * FINE);
  const drawn = columnsOf(take.subject, track, time.toTake, range.first - MARGIN, (frames + 2 * MARGIN) * FINE);
  // What lies outside of what was recorded is not known: its ends stand.
  const known = recordedRange(take, track);
  const recorded = { first: time.toTarget(known.first), last: time.toTarget(known.last) };
  const [from, to] = [recorded.first, recorded.last].map((frame) => (frame - range.first + MARGIN) * FINE) as [
    number,
    number,
  ];
  for (const column of drawn) {
    const [a, b] = [Math.max(0, Math.ceil(from)), Math.min(column.length - 1, Math.floor(to))];
    if (a >= b) continue;
    column.fill(column[a]!, 0, a);
    column.fill(column[b]!, b + 1);
  }
  const size = spanOf(drawn);
  let along = 0;
  asked.forEach((column, c) => {
    const other = drawn[c]!;
    for (let i = 0; i < column.length; i++)
      along += (column[i]! - column[0]!) * (other[Math.min(other.length - 1, i + (MARGIN - LEAD) * FINE)]! - other[0]!);
  });
  const ratio = size > 0.1 * span ? span / size : 1;
  // What stands in both, on one place, says nothing of when.
  const moves = asked.map((column, c) => [column, drawn[c]!].some((one) => one.some((value) => value !== column[0])));
  const telling = <T>(columns: readonly T[]): T[] =>
    moves.includes(true) ? columns.filter((_, c) => moves[c]) : [...columns];
  /** With the take so many times as large, and where it begins, or ends, put where the target does. */
  const laid = (by: number, from?: 'first' | 'last'): Registration => {
    const [own, other] = [asked, drawn].map((columns) => columns.map((column) => column.at(from === 'last' ? -1 : 0)!));
    return {
      target: { columns: telling(asked), first: range.first - LEAD, perFrame: FINE },
      take: {
        columns: telling(
          from ? drawn.map((column, c) => column.map((value) => own![c]! + (value - other![c]!) * by)) : drawn,
        ),
        first: range.first - MARGIN,
        perFrame: FINE,
      },
      channels: telling(asked).length,
      isPut: from !== undefined,
      range,
      recorded,
      span,
      events: events.map((event) => event.frame),
    };
  };
  // What goes part of its way just as it is asked to is no larger or smaller throughout.
  const isSized = Math.abs(ratio - 1) > SAME_SIZE && !hasMoveAsAsked(laid(1));
  // What seems smaller may have turned back between two of its drawings.
  const tried = isSized ? [laid(ratio, 'first'), laid(1)] : [laid(1)];
  // What seems to go the other way may be late by half a swing.
  if (along < 0) tried.push(laid(isSized ? -ratio : -1, 'first'));
  // What stands elsewhere throughout does when it ought to what it does there.
  const isElsewhere = (at: 0 | -1): boolean =>
    Math.hypot(...asked.map((column, c) => drawn[c]!.at(at)! - column.at(at)!)) > SAME_PLACE * span;
  if (isElsewhere(0) && isElsewhere(-1))
    for (const end of ['first', 'last'] as const) tried.push(laid(isSized ? ratio : 1, end));
  if (tried.length === 1) return tried[0]!;
  const misses = tried.map(missOfWhole);
  return tried[misses.indexOf(Math.min(...misses))]!;
}

/** Whether some move of the target, from one event to the next, is gone just as it is. */
function hasMoveAsAsked({ target, take, channels, span, events, recorded, range }: Registration): boolean {
  return events.some((event, i) => {
    const [from, to] = [Math.max(event, range.first, recorded.first), events[i + 1] ?? event];
    if (to > Math.min(range.last, recorded.last) || to - from < LEAST_MOVE.frames) return false;
    if (apart(channels, target, from, target, to) < LEAST_MOVE.way * span) return false;
    for (let frame = Math.ceil(from); frame <= to; frame++)
      if (apart(channels, target, frame, take, frame) > AS_ASKED * span) return false;
    return true;
  });
}

/** From where to where a take is known: its range, and its keys beyond. */
export function recordedRange({ motion, subject }: TrackSide, track: Track): FrameRange {
  let { first, last } = motion.range;
  for (const id of track.channelIds) {
    const keys = findChannel(subject, id)?.keys ?? [];
    first = Math.min(first, keys[0]?.frame ?? first);
    last = Math.max(last, keys.at(-1)?.frame ?? last);
  }
  return { first, last };
}

/** Both curves at whole frames: the take with its margins. */
export function samplesOf({ target, take, channels, range }: Registration): { target: Samples; take: Samples } {
  const at = (curve: LaidCurve, first: number, count: number): Samples => ({
    first,
    columns: Array.from({ length: channels }, (_, c) =>
      Float64Array.from({ length: count }, (__, i) => valueOn(curve, c, first + i)),
    ),
  });
  const count = range.last - range.first + 1;
  return {
    target: at(target, range.first - LEAD, count + 2 * LEAD),
    take: at(take, range.first - MARGIN, count + 2 * MARGIN),
  };
}
