import type { ChartMark, TimingChart } from '@undulan/core';

export const CHART = { widthPx: 420, heightPx: 58, lineY: 24, ringPx: 12, aimY: 1, aimPx: 9 };
const EDGE = 24;
const ROOM_PX = 15;

export interface ChartLayout {
  xOf: (progress: number) => number;
  /** Both ends of the line: progress beyond the extremes where there is overshoot. */
  low: number;
  high: number;
  between: ChartMark[];
  ends: [ChartMark, ChartMark];
  /** Frames of the marks between whose numbers have room. */
  labelled: Set<number>;
}

/**
 * Where the marks of a timing chart stand, in px of a chart `CHART.widthPx` wide, with room for those of the target's
 * chart over it.
 */
export function layOutChart({ marks }: TimingChart, aim?: TimingChart): ChartLayout {
  const all = [...marks, ...(aim?.marks ?? [])].map((mark) => mark.progress);
  const low = Math.min(0, ...all);
  const high = Math.max(1, ...all);
  const xOf = (progress: number): number => EDGE + ((progress - low) / (high - low)) * (CHART.widthPx - 2 * EDGE);
  const between = marks.filter((mark) => mark.role !== 'extreme');
  return { xOf, low, high, between, ends: [marks[0]!, marks.at(-1)!], labelled: labelledFrames(between, xOf) };
}

/** The frames of the marks whose numbers have room beside each other, breakdowns first. */
function labelledFrames(marks: readonly ChartMark[], xOf: (progress: number) => number): Set<number> {
  const frames = new Set<number>();
  const taken: number[] = [];
  for (const role of ['breakdown', 'inbetween']) {
    for (const mark of marks.filter((other) => other.role === role)) {
      const x = xOf(mark.progress);
      if (taken.some((other) => Math.abs(other - x) < ROOM_PX)) continue;
      frames.add(mark.frame);
      taken.push(x);
    }
  }
  return frames;
}
