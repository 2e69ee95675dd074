/** One decoded picture of a clip: RGBA, a byte each, row by row. */
export interface ClipPicture {
  width: number;
  height: number;
  pixels: Uint8ClampedArray | Uint8Array;
}

/** A place in a picture, in its pixels: 0, 0 is the upper left corner of its first pixel. */
export interface Place {
  x: number;
  y: number;
}

/** A part of a picture in whole pixels; `right` and `bottom` are no longer part of it. */
export interface Box {
  left: number;
  top: number;
  right: number;
  bottom: number;
}

/** What lies so far about a place and within the picture; a pixel at least. */
export function boxAbout({ x, y }: Place, halfWidth: number, halfHeight: number, within: ClipPicture): Box {
  const between = (value: number, most: number): number => Math.min(most, Math.max(0, value));
  const left = between(Math.floor(x - halfWidth), within.width - 1);
  const top = between(Math.floor(y - halfHeight), within.height - 1);
  return {
    left,
    top,
    right: Math.max(left + 1, between(Math.ceil(x + halfWidth), within.width)),
    bottom: Math.max(top + 1, between(Math.ceil(y + halfHeight), within.height)),
  };
}

export const wholeOf = ({ width, height }: ClipPicture): Box => ({ left: 0, top: 0, right: width, bottom: height });

export const isWithin = ({ x, y }: Place, { width, height }: ClipPicture): boolean =>
  x >= 0 && y >= 0 && x < width && y < height;
