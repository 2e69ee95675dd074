import { createKey, type Key, type Subject } from '../src/index.ts';
import { actor, asTarget, flat, type Model, scene } from './clean-models.ts';
import type { Dice } from './dice.ts';

/** Models of the kitchen unlike the nine clean ones, each at its own pace and size. */

const linear = (frame: number, value: number): Key => createKey(frame, value, { leave: 'linear' });

/** Frames from `first` on, each a throw after the one before. */
export function stepsFrom(dice: Dice, first: number, ...lengths: [number, number][]): number[] {
  const frames = [first];
  for (const [least, most] of lengths) frames.push(frames.at(-1)! + dice(least, most));
  return frames;
}

/** A cart that draws back first and then goes: anticipation, move, settle. */
function cart(dice: Dice): Model {
  const frames = stepsFrom(dice, dice(3, 6), [5, 7], [10, 16], [5, 8]);
  const way = dice(420, 640);
  const values = [0, -dice(40, 70), way + dice(30, 50), way];
  return {
    frames,
    target: asTarget(
      scene(frames[3]! + 8, actor('cart', { 'position.x': frames.map((f, i) => flat(f, 100 + values[i]!)) })),
    ),
  };
}

/** A jar lid that turns twice round, slowly to its end. */
function jar(dice: Dice): Model {
  const frames = stepsFrom(dice, dice(2, 5), [20, 30]);
  return {
    frames,
    target: asTarget(
      scene(
        frames[1]! + 6,
        actor('jar', {
          rotation: [createKey(frames[0]!, 0, { leave: 'cubic-out' }), createKey(frames[1]!, dice(1, 2) * 360)],
        }),
      ),
    ),
  };
}

/** A light that comes on, stays, and goes out. */
function lamp(dice: Dice): Model {
  const frames = stepsFrom(dice, dice(3, 6), [8, 14], [8, 12], [10, 16]);
  const values = [0, 1, 1, 0];
  return {
    frames,
    target: asTarget(
      scene(
        frames[3]! + 6,
        actor('lamp', { opacity: frames.map((f, i) => createKey(f, values[i]!, { leave: 'sine-in-out' })) }),
      ),
    ),
  };
}

/** A pot lifted in an arc, turning as it goes. */
function pot(dice: Dice): Model {
  const frames = stepsFrom(dice, dice(3, 6), [9, 13], [9, 13]);
  const [x, y] = [dice(300, 420), dice(160, 240)];
  return {
    frames,
    target: asTarget(
      scene(
        frames[2]! + 8,
        actor('pot', {
          'position.x': [flat(frames[0]!, 100), flat(frames[2]!, 100 + x)],
          'position.y': [
            createKey(frames[0]!, 400, { leave: 'sine-out' }),
            createKey(frames[1]!, 400 - y, { leave: 'sine-in' }),
            createKey(frames[2]!, 400),
          ],
          rotation: [flat(frames[0]!, 0), flat(frames[1]!, -dice(20, 35)), flat(frames[2]!, 0)],
        }),
      ),
    ),
  };
}

/** A whisk that beats evenly to and fro. */
function whisk(dice: Dice): Model {
  const half = dice(7, 10);
  const frames = Array.from({ length: 5 }, (_, i) => 3 + i * half);
  const reach = dice(60, 120);
  return {
    frames,
    target: asTarget(
      scene(
        frames[4]! + 6,
        actor('whisk', {
          'position.x': frames.map((f, i) =>
            createKey(f, 300 + (i % 2 === 0 ? -reach : reach), { leave: 'sine-in-out' }),
          ),
        }),
      ),
    ),
  };
}

/** A stack from pose to pose: moves with holds between, on two parts. */
function stack(dice: Dice): Model {
  const frames = stepsFrom(dice, dice(3, 5), [8, 11], [6, 9], [8, 11], [6, 9], [8, 11]);
  const values = [0, 260, 260, 90, 90, dice(380, 460)];
  const part = (id: string, by: number): Subject =>
    actor(id, {
      'position.x': frames.map((f, i) =>
        createKey(f, 100 + values[i]! + by, { leave: i % 2 === 0 ? 'cubic-in-out' : 'linear' }),
      ),
    });
  return { frames, target: asTarget(scene(frames[5]! + 6, part('tray', 0), part('cup', 30))) };
}

/** A pan that rolls off evenly and stops dead at the wall. */
function pan(dice: Dice): Model {
  const frames = stepsFrom(dice, dice(3, 6), [14, 24]);
  const way = dice(360, 560);
  return {
    frames,
    target: asTarget(
      scene(
        frames[1]! + 8,
        actor('pan', {
          'position.x': [linear(frames[0]!, 80), linear(frames[1]!, 80 + way)],
          rotation: [linear(frames[0]!, 0), linear(frames[1]!, dice(180, 540))],
        }),
      ),
    ),
  };
}

/** Dough that is pressed, springs up and comes to rest: scale that is not kept in volume. */
function dough(dice: Dice): Model {
  const frames = stepsFrom(dice, dice(3, 5), [7, 10], [7, 10], [7, 10]);
  const values = [1, 0.5, 1.35, 1];
  return {
    frames,
    target: asTarget(scene(frames[3]! + 8, actor('dough', { 'scale.y': frames.map((f, i) => flat(f, values[i]!)) }))),
  };
}

export const LEARNER_MODELS: Record<string, (dice: Dice) => Model> = {
  cart,
  jar,
  lamp,
  pot,
  whisk,
  stack,
  pan,
  dough,
};
