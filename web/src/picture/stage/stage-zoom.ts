import type { Stage } from '@undulan/core';
import type { Size } from '../../ui/index.ts';

/** How near a picture is looked at: times as large as where all of it fits, about a point of the stage. */
export interface StageZoom {
  times: number;
  /** The point in the middle, in shares of the stage. */
  x: number;
  y: number;
}

export const FITTED: StageZoom = { times: 1, x: 0.5, y: 0.5 };
const MOST_TIMES = 32;

/** Where the stage and its part in view are in the room for it, in px. */
export interface StagePlace {
  /** Screen px a stage px. */
  scale: number;
  left: number;
  top: number;
  widthPx: number;
  heightPx: number;
  /** What of it is seen, from its own corner. */
  seen: { left: number; top: number; widthPx: number; heightPx: number };
}

export function placeStage(stage: Stage, room: Size, { times, x, y }: StageZoom): StagePlace {
  const fit = Math.min(room.widthPx / stage.widthPx, room.heightPx / stage.heightPx);
  const scale = fit * times;
  const [widthPx, heightPx] = [Math.floor(stage.widthPx * scale), Math.floor(stage.heightPx * scale)];
  const along = (size: number, of: number, middle: number): number =>
    size <= of ? Math.floor((of - size) / 2) : Math.round(Math.min(0, Math.max(of - size, of / 2 - middle * size)));
  const left = along(widthPx, room.widthPx, x);
  const top = along(heightPx, room.heightPx, y);
  const seen = {
    left: Math.max(0, -left),
    top: Math.max(0, -top),
    widthPx: Math.min(widthPx, Math.floor(room.widthPx)),
    heightPx: Math.min(heightPx, Math.floor(room.heightPx)),
  };
  return { scale, left, top, widthPx, heightPx, seen };
}

/** The zoom after one of `by` times about a point of the room (px from its corner), which stays where it is. */
export function zoomedAbout(
  place: StagePlace,
  room: Size,
  { times }: StageZoom,
  [xPx, yPx]: readonly [number, number],
  by: number,
): StageZoom {
  const next = Math.min(MOST_TIMES, Math.max(1, times * by));
  const grown = next / times;
  // The point stands as far from the middle as before, of a stage that has grown.
  const middle = (at: number, corner: number, size: number, of: number): number =>
    ((at - corner) * grown + of / 2 - at) / (size * grown);
  return {
    times: next,
    x: middle(xPx, place.left, place.widthPx, room.widthPx),
    y: middle(yPx, place.top, place.heightPx, room.heightPx),
  };
}

/** The zoom with the picture shifted by so many px. */
export function panned(place: StagePlace, room: Size, { times }: StageZoom, dxPx: number, dyPx: number): StageZoom {
  const middle = (corner: number, size: number, of: number, by: number): number =>
    Math.min(1, Math.max(0, (of / 2 - corner - by) / size));
  return {
    times,
    x: middle(place.left, place.widthPx, room.widthPx, dxPx),
    y: middle(place.top, place.heightPx, room.heightPx, dyPx),
  };
}
