import { type DrawnLine, type FONTS, type Look, pictureAt } from '@undulan/core';
import { brushShape, linesShown, type LookState, outlineOf, pathOfLine } from './drawn-paths.ts';
import { loadedPicture } from './loaded-pictures.ts';
import type { SceneContext } from './scene-context.ts';
import { drawDetails } from './shapes.ts';

/** How a look is painted: what its channels say at a frame. */
export interface LookPaint extends LookState {
  fill: string | null;
  stroke: string | null;
  strokePx: number;
  /** How finely lines are drawn while the picture moves; null as they are. */
  quick: number | null;
  /** What makes a shape recognisable, over its fill. */
  details: boolean;
}

export const FONT_FAMILIES: Record<(typeof FONTS)[number], string> = {
  text: '"Atkinson Hyperlegible Next Variable", sans-serif',
  heading: '"Bricolage Grotesque Variable", sans-serif',
  figures: '"Sometype Mono Variable", monospace',
};

const LINE_HEIGHT = 1.2;

export function fontOf({ font, weight, sizePx }: NonNullable<Look['text']>): string {
  return `${weight} ${sizePx}px ${FONT_FAMILIES[font]}`;
}

/** Paints a look about the origin. */
export function paintLook(context: SceneContext, look: Look, paint: LookPaint): void {
  if (look.drawings) paintDrawing(context, look, paint);
  else if (look.shape === 'text') paintWords(context, look, paint);
  else if (look.shape === 'picture') paintPicture(context, look, paint);
  else if (look.shape === 'line') strokePath(context, outlineOf(look), paint.stroke ?? paint.fill, paint.strokePx);
  else {
    const outline = outlineOf(look);
    if (paint.fill !== null) {
      context.fillStyle = paint.fill;
      context.fill(outline);
    }
    strokePath(context, outline, paint.stroke, paint.strokePx);
    if (!paint.details || look.hollow) return;
    context.globalAlpha *= 0.8;
    context.lineWidth = 1.5;
    drawDetails(context, look);
  }
}

function strokePath(context: SceneContext, path: Path2D, colour: string | null, widthPx: number): void {
  if (colour === null || widthPx === 0) return;
  context.strokeStyle = colour;
  context.lineWidth = widthPx;
  context.stroke(path);
}

function paintDrawing(context: SceneContext, look: Look, paint: LookPaint): void {
  context.lineCap = 'round';
  for (const line of linesShown(look, paint.drawing, paint.morph)) paintLine(context, line, paint);
  context.lineCap = 'butt';
}

function paintLine(context: SceneContext, line: DrawnLine, paint: LookPaint): void {
  const fill = line.fill === undefined ? paint.fill : line.fill;
  const stroke = line.stroke === undefined ? paint.stroke : line.stroke;
  const strokePx = line.strokePx ?? paint.strokePx;
  if (line.closed && fill !== null) {
    context.fillStyle = fill;
    context.fill(pathOfLine(line, paint.quick));
  }
  if (line.brush && stroke !== null) {
    context.fillStyle = stroke;
    context.fill(brushShape(line, strokePx * 2));
  } else strokePath(context, pathOfLine(line, paint.quick), stroke, strokePx);
}

function paintWords(context: SceneContext, { text }: Look, paint: LookPaint): void {
  if (!text) return;
  context.font = fontOf(text);
  context.textAlign = 'center';
  context.textBaseline = 'middle';
  const rows = text.words.split('\n');
  for (const [i, row] of rows.entries()) {
    const y = (i - (rows.length - 1) / 2) * text.sizePx * LINE_HEIGHT;
    if (paint.stroke !== null && paint.strokePx > 0) {
      context.strokeStyle = paint.stroke;
      context.lineWidth = paint.strokePx;
      context.strokeText(row, 0, y);
    }
    if (paint.fill !== null) {
      context.fillStyle = paint.fill;
      context.fillText(row, 0, y);
    }
  }
}

function paintPicture(context: SceneContext, look: Look, paint: LookPaint): void {
  const { widthPx, heightPx } = look;
  const pictureId = pictureAt(look, paint.drawing);
  // Before its first picture, or after its last, a pile shows nothing.
  if (pictureId === undefined && look.pictureIds) return;
  const { a, b } = context.getTransform();
  const picture = pictureId === undefined ? null : loadedPicture(pictureId, widthPx * Math.hypot(a, b));
  if (picture) context.drawImage(picture, -widthPx / 2, -heightPx / 2, widthPx, heightPx);
  else strokePath(context, outlineOf(look), paint.stroke ?? '#6b7680', 1);
}

/** How wide and high words are, in px. */
export function sizeOfWords(text: NonNullable<Look['text']>): { widthPx: number; heightPx: number } {
  const context = new OffscreenCanvas(1, 1).getContext('2d')!;
  context.font = fontOf(text);
  const rows = text.words.split('\n');
  return {
    widthPx: Math.max(1, Math.ceil(Math.max(...rows.map((row) => context.measureText(row).width)))),
    heightPx: Math.ceil(rows.length * text.sizePx * LINE_HEIGHT),
  };
}
