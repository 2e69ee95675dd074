import { type ChartMark, exposedFrame, extentOf, mainMovement, type MotionDocument, timingCharts } from '@undulan/core';
import { TARGET_COLOUR } from '../picture/stage/index.ts';

const INK = '#22303c';
const FAINT = '#6b7680';

/** Where a chart is drawn, in px of the picture, as wide as it is. */
interface ChartBox {
  top: number;
  widthPx: number;
  heightPx: number;
}

/** How high the parts of a chart are, as shares of its box. */
const RAIL_AT = 0.42;
const TICK = 0.16;
const LETTERS = 0.2;
const MARGIN = 0.06;

/** Draws the timing chart that a frame is in: of what moves most, its drawings on a rail, the one that is up marked. */
export function drawChartBeneath(
  context: CanvasRenderingContext2D,
  motion: MotionDocument,
  frame: number,
  { top, widthPx, heightPx }: ChartBox,
): void {
  context.fillStyle = '#ffffff';
  context.fillRect(0, top, widthPx, heightPx);
  const moved = mainMovement(motion);
  const charts = moved ? timingCharts(motion, moved.subject, moved.track, { closing: true }) : [];
  const chart = charts.find(({ lastFrame }) => frame <= lastFrame) ?? charts.at(-1);
  if (!moved || !chart) return;
  const gone = extentOf(chart.marks.map(({ progress }) => progress));
  const [low, high] = [Math.min(0, gone.low), Math.max(1, gone.high)];
  const xOf = ({ progress }: ChartMark): number =>
    widthPx * (MARGIN + ((1 - 2 * MARGIN) * (progress - low)) / (high - low));
  const y = top + RAIL_AT * heightPx;
  const line = (x1: number, y1: number, x2: number, y2: number): void => {
    context.beginPath();
    context.moveTo(x1, y1);
    context.lineTo(x2, y2);
    context.stroke();
  };
  const shown = exposedFrame(frame, motion.range.first, moved.subject.exposure);
  const up = chart.marks.findLast((mark) => mark.frame <= shown);
  context.strokeStyle = FAINT;
  context.lineWidth = Math.max(1, heightPx / 60);
  line(xOf(chart.marks[0]!), y, xOf(chart.marks.at(-1)!), y);
  context.font = `600 ${LETTERS * heightPx}px "Sometype Mono Variable", monospace`;
  context.textAlign = 'center';
  context.textBaseline = 'middle';
  for (const mark of chart.marks) {
    const x = xOf(mark);
    context.strokeStyle = INK;
    if (mark.role === 'extreme') {
      context.fillStyle = '#ffffff';
      context.beginPath();
      context.arc(x, y, LETTERS * 0.8 * heightPx, 0, 2 * Math.PI);
      context.fill();
      context.stroke();
      context.fillStyle = INK;
      context.fillText(String(mark.frame), x, y);
    } else {
      line(x, y - TICK * heightPx, x, y + TICK * heightPx);
      if (mark.role === 'breakdown')
        line(x - TICK * heightPx, y + 0.22 * heightPx, x + TICK * heightPx, y + 0.22 * heightPx);
    }
  }
  if (!up) return;
  context.fillStyle = TARGET_COLOUR;
  context.beginPath();
  context.moveTo(xOf(up), y + 0.24 * heightPx);
  context.lineTo(xOf(up) - 0.09 * heightPx, y + 0.38 * heightPx);
  context.lineTo(xOf(up) + 0.09 * heightPx, y + 0.38 * heightPx);
  context.fill();
  context.fillText(String(frame), xOf(up), y + 0.48 * heightPx);
}
