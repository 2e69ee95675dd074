/**
 * Colours in OKLab (B. Ottosson, 2020), where equal distances look about equally different: looked up, a table over six
 * bits a component, since every pixel of every picture is asked.
 */

const BITS = 6;
const LEVELS = 1 << BITS;
const SHIFT = 8 - BITS;

export interface OklabTable {
  lightness: Float32Array;
  a: Float32Array;
  b: Float32Array;
}

let table: OklabTable | null = null;

const linear = (byte: number): number => {
  const share = byte / 255;
  return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
};

/** The table; made when it is first asked for. */
export function oklabTable(): OklabTable {
  if (table) return table;
  const size = LEVELS ** 3;
  table = { lightness: new Float32Array(size), a: new Float32Array(size), b: new Float32Array(size) };
  const levels = Float64Array.from({ length: LEVELS }, (_, i) => linear((i * 255) / (LEVELS - 1)));
  for (let at = 0; at < size; at++) {
    const [r, g, b] = [levels[at >> (2 * BITS)]!, levels[(at >> BITS) & (LEVELS - 1)]!, levels[at & (LEVELS - 1)]!];
    const l = Math.cbrt(0.4122214708 * r + 0.5363325363 * g + 0.0514459929 * b);
    const m = Math.cbrt(0.2119034982 * r + 0.6806995451 * g + 0.1073969566 * b);
    const s = Math.cbrt(0.0883024619 * r + 0.2817188376 * g + 0.6299787005 * b);
    table.lightness[at] = 0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s;
    table.a[at] = 1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s;
    table.b[at] = 0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s;
  }
  return table;
}

/** Where in the table the colour of a pixel is; `offset` is that of its red. */
export const tableIndex = (pixels: Uint8ClampedArray | Uint8Array, offset: number): number =>
  ((pixels[offset]! >> SHIFT) << (2 * BITS)) |
  ((pixels[offset + 1]! >> SHIFT) << BITS) |
  (pixels[offset + 2]! >> SHIFT);
