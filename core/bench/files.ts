import gifenc from 'gifenc';
import Papa from 'papaparse';
import { gifDelays, GifWriter, readNumberTable, writeMotionCsv } from '../src/index.ts';
import { glassSlide } from '../testing/glass-slide.ts';
import { measure, type Row } from './row.ts';

const { applyPalette, GIFEncoder, quantize } = gifenc;

const SIZE = 480;
const FRAMES = 96;

/** A disc with soft edges that goes over paper, as a canvas would draw it. */
function pictures(): Uint8ClampedArray[] {
  return Array.from({ length: FRAMES }, (_, frame) => {
    const pixels = new Uint8ClampedArray(SIZE * SIZE * 4).fill(255);
    const [left, top] = [60 + 3.7 * frame, 240 - 120 * Math.sin(frame / 9)];
    for (let y = 0; y < SIZE; y++)
      for (let x = 0; x < SIZE; x++) {
        const inside = Math.min(1, Math.max(0, 40.5 - Math.hypot(x - left, y - top)));
        const shade = Math.round(inside * 40) / 40;
        const ground = y > 400 ? [185, 171, 143] : [251, 246, 236];
        const disc = [154, 107, 0];
        for (let c = 0; c < 3; c++) pixels[4 * (y * SIZE + x) + c] = ground[c]! + shade * (disc[c]! - ground[c]!);
      }
    return pixels;
  });
}

function gifRow(): Row {
  const all = pictures();
  const delays = gifDelays(FRAMES, () => 1 / 24);
  let [own, peer] = [0, 0];
  const write = (): void => {
    const gif = new GifWriter({ widthPx: SIZE, heightPx: SIZE, loops: true, transparent: false, reduce: () => [] });
    for (const [i, pixels] of all.entries()) gif.add({ pixels, delay: delays[i]! });
    own = gif.finish().length;
  };
  const writePeer = (): void => {
    const gif = GIFEncoder();
    for (const [i, pixels] of all.entries()) {
      const palette = quantize(pixels, 256);
      gif.writeFrame(applyPalette(pixels, palette), SIZE, SIZE, { palette, delay: delays[i]! * 10 });
    }
    gif.finish();
    peer = gif.bytes().length;
  };
  const times = measure(FRAMES, write, writePeer);
  return {
    work: `GIF, a picture of ${FRAMES} at ${SIZE} × ${SIZE}`,
    peer: 'gifenc',
    ...times,
    aim: 2,
    ownError: own / 1024,
    peerError: peer / 1024,
    errorUnit: 'kB in all',
  };
}

const ROWS = 10_000;

function csvRow(): Row {
  const text = writeMotionCsv(
    glassSlide(
      [
        [1, 0],
        [ROWS, 900],
      ],
      { last: ROWS },
    ),
  );
  const times = measure(
    1,
    () => void readNumberTable(text),
    () => void Papa.parse<string[]>(text).data,
  );
  return {
    work: `reading a table of ${ROWS} frames (aim under 100 ms)`,
    peer: 'papaparse, cells alone',
    ...times,
    aim: 0.2,
    ownError: 0,
    peerError: 0,
    errorUnit: '',
  };
}

/** Files: what they cost beside packages that write or read the same. */
export const benchFiles = (): Row[] => [gifRow(), csvRow()];
