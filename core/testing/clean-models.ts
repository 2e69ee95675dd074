import {
  type ChannelId,
  createKey,
  type Key,
  type KeyRef,
  type MotionDocument,
  type Subject,
  type Target,
} from '../src/index.ts';
import type { Dice } from './dice.ts';
import { sceneOf, subjectWith } from './worked-scenes.ts';

export const TOLERANCES = { keyFrames: 1, spacingPercent: 4 };
const LOOK = { shape: 'drawer', widthPx: 200, heightPx: 80, fill: '#9a6b00' } as const;

export const actor = (id: string, tracks: Partial<Record<ChannelId, Key[]>>, more: Partial<Subject> = {}): Subject =>
  subjectWith(id, tracks, { look: LOOK, ...more });
export const scene = (last: number, ...subjects: Subject[]): MotionDocument => sceneOf(subjects, last);
export const flat = (frame: number, value: number): Key => createKey(frame, value, { link: 'flat' });
export const ref = (subjectId: string, channelId: ChannelId, frame: number): KeyRef => ({
  subjectId,
  channelId,
  frame,
});

export interface Model {
  target: Target;
  /** The frames of the keys a fault may be put on. */
  frames: number[];
}

export const asTarget = (motion: MotionDocument, more: Partial<Target> = {}): Target => ({
  motion,
  tolerances: TOLERANCES,
  ...more,
});

/** A drawer opened, pushed half way back and shut: eased at every key. */
export function drawer(dice: Dice): Model {
  const frames = [3];
  for (let i = 0; i < 3; i++) frames.push(frames[i]! + dice(12, 20));
  const values = [0, dice(560, 700), dice(180, 260), dice(500, 540)];
  return {
    frames,
    target: asTarget(
      scene(frames[3]! + 8, actor('drawer', { 'position.x': frames.map((frame, i) => flat(frame, values[i]!)) })),
    ),
  };
}

/** A glass pushed evenly, held, and pushed on. */
export function pushes(dice: Dice): Model {
  const frames = [3];
  for (let i = 0; i < 3; i++) frames.push(frames[i]! + dice(12, 18));
  const [half, end] = [dice(280, 320), dice(600, 700)];
  const values = [0, half, half, end];
  const keys = frames.map((frame, i) => createKey(frame, values[i]!, { leave: 'linear' }));
  return { frames, target: asTarget(scene(frames[3]! + 6, actor('glass', { 'position.x': keys }))) };
}

/** A pancake's arc: x steady, y up and down again. */
export function arc(dice: Dice, slower = 0): Model {
  const [first, half] = [dice(2, 5), dice(9, 14) + slower];
  const frames = [first, first + half, first + 2 * half];
  const [width, height] = [dice(300, 420), dice(260, 340)];
  const x = [createKey(frames[0]!, 0, { leave: 'linear' }), createKey(frames[2]!, width, { leave: 'linear' })];
  const y = [
    createKey(frames[0]!, 400, { leave: 'quad-out' }),
    createKey(frames[1]!, 400 - height, { leave: 'quad-in', role: 'breakdown' }),
    createKey(frames[2]!, 400),
  ];
  return { frames, target: asTarget(scene(frames[2]! + 5, actor('pancake', { 'position.x': x, 'position.y': y }))) };
}

/** A lid that drops, hits and hops once. */
export function bounce(dice: Dice): Model {
  const frames = [3];
  for (const length of [dice(10, 15), dice(8, 12), dice(8, 12)]) frames.push(frames.at(-1)! + length);
  const values = [0, 400, 400 - dice(180, 240), 400];
  const keys = frames.map((frame, i) => createKey(frame, values[i]!, { leave: i % 2 === 0 ? 'quad-in' : 'quad-out' }));
  return { frames, target: asTarget(scene(frames[3]! + 6, actor('lid', { 'position.y': keys }))) };
}

