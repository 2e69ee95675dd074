import { type ChannelId, createKey, type Key, type Leave, type Subject } from '../src/index.ts';
import { actor, asTarget, flat, type Model, scene } from './clean-models.ts';
import type { Dice } from './dice.ts';
import { stepsFrom } from './learner-models.ts';

/** Models put together by chance out of what motions are made of, so that no reading is made to fit a few of them. */

/** A move of some frames to a place, and how it gets there. */
interface Step {
  frames: number;
  to: number;
  leave: Leave | 'flat';
}

const WAYS: readonly Step['leave'][] = [
  'flat',
  'flat',
  'sine-in-out',
  'quad-in-out',
  'cubic-in-out',
  'cubic-out',
  'quad-out',
  'quad-in',
  'linear',
];
const one = <T>(dice: Dice, of: readonly T[]): T => of[dice(0, of.length - 1)]!;

/** What a motion may do next from a place, a move being as long as `way`. */
const PHRASES: ((dice: Dice, from: number, way: number) => Step[])[] = [
  (dice, from, way) => [{ frames: dice(7, 20), to: from + way, leave: one(dice, WAYS) }],
  (dice, from, way) => [
    { frames: dice(7, 16), to: from + way, leave: one(dice, WAYS) },
    { frames: dice(8, 16), to: from + way, leave: 'linear' },
  ],
  // Drawn back first, and away.
  (dice, from, way) => [
    { frames: dice(5, 8), to: from - way * 0.12, leave: 'flat' },
    { frames: dice(8, 14), to: from + way, leave: 'flat' },
  ],
  // Past its place, and settled.
  (dice, from, way) => [
    { frames: dice(7, 12), to: from + way * 1.15, leave: 'flat' },
    { frames: dice(5, 8), to: from + way * 0.94, leave: 'flat' },
    { frames: dice(5, 8), to: from + way, leave: 'flat' },
  ],
  // There and back.
  (dice, from, way) => {
    const [frames, leave] = [dice(7, 14), one(dice, ['flat', 'sine-in-out'] as const)];
    return [
      { frames, to: from + way, leave },
      { frames, to: from, leave },
    ];
  },
  // Down, and up again by less.
  (dice, from, way) => {
    const up = dice(6, 9);
    return [
      { frames: dice(9, 14), to: from + way, leave: 'quad-in' },
      { frames: up, to: from + way * 0.55, leave: 'quad-out' },
      { frames: up, to: from + way, leave: 'quad-in' },
    ];
  },
  // Held, and there with the next drawing.
  (dice, from, way) => [{ frames: dice(6, 12), to: from + way, leave: 'step' }],
];

function keysOf(start: number, from: number, steps: readonly Step[]): Key[] {
  const keys: Key[] = [];
  let [frame, value] = [start, from];
  for (const { frames, to, leave } of steps) {
    keys.push(leave === 'flat' ? flat(frame, value) : createKey(frame, value, { leave }));
    [frame, value] = [frame + frames, to];
  }
  return [...keys, flat(frame, value)];
}

/** Where a channel begins and how long its moves are. */
const SIZES: readonly [ChannelId, from: number, least: number, most: number][] = [
  ['position.x', 120, 180, 420],
  ['position.y', 380, -260, -140],
  ['rotation', 0, 30, 110],
  ['scale.y', 1, 30, 60],
  ['opacity', 0, 60, 100],
];

/** One to three phrases on one channel. */
function phrased(dice: Dice): Model {
  const [id, from, least, most] = one(dice, SIZES);
  const unit = id === 'scale.y' || id === 'opacity' ? 100 : 1;
  const steps: Step[] = [];
  let [at, sign] = [from, 1];
  for (let i = dice(1, 3); i > 0; i--) {
    const way = (sign * dice(least, most)) / unit;
    steps.push(...one(dice, id === 'opacity' ? PHRASES.slice(0, 2) : PHRASES)(dice, at, way));
    at = steps.at(-1)!.to;
    // From an end it can only go back.
    if (at !== from && (unit === 100 || dice(0, 1))) sign = -sign;
  }
  const keys = keysOf(dice(2, 6), from, steps);
  const frames = keys.map(({ frame }) => frame);
  return { frames, target: asTarget(scene(frames.at(-1)! + dice(5, 10), actor('tin', { [id]: keys }))) };
}

/** Two subjects by phrases of their own, beginning apart. */
function pair(dice: Dice): Model {
  const part = (id: string, start: number): [Subject, Key[]] => {
    const steps = one(dice, PHRASES)(dice, 100, dice(200, 400));
    const keys = keysOf(start, 100, [...steps, ...one(dice, PHRASES)(dice, steps.at(-1)!.to, -dice(100, 180))]);
    return [actor(id, { 'position.x': keys }), keys];
  };
  const [tin, own] = part('tin', dice(3, 6));
  const [lid, other] = part('lid', dice(6, 12));
  const frames = [...own, ...other].map(({ frame }) => frame).sort((a, b) => a - b);
  return { frames, target: asTarget(scene(frames.at(-1)! + 6, tin, lid)) };
}

/** A way across the stage in arcs that grow or shrink, at any of the usual rates. */
function hops(dice: Dice): Model {
  const frames = stepsFrom(dice, dice(3, 6), [12, 16], [9, 13], [7, 10]);
  const xs = [100, 260, 380, 460];
  const x = frames.map((frame, i) => createKey(frame, xs[i]!, { leave: 'linear' }));
  const y = frames.flatMap((frame, i) => {
    const next = frames[i + 1];
    if (next === undefined) return [createKey(frame, 400, { leave: 'linear' })];
    const top = 400 - [200, 110, 55][i]!;
    return [
      createKey(frame, 400, { leave: 'quad-out' }),
      createKey(Math.round((frame + next) / 2), top, { leave: 'quad-in' }),
    ];
  });
  const motion = scene(frames[3]! + 6, actor('pea', { 'position.x': x, 'position.y': y }));
  const num = one(dice, [24, 25, 30, 60]);
  return { frames, target: asTarget({ ...motion, rate: { num, den: 1 } }) };
}

export const PHRASED_MODELS: Record<string, (dice: Dice) => Model> = { phrased, pair, hops };
