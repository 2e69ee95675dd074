import { createKey, createKeyedSubject, createMotion, createSubject } from '../motion/document/document.ts';
import type { Key, Leave, MotionDocument, Subject } from '../motion/document/schema.ts';
import { dropFrames } from '../spacing/builders.ts';
import type { Rate } from '../time/rate.ts';

/** One number of a ready model. */
export interface ReadyNumber {
  label: string;
  unit: 'px' | '°' | 'frames' | '%' | '';
  least: number;
  most: number;
  /** Only whole ones. */
  whole: boolean;
  usual: number;
}

/** A move to begin an exercise from, made by a few numbers. */
export interface ReadyModel<Name extends string = string> {
  label: string;
  /** What it teaches, in a sentence. */
  says: string;
  numbers: Record<Name, ReadyNumber>;
  /** At 24 fps, or another rate: numbers of frames stay what they are, falls take the time they take. */
  build: (numbers: Record<Name, number>, rate?: Rate) => MotionDocument;
}

const px = (label: string, usual: number, most = 800): ReadyNumber => ({
  label,
  unit: 'px',
  least: 1,
  most,
  whole: false,
  usual,
});
const frames = (label: string, usual: number, least = 2): ReadyNumber => ({
  label,
  unit: 'frames',
  least,
  most: 1000,
  whole: true,
  usual,
});
const degrees = (label: string, usual: number): ReadyNumber => ({
  label,
  unit: '°',
  least: 1,
  most: 3600,
  whole: false,
  usual,
});

const FLOOR_Y = 440;
const floor: Subject = {
  ...createSubject(
    'counter',
    'Counter',
    { shape: 'box', widthPx: 900, heightPx: 14, fill: '#b9ab8f' },
    { x: 480, y: FLOOR_Y + 7 },
  ),
  locked: true,
};

function scene(last: number, subjects: Subject[], rate?: Rate): MotionDocument {
  return { ...createMotion(subjects), ...(rate && { rate }), range: { first: 1, last } };
}

/** From one value to another on two frames, the way between left by a named ease. */
const between = (from: number, to: number, [first, last]: readonly [number, number], leave: Leave): Key[] => [
  createKey(first, from, { leave }),
  createKey(last, to, { link: 'flat' }),
];

const slide: ReadyModel<'distance' | 'length'> = {
  label: 'Slide',
  says: 'Along a line, leaving at once and coming to rest slowly.',
  numbers: { distance: px('Distance', 600), length: frames('Takes', 24) },
  build: ({ distance, length }, rate) =>
    scene(
      length + 9,
      [
        floor,
        createKeyedSubject(
          'glass',
          'Tea glass',
          { shape: 'glass', widthPx: 74, heightPx: 108, fill: '#b5651d' },
          { x: 120, y: FLOOR_Y - 54 },
          {
            'position.x': between(120, 120 + distance, [1, 1 + length], 'cubic-out'),
          },
        ),
      ],
      rate,
    ),
};

const turn: ReadyModel<'angle' | 'length'> = {
  label: 'Turn',
  says: 'About its middle, with a slow finish.',
  numbers: { angle: degrees('Angle', 180), length: frames('Takes', 32) },
  build: ({ angle, length }, rate) =>
    scene(
      1 + length,
      [
        createKeyedSubject(
          'bread',
          'Slice of bread',
          { shape: 'slice', widthPx: 260, heightPx: 260, fill: '#d9b98a' },
          { x: 480, y: 260 },
          { rotation: between(0, angle, [1, 1 + length], 'cubic-out') },
        ),
      ],
      rate,
    ),
};

const MOST_BOUNCES = 8;

