import { type ClipPicture, gifDelays, GifWriter } from '@undulan/core';
import sharp from 'sharp';

/** A film as a GIF, with the pictures that are in it and when each is shown. */
export interface Film {
  bytes: Uint8Array;
  pictures: ClipPicture[];
  seconds: number[];
}

/** So many pictures, each drawn as what is in an SVG: flat colours, so that 255 are enough. */
export async function filmed(
  { width, height, fps }: { width: number; height: number; fps: number },
  count: number,
  draw: (number: number) => string,
): Promise<Film> {
  const delays = gifDelays(count, () => 1 / fps);
  const writer = new GifWriter({
    widthPx: width,
    heightPx: height,
    loops: true,
    transparent: false,
    reduce: (pixels, most) => [...new Set(pixels)].slice(0, most).map((pixel) => pixel & 0xffffff),
  });
  const pictures: ClipPicture[] = [];
  for (let i = 0; i < count; i++) {
    const svg =
      `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" ` +
      `shape-rendering="crispEdges">${draw(i)}</svg>`;
    const pixels = new Uint8ClampedArray(await sharp(Buffer.from(svg)).ensureAlpha().raw().toBuffer());
    writer.add({ pixels, delay: delays[i]! });
    pictures.push({ width, height, pixels });
  }
  let hundredths = 0;
  const seconds = delays.map((delay) => (hundredths += delay) - delay).map((at) => at / 100);
  return { bytes: writer.finish(), pictures, seconds };
}
