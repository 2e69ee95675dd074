import { type MotionDocument, timingCharts, type Track } from '@undulan/core';
import type { ComparedSide, ComparedTrack } from './compared-track.ts';

/** A segment of one side with its drawings laid on the shared ruler. */
export interface WovenSegment {
  from: number;
  to: number;
  threads: { frame: number; foot: number; isKey: boolean }[];
}

/** The segments of one side, with the one that closes a cycle, laid on the ruler of the other. */
export function weave(
  motion: MotionDocument,
  { subject }: ComparedSide,
  track: Track,
  toRuler: (frame: number) => number,
): WovenSegment[] {
  if (!subject) return [];
  return timingCharts(motion, subject, track, { closing: true }).map((chart) => {
    const [from, to] = [toRuler(chart.firstFrame), toRuler(chart.lastFrame)];
    return {
      from,
      to,
      threads: chart.marks.map((mark) => ({
        frame: toRuler(mark.frame),
        foot: from + mark.progress * (to - from),
        isKey: mark.role !== 'inbetween',
      })),
    };
  });
}

/** Where a segment's thread from a ruler frame would end; null outside of it. */
function footAt({ threads }: WovenSegment, frame: number): number | null {
  const after = threads.findIndex((thread) => thread.frame >= frame - 1e-9);
  const b = threads[after];
  if (!b) return null;
  const a = threads[after - 1];
  if (!a) return Math.abs(b.frame - frame) < 1e-6 ? b.foot : null;
  const t = (frame - a.frame) / (b.frame - a.frame);
  return a.foot * (1 - t) + b.foot * t;
}

/** Ends of segments that are as near as this, in frames of the ruler, are one. */
const SAME_END = 0.5;
/** Where a segment ends without a key, one of the take that shares so much of the longer of both is the same move. */
const SAME_STRETCH = 0.6;

/**
 * The take's segment that is the same move as one of the target: from the key that is its first to the key that is its
 * last; where an end has no key, the one that lies beside it. Null where there is none: drawings of two moves are not
 * to be compared.
 */
export function counterpartOf(
  segment: WovenSegment,
  own: readonly WovenSegment[],
  ends: readonly MatchedEnd[],
): WovenSegment | null {
  const endOf = (frame: number): number | undefined => ends.find((end) => end.target === frame)?.take;
  const [from, to] = [endOf(segment.from), endOf(segment.to)];
  const isSameMove = (other: WovenSegment): boolean => {
    if (from !== undefined && to !== undefined)
      return Math.abs(other.from - from) <= SAME_END && Math.abs(other.to - to) <= SAME_END;
    const shared = Math.min(other.to, segment.to) - Math.max(other.from, segment.from);
    return shared >= SAME_STRETCH * Math.max(other.to - other.from, segment.to - segment.from);
  };
  return own.find(isSameMove) ?? null;
}

/** A key of the target and that of the take which it was matched with, on the ruler of both. */
export interface MatchedEnd {
  target: number;
  take: number;
}

export function matchedEnds({ reading, toTarget }: ComparedTrack): MatchedEnd[] {
  return reading.pairs.map(({ targetFrame, takeFrame }) => ({ target: targetFrame, take: toTarget(takeFrame) }));
}

/** Between the threads of target and take that begin on one frame: where either ends. */
export interface Gap {
  frame: number;
  foot: number;
  ownFoot: number;
}

/** The gaps of a segment of the target to the same move of the take, one for each thread that both have. */
export function gapsOf({ threads }: WovenSegment, own: WovenSegment | null): Gap[] {
  if (!own) return [];
  return threads.flatMap(({ frame, foot }) => {
    const ownFoot = footAt(own, frame);
    return ownFoot === null ? [] : [{ frame, foot, ownFoot }];
  });
}
