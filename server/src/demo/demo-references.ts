import { makeStandIn, STAND_IN_SAMPLE_RATE, writeWav } from '@undulan/core';
import { filmed } from './filmed.ts';
import type { DemoExerciseName } from './kitchen-scenes.ts';

/** Footage or sound that an exercise of the demo gives. */
export interface DemoReference {
  exercise: DemoExerciseName;
  name: string;
  type: string;
  seconds: number;
  /** Where what is left of it begins. */
  from?: number;
  make: () => Promise<Uint8Array>;
}

const [WIDTH, HEIGHT, FPS] = [320, 240, 24];

/** So many seconds, drawn picture by picture. */
const acted = async (seconds: number, draw: (at: number) => string): Promise<Uint8Array> =>
  (await filmed({ width: WIDTH, height: HEIGHT, fps: FPS }, Math.round(seconds * FPS), (i) => draw(i / FPS))).bytes;

/** From 0 to 1 between two times, slow at both. */
function soft(at: number, from: number, to: number): number {
  const t = Math.min(1, Math.max(0, (at - from) / (to - from)));
  return t * t * (3 - 2 * t);
}

const RELEASE = 0.82;
const FLIGHT = 0.8;
const CATCH = RELEASE + FLIGHT;
/** Pixels a second, each second: as high as the picture has room for. */
const GRAVITY = 900;

/** How far down the pan is: a dip to gather, a flick up, and a give where it catches. */
function panDown(at: number): number {
  const dip = 16 * soft(at, 0.45, 0.68);
  const flick = -34 * soft(at, 0.68, 0.88) + 18 * soft(at, 0.95, 1.3);
  const give = 12 * soft(at, CATCH, CATCH + 0.1) - 12 * soft(at, CATCH + 0.1, CATCH + 0.4);
  return dip + flick + give;
}

/** Someone at the stove tosses a pancake, from the side. */
function pancakeToss(at: number): string {
  const pan = 168 + panDown(at);
  const air = at - RELEASE;
  const flies = air > 0 && at < CATCH;
  // It comes down to where the pan will be.
  const [from, to] = [168 + panDown(RELEASE) - 6, 168 + panDown(CATCH) - 6];
  const up = (to - from - (GRAVITY * FLIGHT * FLIGHT) / 2) / FLIGHT;
  const cake = flies ? from + up * air + (GRAVITY * air * air) / 2 : pan - 6;
  const turn = flies ? (360 * air) / FLIGHT : 0;
  return `<rect width="320" height="240" fill="#dfe6e2"/><rect y="206" width="320" height="34" fill="#8d7a60"/>
    <path d="M300 240V${pan - 10}L236 ${pan - 2}" stroke="#c98f6b" stroke-width="22" fill="none"
      stroke-linejoin="round"/>
    <path d="M320 240V${pan + 18}" stroke="#3f6f8f" stroke-width="46"/>
    <rect x="176" y="${pan - 4}" width="66" height="7" fill="#4a4038"/>
    <path d="M96 ${pan - 6}H180L172 ${pan + 8}H104Z" fill="#5b6670"/>
    <g transform="translate(138 ${cake}) rotate(${turn})"><ellipse rx="32" ry="6" fill="#e09a2b"/></g>`;
}

/** Someone stirs round a bowl, from above: slow at both ends of it. */
function stirring(at: number): string {
  const round = (at / 1.1) % 1;
  const angle = 2 * Math.PI * round - 0.5 * Math.sin(4 * Math.PI * round);
  const [x, y] = [160 + 62 * Math.cos(angle), 118 + 38 * Math.sin(angle)];
  return `<rect width="320" height="240" fill="#c9b891"/><ellipse cx="160" cy="120" rx="112" ry="82" fill="#e8e4da"/>
    <ellipse cx="160" cy="122" rx="96" ry="68" fill="#f2d98a"/>
    <path d="M${x} ${y}L${x + 52} ${y + 70}" stroke="#7b8a88" stroke-width="8"/>
    <circle cx="${x + 60}" cy="${y + 82}" r="26" fill="#c98f6b"/><circle cx="${x}" cy="${y}" r="13" fill="#7a4a9e"/>`;
}

const TOSS_SECONDS = 2.5;
const STIR_SECONDS = 2.2;
const KETTLE_SECONDS = 4;

export const DEMO_REFERENCES: readonly DemoReference[] = [
  {
    exercise: 'pancakeToss',
    name: 'toss.gif',
    type: 'image/gif',
    seconds: TOSS_SECONDS,
    // It dips where the model does.
    from: 0.3,
    make: () => acted(TOSS_SECONDS, pancakeToss),
  },
  {
    exercise: 'whiskCircle',
    name: 'stirring.gif',
    type: 'image/gif',
    seconds: STIR_SECONDS,
    make: () => acted(STIR_SECONDS, stirring),
  },
  {
    exercise: 'potSteam',
    name: 'kettle.wav',
    type: 'audio/wav',
    seconds: KETTLE_SECONDS,
    make: () => Promise.resolve(writeWav(makeStandIn('kettle'), STAND_IN_SAMPLE_RATE)),
  },
];
