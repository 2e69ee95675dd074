import { type MotionDocument, timingCharts, type Track } from '@undulan/core';
import type { ComparedSide } from './compared-track.ts';

/** A segment of one side with its drawings laid on the shared ruler. */
export interface WovenSegment {
  from: number;
  to: number;
  threads: { frame: number; foot: number; isKey: boolean }[];
}

/** The segments of one side, laid on the ruler of the other. */
export function weave(
  motion: MotionDocument,
  { subject }: ComparedSide,
  track: Track,
  toRuler: (frame: number) => number,
): WovenSegment[] {
  if (!subject) return [];
  return timingCharts(motion, subject, track).map((chart) => {
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

/** Between the threads of target and take that begin on one frame: where either ends. */
export interface Gap {
  frame: number;
  foot: number;
  ownFoot: number;
}

/** The gaps of a segment of the target, a thread each, but for those that the take has no thread beside. */
export function gapsOf({ threads }: WovenSegment, own: readonly WovenSegment[]): Gap[] {
  return threads.flatMap(({ frame, foot }) => {
    const ownFoot = own.map((segment) => footAt(segment, frame)).find((found) => found !== null);
    return ownFoot === undefined || ownFoot === null ? [] : [{ frame, foot, ownFoot }];
  });
}
