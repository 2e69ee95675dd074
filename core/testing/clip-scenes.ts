import type { ClipPicture, Place } from '../src/clips/clip-picture.ts';
import { seededRandom } from '../src/seeded.ts';

/** What makes a made-up clip harder to follow. */
export interface ClipConditions {
  /** Standard deviation of what each component of each pixel is off by. */
  noise?: number;
  /** The share of a frame the shutter is open. */
  shutter?: number;
  /** Pixels the ground moves a frame. */
  groundMoves?: number;
  /** A post of the counter's colour stands in front of part of the way. */
  post?: boolean;
  /** How long a drawing stands, in frames. */
  exposure?: number;
  /** How much of the light turns reddish over the clip, and darker. */
  cast?: number;
  /** A wall of patches of many colours, some of them like the pan's. */
  busy?: boolean;
  /** How large the pan is, as a share of what it usually is. */
  size?: number;
  /** Pixels the camera shakes by. */
  shake?: number;
}

export interface ClipMotion {
  name: string;
  frames: number;
  /** Where the middle is at a frame, in parts of one too. */
  at: (frame: number) => Place;
  /** What happens when: starts, stops, turns, contacts. */
  events: readonly number[];
}

export interface MadeClip {
  pictures: ClipPicture[];
  /** Where the middle is shown in each picture, over the time the shutter is open. */
  truth: Place[];
  first: Place;
  span: number;
}

const [WIDTH, HEIGHT] = [640, 360];
export const CLIP_SIZE = { width: WIDTH, height: HEIGHT };
type Rgb = readonly [number, number, number];
const PAN: Rgb = [201, 120, 44];
const EDGE: Rgb = [120, 60, 25];
const WALL: Rgb = [206, 212, 205];
const COUNTER: Rgb = [92, 84, 80];
const [RADIUS_X, RADIUS_Y] = [26, 20];
const COUNTER_TOP = 300;

const ease = (share: number): number => share * share * (3 - 2 * share);
const soft = (share: number): number => (share < 0.5 ? 4 * share ** 3 : 1 - 4 * (1 - share) ** 3);
const during = (frame: number, from: number, to: number): number =>
  Math.min(1, Math.max(0, (frame - from) / (to - from)));

/** Motions of a made-up clip, at 24 frames a second. */
export const CLIP_MOTIONS: readonly ClipMotion[] = [
  {
    name: 'slide, slow in and out',
    frames: 48,
    at: (frame) => ({ x: 100 + 420 * ease(during(frame, 8, 36)), y: 280 }),
    events: [8, 36],
  },
  {
    name: 'bounce',
    frames: 48,
    at: (frame) => {
      const share = ((frame + 6) % 12) / 12;
      return { x: 90 + 9.5 * frame, y: 280 - 200 * 4 * share * (1 - share) };
    },
    events: [6, 12, 18, 24, 30, 36, 42],
  },
  {
    name: 'toss and catch',
    frames: 40,
    at: (frame) => {
      const share = during(frame, 10, 30);
      return { x: 260 + 120 * share, y: 260 - 190 * 4 * share * (1 - share) };
    },
    events: [10, 20, 30],
  },
  {
    name: 'swing',
    frames: 48,
    at: (frame) => {
      const turn = 0.9 * Math.cos((Math.PI * frame) / 12);
      return { x: 320 + 220 * Math.sin(turn), y: 40 + 220 * Math.cos(turn) };
    },
    // The ends of the swing, and its lowest places between them.
    events: [6, 12, 18, 24, 30, 36, 42],
  },
  {
    // Aslant, short and very soft at both ends: neither coordinate alone tells when.
    name: 'lifted aslant',
    frames: 40,
    at: (frame) => {
      const share = soft(during(frame, 11, 27));
      return { x: 150 + 330 * share, y: 270 - 170 * share };
    },
    events: [11, 27],
  },
];

/** How much of a pixel an ellipse covers, by how far its middle is from the edge. */
function covers(x: number, y: number, radiusX: number, radiusY: number): number {
  const away = Math.hypot(x / radiusX, y / radiusY);
  return Math.min(1, Math.max(0, 0.5 + (1 - away) * Math.min(radiusX, radiusY)));
}

/** The ground is wider than the picture, and comes round again. */
const ACROSS = 920;
const GROUND = groundPixels();
const BUSY = busyPixels();

/** A wall of stripes with soft shades over a counter, RGBA. */
function groundPixels(): Uint8ClampedArray {
  const pixels = new Uint8ClampedArray(4 * ACROSS * HEIGHT);
  for (let at = 0; at < ACROSS * HEIGHT; at++) {
    const [x, y] = [at % ACROSS, Math.floor(at / ACROSS)];
    const shade = 8 * Math.sin((2 * Math.PI * x) / 115) * Math.cos(y / 31) + (Math.floor(x / 92) % 2 === 0 ? 0 : -14);
    for (let k = 0; k < 3; k++) pixels[4 * at + k] = y >= COUNTER_TOP ? COUNTER[k]! : WALL[k]! + shade;
    pixels[4 * at + 3] = 255;
  }
  return pixels;
}

