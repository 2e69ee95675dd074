import type { TimingChart } from '@undulan/core';
import type { TimeScale } from '../../time/index.ts';
import { cssColour } from '../../ui/index.ts';
import { type Columns, figuresFont, hairlinePx, isInColumns, ringPainter, ROOM_PX } from '../kit/index.ts';
import { paintWeave } from './paint-weave.ts';
import { extentOf, footX, fractionsWithRoom, isCrowded, type Rails } from './rails.ts';

export interface LoomPainting {
  charts: readonly TimingChart[];
  /** The target's, of which the feet alone are seen. */
  targets: readonly TimingChart[];
  rails: Rails;
  scale: TimeScale;
  colour: string;
  dashed: boolean;
  /** The one of the charts in which drawings are chosen. */
  chosenChart: TimingChart | null;
  chosenFrames: readonly number[];
}

/** The columns in which two paintings of a loom differ; null when they may differ anywhere. */
export function changedLoom(before: LoomPainting, after: LoomPainting): Columns | null {
  if (
    before.targets !== after.targets ||
    before.rails !== after.rails ||
    before.scale !== after.scale ||
    before.colour !== after.colour
  )
    return null;
  const [was, is] = [new Set(before.charts), new Set(after.charts)];
  const changed = [
    ...before.charts.filter((chart) => !is.has(chart)),
    ...after.charts.filter((chart) => !was.has(chart)),
  ];
  if (before.chosenFrames !== after.chosenFrames)
    changed.push(...[before.chosenChart, after.chosenChart].filter((chart) => chart !== null));
  const extents = changed.map((chart) => extentOf(chart, after.scale));
  return {
    from: Math.min(...extents.map(({ from }) => from)) - ROOM_PX,
    to: Math.max(...extents.map(({ to }) => to)) + ROOM_PX,
  };
}

/**
 * Paints what of a loom is in the columns: the rails, threads, rings on extremes, underlined breakdowns, fractions
 * where there is room; all of it thin and small where drawings crowd.
 */
export function paintLoom(context: CanvasRenderingContext2D, painting: LoomPainting, columns: Columns): void {
  const isCrowd = isCrowded(painting.charts, painting.scale);
  const isSeen = (chart: TimingChart): boolean => {
    const { from, to } = extentOf(chart, painting.scale);
    return to >= columns.from - ROOM_PX && from <= columns.to + ROOM_PX;
  };
  for (const chart of painting.targets.filter(isSeen)) paintTargetFeet(context, chart, painting, isCrowd);
  for (const chart of painting.charts.filter(isSeen)) {
    paintChart(context, chart, painting, isCrowd);
    paintFeet(context, chart, painting, isCrowd, columns);
  }
}

/** Where the target's drawings stand on the same stretch: short teal ticks under the space rail. */
function paintTargetFeet(
  context: CanvasRenderingContext2D,
  chart: TimingChart,
  { rails: { spaceY }, scale }: LoomPainting,
  isCrowd: boolean,
): void {
  context.fillStyle = cssColour('var(--target)');
  const [extreme, other] = isCrowd ? [2, 1] : [3, 1.6];
  for (const mark of chart.marks) {
    const widthPx = mark.role === 'extreme' ? extreme : other;
    context.fillRect(footX(chart, mark, scale) - widthPx / 2, spaceY + 3, widthPx, 9);
  }
}

/** Sizes of the rings at the ends of a segment, on the rail of time and on that of space, in px of radius. */
const END_PX = { time: 4.5, space: 6 };

function paintChart(
  context: CanvasRenderingContext2D,
  chart: TimingChart,
  { rails, scale, colour, dashed }: LoomPainting,
  isCrowd: boolean,
): void {
  const [from, to] = [scale.xOf(chart.firstFrame), scale.xOf(chart.lastFrame)];
  const threads = chart.marks.map((mark) => ({
    x: scale.xOf(mark.frame),
    foot: footX(chart, mark, scale),
    isKey: mark.role !== 'inbetween',
  }));
  paintWeave(context, { from, to, threads }, rails, {
    colour,
    dash: dashed ? 'inbetweens' : 'none',
    widthPx: isCrowd ? { key: hairlinePx(), inbetween: hairlinePx() } : { key: 1.8, inbetween: 1 },
  });
  const ends = [threads[0]!, threads.at(-1)!];
  const most = (to - from) / 4;
  const radiusOf = (roomyPx: number): number => (isCrowd ? Math.min(4.5, Math.max(2, most)) : roomyPx);
  const paintTime = ringPainter(context, colour, radiusOf(END_PX.time), isCrowd ? 1.5 : 2);
  for (const { x } of ends) paintTime(x, rails.timeY, false);
  const paintSpace = ringPainter(context, colour, radiusOf(END_PX.space), isCrowd ? 1.5 : 2);
  for (const { foot } of ends) paintSpace(foot, rails.spaceY, false);
}

/** The feet of drawings between extremes, chosen ones on a ground of their own. */
function paintFeet(
  context: CanvasRenderingContext2D,
  chart: TimingChart,
  { rails: { spaceY }, scale, colour, chosenChart, chosenFrames }: LoomPainting,
  isCrowd: boolean,
  columns: Columns,
): void {
  const [line, ink, accent] = [cssColour(colour), cssColour('var(--ink)'), cssColour('var(--accent)')];
  const written = fractionsWithRoom(chart, scale);
  if (written.size > 0) {
    context.textAlign = 'center';
    context.font = figuresFont(10);
  }
  for (const mark of chart.marks) {
    const { frame, role } = mark;
    const x = footX(chart, mark, scale);
    if (role === 'extreme' || !isInColumns(x, columns)) continue;
    if (chart === chosenChart && chosenFrames.includes(frame)) {
      context.fillStyle = accent;
      context.globalAlpha = 0.25;
      context.fillRect(x - 5, spaceY - 12, 10, 24);
      context.globalAlpha = 1;
      context.strokeStyle = accent;
      context.lineWidth = 1;
      if (!isCrowd) context.strokeRect(x - 5, spaceY - 12, 10, 24);
    }
    const [plainPx, breakdownPx, underPx] = isCrowd ? [1, 2, 8] : [2, 3, 12];
    const widthPx = role === 'breakdown' ? breakdownPx : plainPx;
    context.fillStyle = line;
    context.fillRect(x - widthPx / 2, spaceY - 6, widthPx, 12);
    if (role === 'breakdown') context.fillRect(x - underPx / 2, spaceY + 8, underPx, 2);
    const fraction = written.get(frame);
    if (!fraction) continue;
    context.fillStyle = ink;
    context.fillText(fraction, x, spaceY + 23);
  }
}