/** A ladle that swings in a loop; its closing key is one frame past the range. */
export function swing(dice: Dice): Model {
  const half = dice(10, 16);
  const reach = dice(20, 45);
  const frames = [1, 1 + half, 1 + 2 * half];
  const keys = frames.map((frame, i) => createKey(frame, i === 1 ? reach : -reach, { leave: 'sine-in-out' }));
  return { frames, target: asTarget(scene(2 * half, actor('ladle', { rotation: keys }))) };
}

/** A rack that snaps up, goes past its stop and settles in three swings. */
export function rack(dice: Dice): Model {
  const frames = [3];
  for (const length of [dice(8, 10), dice(6, 8), dice(6, 8), dice(6, 8), dice(6, 8)])
    frames.push(frames.at(-1)! + length);
  const over = dice(50, 70);
  const offsets = [-220, over, -over * 0.5, over * 0.25, 0, 0];
  return {
    frames,
    target: asTarget(
      scene(frames[5]! + 4, actor('rack', { 'position.x': frames.map((frame, i) => flat(frame, 300 + offsets[i]!)) })),
    ),
  };
}

/** A towel: its end follows its corner by some frames. */
export function towel(dice: Dice): Model {
  const lag = dice(4, 6);
  const [from, length] = [dice(4, 6), dice(14, 18)];
  const part = (id: string, by: number): Subject =>
    actor(id, { 'position.x': [flat(from + by, 0), flat(from + by + length, 420), flat(from + by + 2 * length, 120)] });
  return {
    frames: [from + lag, from + lag + length, from + lag + 2 * length, lag],
    target: asTarget(scene(from + 2 * length + lag + 6, part('corner', 0), part('end', lag))),
  };
}

/** A pudding squashed and let go, its volume kept. */
export function pudding(dice: Dice): Model {
  const frames = [3, 3 + dice(8, 12), 0];
  frames[2] = frames[1]! + dice(8, 12);
  const squash = dice(60, 75) / 100;
  const keys = (value: number): Key[] => [
    createKey(frames[0]!, 1, { leave: 'linear' }),
    createKey(frames[1]!, value, { leave: 'linear' }),
    createKey(frames[2]!, 1),
  ];
  // The product of two straight lines strays from 1 by a little between the keys.
  const y = keys(squash);
  const x = Array.from({ length: frames[2] - frames[0]! + 1 }, (_, i) => {
    const frame = frames[0]! + i;
    const edge =
      frame <= frames[1]!
        ? (frame - frames[0]!) / (frames[1]! - frames[0]!)
        : (frames[2]! - frame) / (frames[2]! - frames[1]!);
    return createKey(frame, 1 / (1 + (squash - 1) * edge), {
      leave: 'linear',
      role: frames.includes(frame) ? 'extreme' : 'inbetween',
    });
  });
  return { frames, target: asTarget(scene(frames[2] + 6, actor('pudding', { 'scale.x': x, 'scale.y': y }))) };
}

/** A spoon's bowl carried by its handle, which turns: the bowl moves about it and never away. */
export function spoon(dice: Dice): Model {
  const frames = [3, 3 + dice(10, 14), 0];
  frames[2] = frames[1]! + dice(10, 14);
  const length = dice(90, 120);
  const at = (degrees: number): { x: number; y: number } => ({
    x: length * Math.cos((degrees * Math.PI) / 180),
    y: length * Math.sin((degrees * Math.PI) / 180),
  });
  const places = [at(0), at(25), at(60)];
  const handle = actor('handle', { rotation: [flat(frames[0]!, 0), flat(frames[2], 30)] });
  const bowl = actor(
    'bowl',
    {
      'position.x': frames.map((frame, i) => flat(frame, places[i]!.x)),
      'position.y': frames.map((frame, i) => flat(frame, places[i]!.y)),
    },
    { parentId: 'handle' },
  );
  return { frames, target: asTarget(scene(frames[2] + 6, handle, bowl)) };
}

export const MODELS: Record<string, (dice: Dice) => Model> = {
  drawer,
  pushes,
  arc,
  bounce,
  swing,
  rack,
  towel,
  pudding,
  spoon,
};
