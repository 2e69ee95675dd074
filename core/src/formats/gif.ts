/**
 * GIF89a (CompuServe 1990, "Graphics Interchange Format, version 89a"), animated: what does not change from one picture
 * to the next is not written again, and colours are exact as long as there are no more than 255.
 */

/** One picture of a GIF: RGBA bytes row by row, and how long it stands, in hundredths of a second. */
export interface GifFrame {
  pixels: Uint8ClampedArray;
  delay: number;
}

export interface GifOptions {
  widthPx: number;
  heightPx: number;
  /** Plays again without end; once without. */
  loops: boolean;
  /** What is less than half opaque is not drawn; else all of it is, on white. */
  transparent: boolean;
  /** For pictures of more than 255 colours: at most so many that stand for all of them, each as 0xBBGGRR. */
  reduce: (pixels: Uint32Array, most: number) => number[];
}

const MOST_COLOURS = 255;
/** The index that draws nothing. */
const NOTHING = 255;

/**
 * How long each of some pictures stands, in hundredths, at a rate: none is off by more than a half, and together they
 * are as long as they should be.
 */
export function gifDelays(count: number, seconds: (frame: number) => number): number[] {
  let [at, shown] = [0, 0];
  return Array.from({ length: count }, (_, i) => {
    at += seconds(i) * 100;
    const delay = Math.round(at) - shown;
    shown += delay;
    return delay;
  });
}

/** Bytes that grow. */
class Bytes {
  #room = new Uint8Array(1 << 16);
  length = 0;

