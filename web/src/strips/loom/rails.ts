import { type ChartMark, fractionOf, type TimingChart } from '@undulan/core';
import type { TimeScale } from '../../time/index.ts';

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
export function footX(
  { firstFrame, lastFrame }: TimingChart,
  { progress }: Pick<ChartMark, 'progress'>,
  scale: TimeScale,
): number {
  const from = scale.xOf(firstFrame);
  return from + progress * (scale.xOf(lastFrame) - from);
}

/** The least and the greatest progress of known charts: they are asked for at every move of a gesture. */
const reaches = new WeakMap<TimingChart, { least: number; most: number }>();

function reachOf(chart: TimingChart): { least: number; most: number } {
  const known = reaches.get(chart);
  if (known) return known;
  const shares = chart.marks.map((mark) => mark.progress);
  const reach = { least: Math.min(0, ...shares), most: Math.max(1, ...shares) };
  reaches.set(chart, reach);
  return reach;
}

/** How far the threads of a chart reach, in px: with overshoot beyond its extremes. */
export function extentOf(chart: TimingChart, scale: TimeScale): { from: number; to: number } {
  const { least, most } = reachOf(chart);
  return { from: footX(chart, { progress: least }, scale), to: footX(chart, { progress: most }, scale) };
}

/** Drawings nearer to one another than this, in px of time, are painted on a canvas if there are many. */
const CROWDED_PX = 4;
const MANY = 150;

/** Whether the drawings in view are too many to be built of elements. */
export function isCrowded(charts: readonly TimingChart[], scale: TimeScale): boolean {
  let drawings = 0;
  let seenPx = 0;
  for (const { firstFrame, lastFrame, marks } of charts) {
    const [from, to] = [scale.xOf(firstFrame), scale.xOf(lastFrame)];
    const px = Math.max(0, Math.min(to, scale.widthPx) - Math.max(from, 0));
    drawings += (marks.length * px) / (to - from);
    seenPx += px;
  }
  return drawings > MANY && seenPx / drawings < CROWDED_PX;
}

const FRACTION_ROOM_PX = 24;

/**
 * The fractions of drawings between extremes that have room beside one another and between the extremes, by frame: each
 * once, a half before a quarter, a quarter before an eighth.
 */
export function fractionsWithRoom(chart: TimingChart, scale: TimeScale): Map<number, string> {
  const found = chart.marks.flatMap((mark) => {
    const fraction = mark.role === 'extreme' ? null : fractionOf(mark.progress);
    if (!fraction) return [];
    const [over = 0, under = 1] = fraction.split('/').map(Number);
    return [
      { frame: mark.frame, fraction, under, off: Math.abs(mark.progress - over / under), x: footX(chart, mark, scale) },
    ];
  });
  const [from, to] = [
    scale.xOf(chart.firstFrame) + FRACTION_ROOM_PX / 2,
    scale.xOf(chart.lastFrame) - FRACTION_ROOM_PX / 2,
  ];
  const written: typeof found = [];
  for (const next of found
    .filter(({ x }) => x >= from && x <= to)
    .toSorted((a, b) => a.under - b.under || a.off - b.off)) {
    if (written.every((other) => other.fraction !== next.fraction && Math.abs(other.x - next.x) >= FRACTION_ROOM_PX))
      written.push(next);
  }
  return new Map(written.map(({ frame, fraction }) => [frame, fraction]));
}
