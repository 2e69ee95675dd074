import * as z from 'zod';
import { Colour, PathPoint, piecePoint } from './geometry.ts';

/** Shapes that are ready, drawn to any size. */
export const READY_SHAPES = ['box', 'disc', 'pill', 'drop', 'glass', 'slice', 'drawer', 'cake'] as const;

/**
 * What a subject may look like: ready, with so many sides, a straight line, words, drawn by hand (one drawing or a
 * pile of them), a picture from a file; or not seen: a group, which carries its members, and the camera, which makes
 * the picture.
 */
export const SHAPES = [...READY_SHAPES, 'polygon', 'line', 'text', 'drawn', 'picture', 'group', 'camera'] as const;
export type Shape = (typeof SHAPES)[number];

/** A point of a drawn line, and how hard the pen was pressed there; without it half as hard as can be. */
export const DrawnPoint = PathPoint.extend({ press: z.number().min(0).max(1).optional() });
export type DrawnPoint = z.infer<typeof DrawnPoint>;

/** The width of a drawn line, and of the line about a shape, in px. */
const LineWidth = z.number().min(0).max(400);

/**
 * One line of a drawing, in px from the middle of its subject: cubic Bézier pieces through its points. A closed one is
 * filled. Colours that are not said are the subject's; null is none.
 */
export const DrawnLine = z.object({
  closed: z.boolean(),
  /** Its width follows how hard the pen was pressed. */
  brush: z.boolean().optional(),
  fill: Colour.nullable().optional(),
  stroke: Colour.nullable().optional(),
  strokePx: LineWidth.optional(),
  points: z.array(DrawnPoint).min(1).max(2000),
});
export type DrawnLine = z.infer<typeof DrawnLine>;

/** A drawing: its lines, back to front. */
export const Drawing = z.object({ lines: z.array(DrawnLine).max(400) });
export type Drawing = z.infer<typeof Drawing>;

export const FONTS = ['text', 'heading', 'figures'] as const;

export const Words = z.object({
  words: z.string().min(1, 'Write at least a letter.').max(400, 'A text has at most 400 characters.'),
  font: z.enum(FONTS),
  weight: z.int().min(200).max(800),
  sizePx: z.number().min(4).max(1000),
});
export type Words = z.infer<typeof Words>;

/** What a subject looks like about its middle, in stage pixels. */
export const Look = z.object({
  shape: z.enum(SHAPES),
  widthPx: z.number().min(1).max(10_000),
  heightPx: z.number().min(1).max(10_000),
  fill: Colour,
  /** The line alone, nothing within it. */
  hollow: z.boolean().optional(),
  /** The line about it: of this colour, none, or where it is not said ink. */
  stroke: Colour.nullable().optional(),
  strokePx: LineWidth.optional(),
  sides: z.int().min(3).max(24).optional(),
  text: Words.optional(),
  /** The pile of drawings of a drawn one: the channel `drawing` says which is up, counted from 1. */
  drawings: z.array(Drawing).min(1).max(400).optional(),
  /** What a drawn one becomes as `morph` goes from 0 to 1: each line of its drawing into the line of that place. */
  morphTo: Drawing.optional(),
  /** Where on each of those lines, as a share of its round, the first point goes; else where least turns. */
  morphStarts: z.array(z.number().min(0).max(1)).max(400).optional(),
  /** Under which the course keeps the picture. */
  pictureId: z.uuid().optional(),
  /** The pile of pictures of one that has several, in place of drawings. */
  pictureIds: z.array(z.uuid()).min(1).max(400).optional(),
});
export type Look = z.infer<typeof Look>;

export const USUAL_STROKE = '#22303c';
export const USUAL_STROKE_PX = 2;

/** The drawing of a pile that is up: none where the pile has none of that number. */
export function drawingAt({ drawings }: Look, value: number): Drawing | undefined {
  return drawings?.[Math.round(value) - 1];
}

/** How many drawings or pictures a look has a pile of; 0 where it has none. */
export function pileOf({ drawings, pictureIds }: Look): number {
  return drawings?.length ?? pictureIds?.length ?? 0;
}

/** The picture of a look that is up, by the value of its channel `drawing`; undefined where there is none. */
export function pictureAt({ pictureId, pictureIds }: Look, value: number): string | undefined {
  return pictureIds ? pictureIds[Math.round(value) - 1] : pictureId;
}

/** All pictures that a look shows on one frame or another. */
export function picturesOfLook({ pictureId, pictureIds = [] }: Look): string[] {
  return pictureId === undefined ? pictureIds : [pictureId, ...pictureIds];
}

export interface LookBox {
  left: number;
  top: number;
  right: number;
  bottom: number;
}

/** How many pieces a curved line is measured in, each. */
const PARTS = 8;

/** The box about drawn lines, in px from the subject's middle; null where there is nothing drawn. */
export function boxOfLines(lines: readonly DrawnLine[]): LookBox | null {
  let box: LookBox | null = null;
  const take = (x: number, y: number): void => {
    box ??= { left: x, top: y, right: x, bottom: y };
    box.left = Math.min(box.left, x);
    box.right = Math.max(box.right, x);
    box.top = Math.min(box.top, y);
    box.bottom = Math.max(box.bottom, y);
  };
  for (const { points, closed } of lines) {
    for (const [i, from] of points.entries()) {
      const to = points[i + 1] ?? (closed ? points[0] : undefined);
      take(from.x, from.y);
      if (!to) continue;
      for (let part = 1; part < PARTS; part++) {
        const { x, y } = piecePoint(from, to, part / PARTS);
        take(x, y);
      }
    }
  }
  return box;
}

/** The box that a look fills, of a drawn one that drawing's, in px from its middle. */
export function boxOfLook(look: Look, drawing = 1): LookBox {
  const drawn = look.drawings && boxOfLines((drawingAt(look, drawing) ?? look.drawings[0]!).lines);
  if (drawn) return drawn;
  const [x, y] = [look.widthPx / 2, look.heightPx / 2];
  return { left: -x, top: -y, right: x, bottom: y };
}

/** A look with other drawings, as wide and high as the largest of them. */
export function lookOfDrawings(look: Look, drawings: readonly Drawing[]): Look {
  const box = boxOfLines(drawings.flatMap(({ lines }) => lines));
  const [widthPx, heightPx] = box
    ? [2 * Math.max(-box.left, box.right, 0.5), 2 * Math.max(-box.top, box.bottom, 0.5)]
    : [look.widthPx, look.heightPx];
  return { ...look, shape: 'drawn', drawings: [...drawings], widthPx, heightPx };
}

/** A look as wide and high as asked: what is drawn in it, and the size of its words, go along. */
export function sizedLook(look: Look, widthPx: number, heightPx: number): Look {
  const [x, y] = [widthPx / look.widthPx, heightPx / look.heightPx];
  const sized = { ...look, widthPx, heightPx };
  if (look.text) sized.text = { ...look.text, sizePx: Math.min(1000, Math.max(4, look.text.sizePx * Math.min(x, y))) };
  if (look.drawings) {
    const scaled = (point: { x: number; y: number }): { x: number; y: number } => ({ x: point.x * x, y: point.y * y });
    sized.drawings = look.drawings.map(({ lines }) => ({
      lines: lines.map((line) => ({
        ...line,
        points: line.points.map((point) => ({
          ...point,
          ...scaled(point),
          in: scaled(point.in),
          out: scaled(point.out),
        })),
      })),
    }));
  }
  return sized;
}