  #fit(more: number): void {
    if (this.length + more <= this.#room.length) return;
    const wider = new Uint8Array(Math.max(2 * this.#room.length, this.length + more));
    wider.set(this.#room);
    this.#room = wider;
  }
  push(...bytes: number[]): void {
    this.#fit(bytes.length);
    for (const byte of bytes) this.#room[this.length++] = byte;
  }
  pushWord(value: number): void {
    this.push(value & 0xff, value >> 8);
  }
  pushText(text: string): void {
    for (let i = 0; i < text.length; i++) this.push(text.charCodeAt(i));
  }
  pushAll(bytes: Uint8Array): void {
    this.#fit(bytes.length);
    this.#room.set(bytes, this.length);
    this.length += bytes.length;
  }
  take(): Uint8Array<ArrayBuffer> {
    return this.#room.slice(0, this.length);
  }
}

/** Colours by index, found by a table of open addressing: a picture asks for hundreds of thousands. */
class Palette {
  readonly colours: number[] = [];
  readonly #keys = new Int32Array(1024).fill(-1);
  readonly #indices = new Uint8Array(1024);
  #last = -1;
  #lastIndex = 0;

  /** The index of a colour, taken in where there is room; −1 where there is none. */
  indexOf(colour: number): number {
    if (colour === this.#last) return this.#lastIndex;
    let slot = Math.imul(colour, 0x9e3779b1) >>> 22;
    while (this.#keys[slot] !== -1 && this.#keys[slot] !== colour) slot = (slot + 1) & 1023;
    if (this.#keys[slot] === -1) {
      if (this.colours.length >= MOST_COLOURS) return -1;
      this.#keys[slot] = colour;
      this.#indices[slot] = this.colours.length;
      this.colours.push(colour);
    }
    this.#last = colour;
    this.#lastIndex = this.#indices[slot]!;
    return this.#lastIndex;
  }
}

const MOST_CODES = 4096;

/** The table that LZW grows: for a code and the index that follows it the code of both; cleared row by row. */
let follows: Uint16Array | null = null;

/** Lempel–Ziv–Welch with codes of growing length, in blocks of 255 bytes at most. */
function pushLzw(out: Bytes, indices: Uint8Array, count: number, bits: number): void {
  const clear = 1 << bits;
  const table = (follows ??= new Uint16Array(MOST_CODES * 256));
  const block = new Uint8Array(255);
  let [filled, buffer, buffered] = [0, 0, 0];
  const send = (code: number, length: number): void => {
    buffer |= code << buffered;
    buffered += length;
    while (buffered >= 8) {
      block[filled++] = buffer & 0xff;
      buffer >>>= 8;
      buffered -= 8;
      if (filled === 255) {
        out.push(255);
        out.pushAll(block);
        filled = 0;
      }
    }
  };
  out.push(bits);
  let [next, length] = [clear + 2, bits + 1];
  table.fill(0, 0, clear << 8);
  send(clear, length);
  let code = indices[0]!;
  for (let i = 1; i < count; i++) {
    const index = indices[i]!;
    const at = (code << 8) | index;
    const known = table[at]!;
    if (known !== 0) {
      code = known;
      continue;
    }
    send(code, length);
    if (next < MOST_CODES) {
      table[at] = next;
      // The row of a new code may hold what an earlier table had.
      table.fill(0, next << 8, (next << 8) + 256);
      if (next === 1 << length) length++;
      next++;
    } else {
      send(clear, length);
      [next, length] = [clear + 2, bits + 1];
      table.fill(0, 0, clear << 8);
    }
    code = index;
  }
  send(code, length);
  send(clear + 1, length);
  if (buffered > 0) block[filled++] = buffer & 0xff;
  if (filled > 0) {
    out.push(filled);
    out.pushAll(block.subarray(0, filled));
  }
  out.push(0);
}

interface Box {
  left: number;
  top: number;
  widthPx: number;
  heightPx: number;
}

/** The box about all pixels that are not what they were; one pixel where none is. */
function changedBox(now: Uint32Array, before: Uint32Array, widthPx: number, heightPx: number): Box {
  const size = widthPx * heightPx;
  let first = 0;
  while (first < size && now[first] === before[first]) first++;
  if (first === size) return { left: 0, top: 0, widthPx: 1, heightPx: 1 };
  let last = size - 1;
  while (now[last] === before[last]) last--;
  const [top, bottom] = [Math.floor(first / widthPx), Math.floor(last / widthPx)];
  let [left, right] = [widthPx - 1, 0];
  for (let y = top; y <= bottom; y++) {
    const row = y * widthPx;
    for (let x = 0; x < left; x++)
      if (now[row + x] !== before[row + x]) {
        left = x;
        break;
      }
    for (let x = widthPx - 1; x > right; x--)
      if (now[row + x] !== before[row + x]) {
        right = x;
        break;
      }
  }
  right = Math.max(right, left);
  return { left, top, widthPx: right - left + 1, heightPx: bottom - top + 1 };
}

const COLOUR = 0xffffff;

/** Writes a GIF picture by picture. All pictures have the size that was said. */
export class GifWriter {
  readonly #options: GifOptions;
  readonly #body = new Bytes();
  readonly #shared = new Palette();
  readonly #indices: Uint8Array;
  #before: Uint32Array | null = null;

  constructor(options: GifOptions) {
    this.#options = options;
    this.#indices = new Uint8Array(options.widthPx * options.heightPx);
  }

  add({ pixels, delay }: GifFrame): void {
    const { widthPx, heightPx, transparent } = this.#options;
    const now = new Uint32Array(pixels.buffer.slice(pixels.byteOffset, pixels.byteOffset + pixels.byteLength));
    const before = transparent ? null : this.#before;
    const box = before ? changedBox(now, before, widthPx, heightPx) : { left: 0, top: 0, widthPx, heightPx };
    const own = this.#fill(now, before, box);
    // 1 leaves the picture where it is for the next; 2 takes it away before the next.
    this.#body.push(0x21, 0xf9, 4, ((transparent ? 2 : 1) << 2) | 1);
    this.#body.pushWord(delay);
    this.#body.push(NOTHING, 0, 0x2c);
    this.#body.pushWord(box.left);
    this.#body.pushWord(box.top);
    this.#body.pushWord(box.widthPx);
    this.#body.pushWord(box.heightPx);
    this.#body.push(own ? 0x87 : 0);
    if (own) pushTable(this.#body, own);
    pushLzw(this.#body, this.#indices, box.widthPx * box.heightPx, 8);
    this.#before = now;
  }

  /** Puts the indices of a box in place; by the shared palette (null), or one of its own. */
  #fill(now: Uint32Array, before: Uint32Array | null, box: Box): readonly number[] | null {
    if (this.#index(now, before, box, this.#shared)) return null;
    const own = new Palette();
    if (this.#index(now, before, box, own)) return own.colours;
    const few = this.#options.reduce(now, MOST_COLOURS);
    this.#nearest(now, before, box, few);
    return few;
  }

  #index(now: Uint32Array, before: Uint32Array | null, box: Box, palette: Palette): boolean {
    const { widthPx, transparent } = this.#options;
    let to = 0;
    for (let y = box.top; y < box.top + box.heightPx; y++) {
      const row = y * widthPx;
      for (let at = row + box.left; at < row + box.left + box.widthPx; at++) {
        const pixel = now[at]!;
        if ((before !== null && before[at] === pixel) || (transparent && pixel >>> 24 < 128)) {
          this.#indices[to++] = NOTHING;
          continue;
        }
        const index = palette.indexOf(pixel & COLOUR);
        if (index < 0) return false;
        this.#indices[to++] = index;
      }
    }
    return true;
  }

  /** By the nearest of some colours; each colour is looked for once. */
  #nearest(now: Uint32Array, before: Uint32Array | null, box: Box, few: readonly number[]): void {
    const known = new Map<number, number>();
    const { widthPx, transparent } = this.#options;
    let to = 0;
    for (let y = box.top; y < box.top + box.heightPx; y++)
      for (let x = box.left; x < box.left + box.widthPx; x++) {
        const at = y * widthPx + x;
        const pixel = now[at]!;
        if ((before !== null && before[at] === pixel) || (transparent && pixel >>> 24 < 128)) {
          this.#indices[to++] = NOTHING;
          continue;
        }
        const colour = pixel & COLOUR;
        let index = known.get(colour);
        if (index === undefined) known.set(colour, (index = nearestOf(colour, few)));
        this.#indices[to++] = index;
      }
  }

  /** The whole file. */
  finish(): Uint8Array<ArrayBuffer> {
    const { widthPx, heightPx, loops } = this.#options;
    const file = new Bytes();
    file.pushText('GIF89a');
    file.pushWord(widthPx);
    file.pushWord(heightPx);
    file.push(0xf7, 0, 0);
    pushTable(file, this.#shared.colours);
    if (loops) {
      file.push(0x21, 0xff, 11);
      file.pushText('NETSCAPE2.0');
      file.push(3, 1, 0, 0, 0);
    }
    file.pushAll(this.#body.take());
    file.push(0x3b);
    return file.take();
  }
}

function nearestOf(colour: number, few: readonly number[]): number {
  let [best, least] = [0, Infinity];
  for (const [i, other] of few.entries()) {
    const apart =
      ((colour & 0xff) - (other & 0xff)) ** 2 +
      (((colour >> 8) & 0xff) - ((other >> 8) & 0xff)) ** 2 +
      ((colour >> 16) - (other >> 16)) ** 2;
    if (apart < least) [best, least] = [i, apart];
  }
  return best;
}

/** A table of 256 colours; those that are not used are black. */
function pushTable(out: Bytes, colours: readonly number[]): void {
  const table = new Uint8Array(3 * 256);
  for (const [i, colour] of colours.entries()) {
    table[3 * i] = colour & 0xff;
    table[3 * i + 1] = (colour >> 8) & 0xff;
    table[3 * i + 2] = (colour >> 16) & 0xff;
  }
  out.pushAll(table);
}