const bounce: ReadyModel<'height' | 'bounces' | 'kept'> = {
  label: 'Drop and bounce',
  says: 'Falls by gravity at 100 px a metre, and keeps a part of the height at each bounce.',
  numbers: {
    height: px('Height', 340, 400),
    bounces: { label: 'Bounces', unit: '', least: 0, most: MOST_BOUNCES, whole: true, usual: 3 },
    kept: { label: 'Height kept', unit: '%', least: 1, most: 95, whole: false, usual: 45 },
  },
  build: ({ height, bounces, kept }, rate) => {
    const ground = FLOOR_Y - 35;
    const motion = scene(1, [floor], rate);
    const fall = (drop: number): number => Math.max(1, Math.round(dropFrames(drop / 100, motion.rate)));
    const keys = [createKey(1, ground - height, { leave: 'quad-in' })];
    let frame = 1 + fall(height);
    let top = height;
    for (let bounced = 0; bounced < bounces; bounced++) {
      top *= kept / 100;
      const half = fall(top);
      keys.push(createKey(frame, ground, { leave: 'quad-out' }));
      keys.push(createKey(frame + half, ground - top, { leave: 'quad-in' }));
      frame += 2 * half;
    }
    keys.push(createKey(frame, ground, { link: 'flat' }));
    return {
      ...motion,
      range: { first: 1, last: frame + 12 },
      subjects: [
        floor,
        createKeyedSubject(
          'egg',
          'Rubber egg',
          { shape: 'disc', widthPx: 70, heightPx: 70, fill: '#d9b98a' },
          { x: 480, y: ground - height },
          { 'position.y': keys },
        ),
      ],
    };
  },
};

const swing: ReadyModel<'angle' | 'period'> = {
  label: 'Swing',
  says: 'Hangs from above and swings there and back, slow at both turns. It plays in a loop.',
  numbers: { angle: degrees('To each side', 35), period: frames('There and back', 32, 4) },
  build: ({ angle, period }, rate) => {
    const half = Math.round(period / 2);
    const ladle = createKeyedSubject(
      'ladle',
      'Ladle',
      { shape: 'drop', widthPx: 80, heightPx: 280, fill: '#7d8f8c' },
      { x: 480, y: 90 },
      {
        rotation: [
          createKey(1, -angle, { leave: 'sine-in-out' }),
          createKey(1 + half, angle, { leave: 'sine-in-out' }),
          createKey(1 + period, -angle),
        ],
      },
    );
    return scene(period, [{ ...ladle, pivot: { x: 0, y: -140 } }], rate);
  },
};

const toss: ReadyModel<'height' | 'distance'> = {
  label: 'Toss',
  says: 'Thrown up and over by gravity at 100 px a metre: fast at both ends, hanging at the top.',
  numbers: { height: px('Height', 260, 400), distance: px('Distance', 360) },
  build: ({ height, distance }, rate) => {
    const motion = scene(1, [], rate);
    const half = Math.max(1, Math.round(dropFrames(height / 100, motion.rate)));
    const [x, y] = [480 - distance / 2, FLOOR_Y - 12];
    const last = 1 + 2 * half;
    return {
      ...motion,
      range: { first: 1, last: last + 6 },
      subjects: [
        floor,
        createKeyedSubject(
          'pancake',
          'Pancake',
          { shape: 'pill', widthPx: 120, heightPx: 24, fill: '#d9a860' },
          { x, y },
          {
            'position.x': [createKey(1, x, { leave: 'linear' }), createKey(last, x + distance, { link: 'flat' })],
            'position.y': [
              createKey(1, y, { leave: 'quad-out' }),
              createKey(1 + half, y - height, { leave: 'quad-in' }),
              createKey(last, y, { link: 'flat' }),
            ],
          },
        ),
      ].map((subject) => ({ ...subject, positionJoined: subject.id !== 'pancake' })),
    };
  },
};

