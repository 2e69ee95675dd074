import * as z from 'zod';
import type { MotionDocument } from '../motion/document/schema.ts';
import { readSpacing, timingChartAt } from '../spacing/index.ts';
import { FRAME_LIMIT } from '../time/range.ts';
import { mainMovement, movements } from './lane-look.ts';

/** What a class can be asked of a board. */
export const ASK_KINDS = ['tap', 'lane', 'count', 'ruler', 'chart'] as const;
export const AskKind = z.enum(ASK_KINDS);
export type AskKind = z.infer<typeof AskKind>;

const Frame = z.number().min(-FRAME_LIMIT).max(FRAME_LIMIT);
export const MOST_TICKS = 24;

/**
 * An answer, or the truth: a frame of the board's clock (tapped as it plays, or put on the ruler), a lane by its id, a
 * number of frames, or shares of the way of a chart's ticks, in order.
 */
export const AskAnswer = z.union([
  z.object({ frame: Frame }),
  z.object({ laneId: z.string().min(1).max(64) }),
  z.object({ frames: z.int().min(0).max(100_000) }),
  z.object({ ticks: z.array(z.number().min(0).max(1)).min(1).max(MOST_TICKS) }),
]);
export type AskAnswer = z.infer<typeof AskAnswer>;

const SHAPES = { tap: 'frame', ruler: 'frame', lane: 'laneId', count: 'frames', chart: 'ticks' } as const;

/** Whether an answer is one to a kind of question. */
export function isAnswerTo(kind: AskKind, answer: AskAnswer): boolean {
  return SHAPES[kind] in answer;
}

/** One lane as the board's clock has it. */
export interface AskedLane {
  id: string;
  motion: MotionDocument;
  /** The frame of the clock on which it shows a frame of its own. */
  clockOf: (frame: number) => number;
}

/** Drawings between the ends of a chart that is asked for: as many as there are, but no more than can be placed. */
export function ticksAsked(motion: MotionDocument): number[] {
  const moved = mainMovement(motion);
  const chart = moved && timingChartAt(motion, moved.subject, moved.track, moved.events[0]!, { closing: true });
  const inner = (chart?.marks ?? []).filter(({ progress }, i, all) => i > 0 && i < all.length - 1 && progress <= 1);
  const every = Math.max(1, Math.ceil(inner.length / MOST_ASKED));
  return inner.filter((_, i) => (i + 1) % every === 0).map(({ progress }) => Math.min(1, Math.max(0, progress)));
}
const MOST_ASKED = 7;

/** The right answer of a lane, or among lanes; null where nothing moves in it. */
export function truthOf(kind: AskKind, lanes: readonly AskedLane[], laneId: string): AskAnswer | null {
  const asked = lanes.find(({ id }) => id === laneId);
  const whole = asked && movements(asked.motion)[0];
  if (!asked || !whole) return null;
  switch (kind) {
    case 'tap':
    case 'ruler':
      return { frame: asked.clockOf(whole.whole.arrives) };
    case 'count': {
      // By its keys; what stands still before and after it takes no part in it.
      const { events, segments } = whole;
      const from = events.findLast((frame) => frame <= segments[0]!.firstFrame)!;
      const to = events.find((frame) => frame >= segments.at(-1)!.lastFrame)!;
      return { frames: Math.round(to - from) };
    }
    case 'chart': {
      const ticks = ticksAsked(asked.motion);
      return ticks.length > 0 ? { ticks } : null;
    }
    case 'lane':
      return slowestStart(lanes);
  }
}

/** The lane that leaves slowest, measured by its first step beside its mean one. */
function slowestStart(lanes: readonly AskedLane[]): AskAnswer | null {
  const ratios = lanes.flatMap(({ id, motion }) => {
    const moved = mainMovement(motion);
    const chart = moved && timingChartAt(motion, moved.subject, moved.track, moved.events[0]!, { closing: true });
    return chart ? [{ id, ratio: Math.abs(readSpacing(chart).startRatio) }] : [];
  });
  if (ratios.length < 2) return null;
  return { laneId: ratios.reduce((least, one) => (one.ratio < least.ratio ? one : least)).id };
}

/** How many gave each value, by value; of frames one bar a frame. */
export function histogramOf(values: readonly number[]): { value: number; count: number }[] {
  const counts = new Map<number, number>();
  for (const value of values) counts.set(Math.round(value), (counts.get(Math.round(value)) ?? 0) + 1);
  return Array.from(counts, ([value, count]) => ({ value, count })).sort((a, b) => a.value - b.value);
}
