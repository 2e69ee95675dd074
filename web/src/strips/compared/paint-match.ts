import type { TimeScale } from '../../time/index.ts';
import { ROW_PX } from '../../time-page/index.ts';
import { cssColour, withMark } from '../../ui/index.ts';
import { type Columns, figuresFont, isRoomy, paintKeyLines, paintMark } from '../kit/index.ts';
import type { ComparedSide } from './compared-track.ts';

/** Heights of the rows of model and take and of all of it, in px. */
export const MODEL_Y = ROW_PX / 2;
export const TAKE_Y = ROW_PX * 2.5;
export const HEIGHT_PX = ROW_PX * 3;

interface SideMark extends Pick<ComparedSide['events'][number], 'frame' | 'role' | 'leave'> {
  x: number;
  roomy: boolean;
  /** It stands until the next key. */
  still: boolean;
  /** The other side has no key for it. */
  odd: boolean;
}

export interface MatchPainting {
  /** Matched keys, from the model's to the take's, and how many frames late (+) or early (−) that is. */
  pairs: readonly { fromX: number; toX: number; offsetFrames: number }[];
  rows: readonly { marks: readonly SideMark[]; y: number; colour: string; dashed: boolean }[];
}

/** The keys of one side as they lie on the ruler; `odd` are the frames of those without a match. */
export function marksOf({ events }: ComparedSide, odd: readonly number[], scale: TimeScale): SideMark[] {
  const xs = events.map((event) => scale.xOf(event.rulerFrame));
  return events.map(({ frame, role, leave, stands }, i) => ({
    frame,
    role,
    leave,
    x: xs[i]!,
    roomy: isRoomy(xs, i),
    still: stands,
    odd: odd.includes(frame),
  }));
}

/** Frames off, in words: `+2`, `−0.5`. */
function inFrames(offset: number): string {
  const rounded = Math.round(offset * 100) / 100;
  return withMark(rounded > 0 ? `+${rounded}` : rounded < 0 ? `−${-rounded}` : '0');
}

const LEAST_OFFSET = 1e-6;
/** Between the middle of a row and the ends of the lines to the other, in px. */
const CLEAR_PX = 12;
const ODD_RING_PX = 15;

/** Paints the keys of both sides, with a line from each to its match and how many frames off that is. */
export function paintMatch(context: CanvasRenderingContext2D, { pairs, rows }: MatchPainting, columns: Columns): void {
  const ink = cssColour('var(--ink)');
  context.strokeStyle = ink;
  context.fillStyle = ink;
  context.font = figuresFont(11.5, 700);
  context.textAlign = 'left';
  for (const { fromX, toX, offsetFrames } of pairs) {
    const isOff = Math.abs(offsetFrames) > LEAST_OFFSET;
    context.lineWidth = isOff ? 1.4 : 0.7;
    context.globalAlpha = isOff ? 0.9 : 0.35;
    context.beginPath();
    context.moveTo(fromX, MODEL_Y + CLEAR_PX);
    context.lineTo(toX, TAKE_Y - CLEAR_PX);
    context.stroke();
    context.globalAlpha = 1;
    if (isOff) context.fillText(inFrames(offsetFrames), (fromX + toX) / 2 + 6, (MODEL_Y + TAKE_Y) / 2 + 4);
  }
  for (const { marks, y, colour, dashed } of rows) {
    paintKeyLines(context, marks, { y, colour, widthPx: 2, dashed }, columns);
    for (const mark of marks) {
      paintMark(context, colour, y, { ...mark, selected: false });
      if (mark.odd) paintOdd(context, mark.x, y);
    }
  }
}

/** A ring of dashes about a key without a match. */
function paintOdd(context: CanvasRenderingContext2D, x: number, y: number): void {
  context.strokeStyle = cssColour('var(--ochre)');
  context.lineWidth = 1.6;
  context.setLineDash([3, 3]);
  context.beginPath();
  context.arc(x, y, ODD_RING_PX, 0, 2 * Math.PI);
  context.stroke();
  context.setLineDash([]);
}
