import {
  type ChannelId,
  createChannel,
  createKey,
  createMotion,
  createSubject,
  type Look,
  lookOfDrawings,
  type MotionDocument,
  type Subject,
} from '@undulan/core';

const SUBJECTS = 50;
const FRAMES = 2000;
const CHANNELS: ChannelId[] = [
  'position.x',
  'position.y',
  'rotation',
  'scale.x',
  'scale.y',
  'skew.x',
  'opacity',
  'depth',
];
const KEYS = 50;
const SPACE = (FRAMES - 1) / (KEYS - 1);
const MIDDLE: Partial<Record<ChannelId, number>> = { 'scale.x': 1, 'scale.y': 1, opacity: 70 };
const SWING: Partial<Record<ChannelId, number>> = {
  'position.x': 60,
  'position.y': 40,
  rotation: 40,
  'scale.x': 0.2,
  'scale.y': 0.2,
  'skew.x': 10,
  opacity: 25,
  depth: 1,
};
const SHAPES = ['box', 'disc', 'pill', 'glass', 'drawer'] as const;

function dish(n: number): Subject {
  const column = n % 10;
  const row = Math.floor(n / 10);
  const at: Partial<Record<ChannelId, number>> = { 'position.x': 80 + column * 90, 'position.y': 70 + row * 100 };
  const channels = CHANNELS.map((id, c) => {
    const middle = at[id] ?? MIDDLE[id] ?? 0;
    const keys = Array.from({ length: KEYS }, (_, k) =>
      createKey(Math.round(1 + k * SPACE), middle + SWING[id]! * Math.sin(k * 1.7 + n + c), {
        link: k % 3 === 0 ? 'flat' : 'auto',
      }),
    );
    return createChannel(id, middle, keys);
  });
  return {
    ...createSubject(
      `dish-${n}`,
      `Dish ${n + 1}`,
      { shape: SHAPES[n % SHAPES.length]!, widthPx: 50, heightPx: 40, fill: '#9a6b00' },
      { x: 0, y: 0 },
    ),
    channels,
  };
}

/** A washing-up of fifty dishes on eight channels each, over two thousand frames. */
export function crowdedMotion(): MotionDocument {
  return { ...createMotion(Array.from({ length: SUBJECTS }, (_, n) => dish(n))), range: { first: 1, last: FRAMES } };
}

const DRAWN = 60;
const POINTS = 40;
const PICTURES = 3;

/** A leaf of forty points, or one of a few pictures, that drifts. */
function leaf(n: number): Subject {
  const points = Array.from({ length: POINTS }, (_, i) => {
    const angle = (i / POINTS) * 2 * Math.PI;
    const radius = 28 + 8 * Math.sin(angle * 5 + n);
    const reach = 3;
    const along = { x: -Math.sin(angle) * reach, y: Math.cos(angle) * reach };
    return {
      x: radius * Math.cos(angle),
      y: radius * Math.sin(angle),
      in: { x: -along.x, y: -along.y },
      out: along,
    };
  });
  const look: Look =
    n < PICTURES
      ? { shape: 'picture', widthPx: 220, heightPx: 220, fill: '#6b7680', pictureId: PICTURE_IDS[n]! }
      : lookOfDrawings({ shape: 'drawn', widthPx: 1, heightPx: 1, fill: '#9a6b00' }, [
          { lines: [{ closed: true, points }] },
        ]);
  const subject = createSubject(`leaf-${n}`, `Leaf ${n + 1}`, look, { x: 0, y: 0 });
  const keyed = (id: ChannelId, middle: number, swing: number) =>
    createChannel(
      id,
      middle,
      Array.from({ length: 20 }, (_, k) => createKey(1 + k * 12, middle + swing * Math.sin(k * 1.3 + n))),
    );
  return {
    ...subject,
    channels: [
      keyed('position.x', 90 + (n % 10) * 86, 40),
      keyed('position.y', 70 + Math.floor(n / 10) * 80, 30),
      keyed('rotation', 0, 60),
    ],
  };
}

export const PICTURE_IDS = [1, 2, 3].map((n) => `5f2b7c1e-8a44-4c7e-9b1d-2f6a0c3d4e0${n}`);

/** Sixty drawn subjects of forty points each, three of them pictures, over ten seconds. */
export function drawnMotion(): MotionDocument {
  return { ...createMotion(Array.from({ length: DRAWN }, (_, n) => leaf(n))), range: { first: 1, last: 240 } };
}

const CURVES: ChannelId[] = ['position.x', 'position.y', 'rotation', 'scale.x', 'scale.y', 'opacity'];
const CURVE_KEYS = 200;

/** One lid with two hundred keys on each of six channels: as much as the Curve strip is to hold. */
export function denseMotion(): MotionDocument {
  const lid = createSubject(
    'lid',
    'Lid',
    { shape: 'pill', widthPx: 120, heightPx: 30, fill: '#9a6b00' },
    { x: 480, y: 270 },
  );
  const channels = CURVES.map((id, c) => {
    const middle = { ...MIDDLE, 'position.x': 480, 'position.y': 270 }[id as 'opacity'] ?? 0;
    const keys = Array.from({ length: CURVE_KEYS }, (_, k) =>
      createKey(1 + k * 5, middle + SWING[id]! * Math.sin(k * 1.7 + c), { link: k % 3 === 0 ? 'flat' : 'auto' }),
    );
    return createChannel(id, middle, keys);
  });
  return { ...createMotion([{ ...lid, channels }]), range: { first: 1, last: 1 + (CURVE_KEYS - 1) * 5 } };
}