/** Patches of 23 × 17 pixels of muted colours, the same every time. */
function busyPixels(): Uint8ClampedArray {
  const roll = seededRandom(11);
  const pixels = GROUND.slice();
  for (let top = 0; top < COUNTER_TOP; top += 17)
    for (let left = 0; left < ACROSS; left += 23) {
      const shade = 70 + 130 * roll();
      const colour = [shade + 50 * (roll() - 0.4), shade + 30 * (roll() - 0.5), shade + 50 * (roll() - 0.6)];
      for (let y = top; y < Math.min(COUNTER_TOP, top + 17); y++)
        for (let x = left; x < Math.min(ACROSS, left + 23); x++) pixels.set(colour, 4 * (y * ACROSS + x));
    }
  return pixels;
}

/** The ground, moved by whole pixels: to the left, and up. */
function putGround(pixels: Uint8ClampedArray, ground: Uint8ClampedArray, left: number, up: number): void {
  const start = ((left % ACROSS) + ACROSS) % ACROSS;
  const straight = Math.min(WIDTH, ACROSS - start);
  for (let y = 0; y < HEIGHT; y++) {
    const row = 4 * Math.min(HEIGHT - 1, Math.max(0, y + up)) * ACROSS;
    pixels.set(ground.subarray(row + 4 * start, row + 4 * (start + straight)), 4 * y * WIDTH);
    if (straight < WIDTH) pixels.set(ground.subarray(row, row + 4 * (WIDTH - straight)), 4 * (y * WIDTH + straight));
  }
}

/** So many values of noise are rolled once, and begun with elsewhere each time. */
const ROLLED = 1 << 18;

/** A pan over a counter, drawn picture by picture, and where it truly was. */
export function makeClip(motion: ClipMotion, conditions: ClipConditions = {}, seed = 7): MadeClip {
  const {
    noise = 0,
    shutter = 0,
    groundMoves = 0,
    post = false,
    exposure = 1,
    cast = 0,
    shake = 0,
    busy = false,
    size = 1,
  } = conditions;
  const [radiusX, radiusY] = [RADIUS_X * size, RADIUS_Y * size];
  const roll = seededRandom(seed);
  const normal = (): number => Math.sqrt(-2 * Math.log(1 - roll())) * Math.cos(2 * Math.PI * roll());
  const rolled = Float32Array.from({ length: noise > 0 ? ROLLED : 0 }, normal);
  const pictures: ClipPicture[] = [];
  const truth: Place[] = [];
  const samples = shutter > 0 ? 8 : 1;
  for (let frame = 0; frame < motion.frames; frame++) {
    const drawn = Math.floor(frame / exposure) * exposure;
    const places = Array.from({ length: samples }, (_, i) =>
      motion.at(drawn + (samples > 1 ? shutter * (i / (samples - 1) - 0.5) : 0)),
    );
    const progress = (cast * frame) / motion.frames;
    const [shakeX, shakeY] = [Math.round(shake * Math.sin(frame * 1.7)), Math.round(shake * Math.cos(frame * 2.3))];
    const pixels = new Uint8ClampedArray(4 * WIDTH * HEIGHT);
    putGround(pixels, busy ? BUSY : GROUND, Math.round(groundMoves * frame - shakeX), Math.round(-shakeY));
    const xs = places.map((place) => place.x + shakeX);
    const ys = places.map((place) => place.y + shakeY);
    for (
      let y = Math.max(0, Math.floor(Math.min(...ys) - radiusY - 4));
      y < Math.min(HEIGHT, Math.max(...ys) + radiusY + 4);
      y++
    )
      for (
        let x = Math.max(0, Math.floor(Math.min(...xs) - radiusX - 4));
        x < Math.min(WIDTH, Math.max(...xs) + radiusX + 4);
        x++
      ) {
        let [cover, rim] = [0, 0];
        for (let i = 0; i < samples; i++) {
          const own = covers(x + 0.5 - xs[i]!, y + 0.5 - ys[i]!, radiusX, radiusY) / samples;
          cover += own;
          // A darker spot on one side: it is not of one colour.
          if (Math.hypot(x + 0.5 - xs[i]! - 8 * size, y + 0.5 - ys[i]!) < 5 * size) rim += own;
        }
        const at = 4 * (y * WIDTH + x);
        for (let k = 0; k < 3; k++)
          pixels[at + k] = pixels[at + k]! * (1 - cover) + PAN[k]! * (cover - rim) + EDGE[k]! * rim;
      }
    if (post) for (let y = 0; y < HEIGHT; y++) for (let x = 300; x < 336; x++) pixels.set(COUNTER, 4 * (y * WIDTH + x));
    if (noise > 0 || cast > 0) {
      const light = [(1 + 0.1 * progress) * (1 - 0.25 * progress), 1 - 0.25 * progress, 1 - 0.25 * progress];
      const from = Math.floor(roll() * ROLLED);
      for (let at = 0, n = from; at < pixels.length; at += 4)
        for (let k = 0; k < 3; k++)
          pixels[at + k] = pixels[at + k]! * light[k]! + noise * (rolled[n++ & (ROLLED - 1)] ?? 0);
    }
    pictures.push({ width: WIDTH, height: HEIGHT, pixels });
    const middle = (all: readonly number[]): number => all.reduce((sum, own) => sum + own, 0) / all.length;
    truth.push({ x: middle(xs), y: middle(ys) });
  }
  const extent = (of: (place: Place) => number): number => Math.max(...truth.map(of)) - Math.min(...truth.map(of));
  return {
    pictures,
    truth,
    first: truth[0]!,
    span: Math.hypot(
      extent(({ x }) => x),
      extent(({ y }) => y),
    ),
  };
}
