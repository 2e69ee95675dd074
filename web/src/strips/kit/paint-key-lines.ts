import type { Leave } from '@undulan/core';
import { cssColour } from '../../ui/index.ts';
import type { Columns } from './StripCanvas.tsx';

/** How a motion goes on from a key, as it is seen on a row. */
export interface KeyLine {
  x: number;
  leave: Leave;
  /** The next key stands at the same value. */
  still: boolean;
}

interface LineLook {
  y: number;
  colour: string;
  widthPx: number;
  dashed?: boolean | undefined;
}

/** Height of the band where a motion rests, in px. */
const BAND_PX = 5;

/**
 * Paints how the motion goes from each key to the next: a band where it stays, a stair when held, a straight line, or a
 * bow when eased.
 */
export function paintKeyLines(
  context: CanvasRenderingContext2D,
  lines: readonly KeyLine[],
  { y, colour, widthPx, dashed = false }: LineLook,
  columns: Columns,
): void {
  const line = cssColour(colour);
  context.fillStyle = line;
  context.strokeStyle = line;
  context.lineWidth = widthPx;
  context.setLineDash(dashed ? [6, 4] : []);
  context.beginPath();
  for (let i = 0; i + 1 < lines.length; i++) {
    const { x: from, leave, still } = lines[i]!;
    const to = lines[i + 1]!.x;
    if (to < columns.from || from > columns.to) continue;
    if (still) {
      context.globalAlpha *= 0.25;
      context.fillRect(from, y - BAND_PX / 2, to - from, BAND_PX);
      context.globalAlpha /= 0.25;
    } else if (leave === 'step') {
      context.moveTo(from, y + 5);
      context.lineTo(to, y + 5);
      context.lineTo(to, y - 5);
    } else {
      context.moveTo(from, y);
      if (leave === 'linear') context.lineTo(to, y);
      else context.quadraticCurveTo((from + to) / 2, y - 14, to, y);
    }
  }
  context.stroke();
  context.setLineDash([]);
}
