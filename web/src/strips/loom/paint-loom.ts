import type { TimingChart } from '@undulan/core';
import type { TimeScale } from '../../time/index.ts';
import { cssColour } from '../../ui/index.ts';
import { type Columns, isInColumns, keyPainter } from '../kit/index.ts';
import { extentOf, footX, fractionsWithRoom, type Rails } from './rails.ts';

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

/** Room for the width of lines and rings, in px. */
const ROOM_PX = 8;

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
 * Paints what of a crowded loom is in the columns: the rails, thin threads, small rings on extremes, underlined
 * breakdowns, and fractions where there is room.
 */
export function paintLoom(context: CanvasRenderingContext2D, painting: LoomPainting, columns: Columns): void {
  const isSeen = (chart: TimingChart): boolean => {
    const { from, to } = extentOf(chart, painting.scale);
    return to >= columns.from - ROOM_PX && from <= columns.to + ROOM_PX;
  };
  // Lines of one pixel are drawn many times as fast as wider ones.
  context.lineWidth = 1 / devicePixelRatio;
  context.fillStyle = cssColour('var(--target)');
  for (const chart of painting.targets.filter(isSeen))
    for (const mark of chart.marks)
      context.fillRect(
        footX(chart, mark, painting.scale) - 0.5,
        painting.rails.spaceY + 3,
        mark.role === 'extreme' ? 2 : 1,
        9,
      );
  for (const chart of painting.charts.filter(isSeen)) paintChart(context, chart, painting, columns);
}

function paintChart(
  context: CanvasRenderingContext2D,
  chart: TimingChart,
  { rails: { timeY, spaceY }, scale, colour, dashed, chosenChart, chosenFrames }: LoomPainting,
  columns: Columns,
): void {
  const [line, ink, accent] = [cssColour(colour), cssColour('var(--ink)'), cssColour('var(--accent)')];
  const [from, to] = [scale.xOf(chart.firstFrame), scale.xOf(chart.lastFrame)];
  const { marks } = chart;
  const feet = marks.map((mark) => footX(chart, mark, scale));
  const [low, high] = [Math.min(...feet), Math.max(...feet)];
  context.fillStyle = cssColour('var(--faint)');
  context.fillRect(from, timeY - 0.5, to - from, 1);
  context.fillStyle = line;
  context.fillRect(low, spaceY - 0.75, high - low, 1.5);
  context.strokeStyle = line;
  for (const isKeyed of [false, true]) {
    context.globalAlpha = isKeyed ? 1 : 0.75;
    context.setLineDash(dashed && !isKeyed ? [5, 3] : []);
    context.beginPath();
    marks.forEach(({ frame, role }, i) => {
      if ((role !== 'inbetween') !== isKeyed) return;
      context.moveTo(scale.xOf(frame), timeY);
      context.lineTo(feet[i]!, spaceY);
    });
    context.stroke();
  }
  context.globalAlpha = 1;
  const written = fractionsWithRoom(chart, scale);
  if (written.size > 0) {
    context.textAlign = 'center';
    context.font = '10px "Sometype Mono Variable", monospace';
  }
  marks.forEach(({ frame, role }, i) => {
    const x = feet[i]!;
    if (role === 'extreme' || !isInColumns(x, columns)) return;
    if (chart === chosenChart && chosenFrames.includes(frame)) {
      context.fillStyle = accent;
      context.globalAlpha = 0.25;
      context.fillRect(x - 5, spaceY - 12, 10, 24);
      context.globalAlpha = 1;
    }
    context.fillStyle = line;
    context.fillRect(x - 0.5, spaceY - 6, role === 'breakdown' ? 2 : 1, 12);
    if (role === 'breakdown') context.fillRect(x - 4, spaceY + 8, 8, 1.5);
    const fraction = written.get(frame);
    if (!fraction) return;
    context.fillStyle = ink;
    context.fillText(fraction, x, spaceY + 23);
  });
  const paintEnd = keyPainter(context, colour, Math.min(4.5, Math.max(2, (to - from) / 4)));
  for (const [frame, foot] of [
    [chart.firstFrame, feet[0]!],
    [chart.lastFrame, feet.at(-1)!],
  ] as const) {
    paintEnd(scale.xOf(frame), timeY, false);
    paintEnd(foot, spaceY, false);
  }
  context.lineWidth = 1 / devicePixelRatio;
}
