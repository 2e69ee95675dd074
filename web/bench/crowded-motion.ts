import {
  type ChannelId,
  createChannel,
  createKey,
  createMotion,
  createSubject,
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
  depth: 5,
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
