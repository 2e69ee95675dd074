import { fractionOf, type ChartMark, type TimingChart } from '@undulan/core';
import { crowding, type TimeScale } from '../time-page/index.ts';

/** Where the two rails of a loom lie. */
export interface Rails {
  heightPx: number;
  timeY: number;
  spaceY: number;
}

export function railsOf(heightPx: number): Rails {
  return { heightPx, timeY: 16, spaceY: heightPx - 30 };
}

/** Where a drawing has its foot on the space rail, in px. */
export function footX({ firstFrame, lastFrame }: TimingChart, { progress }: Pick<ChartMark, 'progress'>, scale: TimeScale): number {
  const from = scale.xOf(firstFrame);
  return from + progress * (scale.xOf(lastFrame) - from);
}

/** How far the threads of a chart reach, in px. */
export function extentOf(chart: TimingChart, scale: TimeScale): { from: number; to: number } {
  const feet = chart.marks.map((mark) => footX(chart, mark, scale));
  return { from: Math.min(scale.xOf(chart.firstFrame), ...feet), to: Math.max(scale.xOf(chart.lastFrame), ...feet) };
}

/** Drawings nearer to one another than this, in px of time, are painted on a canvas. */
const CROWDED_PX = 4;

/** Whether the drawings in view are too many to be built of elements. */
export function isCrowded(charts: readonly TimingChart[], scale: TimeScale): boolean {
  const frames = charts.flatMap((chart) => chart.marks.map((mark) => mark.frame));
  return (crowding(frames, scale) ?? Infinity) < CROWDED_PX;
}

const FRACTION_ROOM_PX = 24;

/** The fractions of drawings between extremes that have room beside one another, by frame: each once, a half before a quarter, a quarter before an eighth. */
export function fractionsWithRoom(chart: TimingChart, scale: TimeScale): Map<number, string> {
  const found = chart.marks.flatMap((mark) => {
    const fraction = mark.role === 'extreme' ? null : fractionOf(mark.progress);
    if (!fraction) return [];
    const [over = 0, under = 1] = fraction.split('/').map(Number);
    return [{ frame: mark.frame, fraction, under, off: Math.abs(mark.progress - over / under), x: footX(chart, mark, scale) }];
  });
  const written: typeof found = [];
  for (const next of found.toSorted((a, b) => a.under - b.under || a.off - b.off)) {
    if (written.every((other) => other.fraction !== next.fraction && Math.abs(other.x - next.x) >= FRACTION_ROOM_PX)) written.push(next);
  }
  return new Map(written.map(({ frame, fraction }) => [frame, fraction]));
}
