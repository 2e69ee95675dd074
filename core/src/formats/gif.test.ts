import { decompressFrames, parseGIF } from 'gifuct-js';
import { expect, test } from 'vitest';
import { seededRandom } from '../seeded.ts';
import { gifDelays, type GifFrame, type GifOptions, GifWriter } from './gif.ts';

const [WIDTH, HEIGHT] = [40, 24];
const OPTIONS: GifOptions = {
  widthPx: WIDTH,
  heightPx: HEIGHT,
  loops: true,
  transparent: false,
  reduce: (pixels, most) => [...new Set(Array.from(pixels, (pixel) => pixel & 0xffffff))].slice(0, most),
};

const picture = (colourAt: (x: number, y: number) => readonly [number, number, number, number]): Uint8ClampedArray => {
  const pixels = new Uint8ClampedArray(WIDTH * HEIGHT * 4);
  for (let y = 0; y < HEIGHT; y++) for (let x = 0; x < WIDTH; x++) pixels.set(colourAt(x, y), 4 * (y * WIDTH + x));
  return pixels;
};
/** A box on paper, further along with each picture. */
const box = (left: number) =>
  picture((x, y) => (x >= left && x < left + 8 && y > 5 && y < 15 ? [154, 107, 0, 255] : [251, 246, 236, 255]));

function written(frames: readonly GifFrame[], options: Partial<GifOptions> = {}): Uint8Array<ArrayBuffer> {
  const gif = new GifWriter({ ...OPTIONS, ...options });
  for (const frame of frames) gif.add(frame);
  return gif.finish();
}

/** The pictures as another program puts them together: each patch laid on what was there. */
function read(bytes: Uint8Array<ArrayBuffer>) {
  const gif = parseGIF(bytes.buffer);
  const canvas = new Uint8ClampedArray(WIDTH * HEIGHT * 4);
  return decompressFrames(gif, true).map(({ patch, dims, delay, disposalType }) => {
    for (let y = 0; y < dims.height; y++)
      for (let x = 0; x < dims.width; x++) {
        const from = 4 * (y * dims.width + x);
        if (patch[from + 3]! > 0)
          canvas.set(patch.subarray(from, from + 4), 4 * ((y + dims.top) * WIDTH + x + dims.left));
      }
    const shown = canvas.slice();
    if (disposalType === 2) canvas.fill(0);
    return { shown, delay: delay / 10, patchPx: dims.width * dims.height };
  });
}

test('another program reads each picture exactly, with its delay; what stands is not written again', () => {
  const pictures = [box(0), box(3), box(3), box(20)];
  const delays = gifDelays(4, () => 1 / 24);
  const frames = read(written(pictures.map((pixels, i) => ({ pixels, delay: delays[i]! }))));
  expect(frames.map(({ shown }) => shown)).toEqual(pictures);
  expect(frames.map(({ delay }) => delay)).toEqual(delays);
  expect(frames.map(({ patchPx }) => patchPx)).toEqual([WIDTH * HEIGHT, 11 * 9, 1, 25 * 9]);
});

test('delays are exact together, and none is off by more than a hundredth', () => {
  for (const fps of [24, 25, 30, 12, 29.97, 60]) {
    const delays = gifDelays(fps * 10, () => 1 / fps);
    expect(Math.abs(delays.reduce((sum, delay) => sum + delay, 0) - 1000)).toBeLessThanOrEqual(4);
    for (const delay of delays) expect(Math.abs(delay - 100 / fps)).toBeLessThan(1);
  }
});

test('noise of 255 colours comes back as it was, also where the table of codes is full', () => {
  const draw = seededRandom(5);
  const pictures = Array.from({ length: 6 }, () =>
    picture(() => {
      const grey = Math.floor(draw() * 255);
      return [grey, 255 - grey, grey >> 1, 255];
    }),
  );
  const frames = read(written(pictures.map((pixels) => ({ pixels, delay: 4 }))));
  expect(frames.map(({ shown }) => shown)).toEqual(pictures);
});

test('more colours than the file’s table has: a table of the picture’s own, then the nearest of few', () => {
  const shades = (blue: number) => picture((x, y) => [6 * x, y > 11 ? 200 : 0, blue, 255]);
  const all = Array.from({ length: 6 }, (_, i) => shades(40 * i));
  expect(read(written(all.map((pixels) => ({ pixels, delay: 4 })))).map(({ shown }) => shown)).toEqual(all);
  const many = picture((x, y) => [6 * x, 10 * y, 90, 255]);
  const [frame] = read(written([{ pixels: many, delay: 4 }]));
  expect(new Set(new Uint32Array(frame!.shown.buffer)).size).toBeLessThanOrEqual(255);
});

test('what is not opaque is left out, and each picture takes the one before away', () => {
  const seeThrough = (left: number) => picture((x) => (x >= left && x < left + 8 ? [154, 107, 0, 255] : [0, 0, 0, 0]));
  const pictures = [seeThrough(0), seeThrough(12)];
  const frames = read(
    written(
      pictures.map((pixels) => ({ pixels, delay: 4 })),
      { transparent: true },
    ),
  );
  expect(frames.map(({ shown }) => shown)).toEqual(pictures);
});

test('once or without end is said as programs say it', () => {
  const words = (bytes: Uint8Array) => new TextDecoder('latin1').decode(bytes);
  expect(words(written([{ pixels: box(0), delay: 4 }]))).toContain('NETSCAPE2.0');
  expect(words(written([{ pixels: box(0), delay: 4 }], { loops: false }))).not.toContain('NETSCAPE');
});