const settle: ReadyModel<'distance' | 'over' | 'length'> = {
  label: 'Settle',
  says: 'Arrives too far, swings back past its place, and comes to rest.',
  numbers: {
    distance: px('Distance', 260, 400),
    over: { label: 'Too far by', unit: '%', least: 1, most: 80, whole: false, usual: 20 },
    length: frames('Takes', 30, 8),
  },
  build: ({ distance, over, length }, rate) => {
    const [from, to] = [360, 360 - distance];
    const at = (share: number): number => 1 + Math.round(share * length);
    const past = (part: number): number => to - distance * (over / 100) * part;
    return scene(
      length + 9,
      [
        floor,
        createKeyedSubject(
          'toast',
          'Toast',
          { shape: 'box', widthPx: 130, heightPx: 150, fill: '#c98a4b' },
          { x: 480, y: from },
          {
            'position.y': [
              createKey(1, from, { leave: 'quad-out' }),
              createKey(at(0.4), past(1), { leave: 'sine-in-out' }),
              createKey(at(0.65), past(-0.4), { leave: 'sine-in-out' }),
              createKey(at(0.85), past(0.15), { leave: 'sine-in-out' }),
              createKey(1 + length, to, { link: 'flat' }),
            ],
          },
        ),
      ],
      rate,
    );
  },
};

const follow: ReadyModel<'distance' | 'length' | 'lag'> = {
  label: 'Follow-through',
  says: 'A body stops; what hangs on it comes to rest later.',
  numbers: {
    distance: px('Distance', 420),
    length: frames('Takes', 20, 4),
    lag: { label: 'Comes later by', unit: 'frames', least: 1, most: 100, whole: true, usual: 4 },
  },
  build: ({ distance, length, lag }, rate) => {
    const half = 1 + Math.round(length / 2);
    const towel = createKeyedSubject(
      'towel',
      'Tea towel',
      { shape: 'box', widthPx: 60, heightPx: 190, fill: '#8c5a6b' },
      { x: 0, y: 0 },
      {
        rotation: [
          createKey(1 + lag, 0, { leave: 'sine-in-out' }),
          createKey(half + lag, 24, { leave: 'sine-in-out' }),
          createKey(1 + length + lag, -14, { leave: 'sine-in-out' }),
          createKey(1 + length + 3 * lag, 0, { link: 'flat' }),
        ],
      },
    );
    return scene(
      length + 3 * lag + 9,
      [
        createKeyedSubject(
          'rail',
          'Rail',
          { shape: 'pill', widthPx: 150, heightPx: 26, fill: '#7d8f8c' },
          { x: 240, y: 150 },
          { 'position.x': between(240, 240 + distance, [1, 1 + length], 'sine-in-out') },
        ),
        { ...towel, parentId: 'rail', pivot: { x: 0, y: -95 } },
      ],
      rate,
    );
  },
};

const fade: ReadyModel<'from' | 'to' | 'length'> = {
  label: 'Fade',
  says: 'Steam that thins out: opacity alone, slow at both ends.',
  numbers: {
    from: { label: 'From', unit: '%', least: 0, most: 100, whole: false, usual: 100 },
    to: { label: 'To', unit: '%', least: 0, most: 100, whole: false, usual: 20 },
    length: frames('Takes', 24),
  },
  build: ({ from, to, length }, rate) =>
    scene(
      1 + length,
      [
        floor,
        createKeyedSubject(
          'steam',
          'Steam',
          { shape: 'drop', widthPx: 180, heightPx: 260, fill: '#9fb4b1' },
          { x: 480, y: 280 },
          { opacity: between(from, to, [1, 1 + length], 'sine-in-out') },
        ),
      ],
      rate,
    ),
};

/** Moves to begin an exercise from. */
export const READY_MODELS = { slide, turn, bounce, swing, toss, settle, follow, fade } as const;
export type ReadyModelId = keyof typeof READY_MODELS;

/** The usual numbers of a model, by name. */
export function usualNumbers(model: ReadyModel): Record<string, number> {
  return Object.fromEntries(Object.entries(model.numbers).map(([name, { usual }]) => [name, usual]));
}
