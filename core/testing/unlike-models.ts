import { createKey, type GuidePath, type Key, type Leave, type Subject } from '../src/index.ts';
import { actor, asTarget, flat, type Model, scene } from './clean-models.ts';
import type { Dice } from './dice.ts';
import { stepsFrom } from './learner-models.ts';

/** Models put away from the others: of swings that die down, crowds, smooth keys passed through, stops on a path. */

const leaving = (leave: Leave, ...keys: [frame: number, value: number][]): Key[] =>
  keys.map(([frame, value]) => createKey(frame, value, { leave }));

/** A ladle on its hook, knocked: six swings that die down. */
function knocked(dice: Dice): Model {
  const half = dice(7, 9);
  const first = dice(3, 6);
  const frames = Array.from({ length: 7 }, (_, i) => first + i * half);
  const reach = dice(35, 55);
  return {
    frames,
    target: asTarget({
      ...scene(
        frames[6]! + 8,
        actor('ladle', {
          rotation: frames.map((f, i) =>
            createKey(f, i === 0 || i === 6 ? 0 : reach * 0.72 ** (i - 1) * (i % 2 === 1 ? 1 : -1), {
              leave: i === 0 ? 'sine-out' : 'sine-in-out',
            }),
          ),
        }),
      ),
      rate: { num: 25, den: 1 },
    }),
  };
}

/** A tomato that hops on and on: evenly across, lower each time, squashed where it lands. */
function hopping(dice: Dice): Model {
  const frames = stepsFrom(dice, dice(2, 4), [11, 13], [9, 10], [7, 8]);
  const floor = 420;
  const high = dice(200, 260);
  const y = frames
    .slice(0, -1)
    .flatMap((f, i) => [
      createKey(f, floor, { leave: 'quad-out' }),
      createKey(Math.round((f + frames[i + 1]!) / 2), floor - high * [1, 0.6, 0.35][i]!, { leave: 'quad-in' }),
    ]);
  const squash = frames.flatMap((f) => [
    createKey(f - 2, 1, { leave: 'linear' }),
    createKey(f, 0.7, { leave: 'linear' }),
    createKey(f + 2, 1, { leave: 'linear' }),
  ]);
  return {
    frames,
    target: asTarget(
      scene(
        frames[3]! + 8,
        actor('tomato', {
          'position.x': leaving('linear', [frames[0]!, 80], [frames[3]!, 80 + dice(420, 560)]),
          'position.y': [...y, createKey(frames[3]!, floor)],
          'scale.y': squash.filter(({ frame }) => frame >= 1),
        }),
      ),
    ),
  };
}

/** Four cups that pop up one after the other. */
function crowd(dice: Dice): Model {
  const [first, lag, length] = [dice(3, 5), dice(3, 4), dice(9, 12)];
  const cups: Subject[] = Array.from({ length: 4 }, (_, i) =>
    actor(`cup${i + 1}`, {
      'scale.x': leaving('cubic-out', [first + i * lag, 0], [first + i * lag + length, 1]),
      'scale.y': leaving('cubic-out', [first + i * lag, 0], [first + i * lag + length, 1]),
    }),
  );
  return { frames: [first, first + length], target: asTarget(scene(first + 3 * lag + length + 6, ...cups)) };
}

/** A trolley that slows at a corner and goes on, smoothly through every key. */
function wagon(dice: Dice): Model {
  const frames = stepsFrom(dice, dice(3, 6), [9, 12], [11, 14], [8, 11], [9, 12]);
  const values = [60, 240, 330, 560, 760];
  return {
    frames,
    target: asTarget(
      scene(
        frames[4]! + 7,
        actor('wagon', {
          'position.x': frames.map((f, i) =>
            createKey(f, values[i]!, {
              link: i === 0 || i === 4 ? 'flat' : 'auto',
              role: i % 4 ? 'breakdown' : 'extreme',
            }),
          ),
        }),
      ),
    ),
  };
}

/** A mixer that runs up, turns evenly and runs down. */
function mixer(dice: Dice): Model {
  const frames = stepsFrom(dice, dice(3, 6), [10, 14], [18, 26], [12, 16]);
  // Degrees a frame while it turns; half of it on the way there.
  const pace = dice(12, 20);
  const [up, even, down] = frames.slice(1).map((f, i) => f - frames[i]!) as [number, number, number];
  const values = [0, (up * pace) / 2, (up / 2 + even) * pace, (up / 2 + even + down / 2) * pace];
  const leaves: Leave[] = ['quad-in', 'linear', 'quad-out', 'linear'];
  return {
    frames,
    target: asTarget(
      scene(
        frames[3]! + 8,
        actor('beater', { rotation: frames.map((f, i) => createKey(f, values[i]!, { leave: leaves[i]! })) }),
      ),
    ),
  };
}

/** A pilot light that is on and off by turns: steps of opacity. */
function pilot(dice: Dice): Model {
  const frames = stepsFrom(dice, dice(4, 8), [4, 9], [6, 12], [5, 9], [7, 12]);
  return {
    frames,
    target: asTarget(
      scene(
        frames[4]! + 8,
        actor('light', {
          opacity: leaving('step', ...frames.map((f, i): [number, number] => [f, i % 2 === 0 ? 100 : 15])),
        }),
      ),
    ),
  };
}

/** A spoon stirring: round twice, x and y keyed a quarter apart. */
function stirring(dice: Dice): Model {
  const quarter = dice(5, 7);
  const first = dice(2, 4);
  const [wide, high] = [dice(120, 180), dice(40, 70)];
  const frames = Array.from({ length: 9 }, (_, i) => first + i * quarter);
  const x = frames.flatMap((f, i) =>
    i % 2 === 0 ? [createKey(f, 400 + (i % 4 === 0 ? wide : -wide), { leave: 'sine-in-out' })] : [],
  );
  const y = frames.map((f, i) =>
    createKey(f, 300 + [0, high, 0, -high][i % 4]!, { leave: i % 2 === 0 ? 'sine-out' : 'sine-in' }),
  );
  return {
    frames: frames.filter((_, i) => i % 2 === 0),
    target: asTarget(scene(frames[8]! + 6, actor('spoon', { 'position.x': x, 'position.y': y }))),
  };
}

/** A label that comes up close: both scales and its place together, slow at both ends. */
function close(dice: Dice): Model {
  const frames = stepsFrom(dice, dice(3, 8), [16, 26], [14, 24], [12, 20]);
  const size = dice(18, 30) / 10;
  const eased = (...values: number[]): Key[] =>
    values.map((value, i) => createKey(frames[i]!, value, { leave: 'quint-in-out' }));
  return {
    frames,
    target: asTarget(
      scene(
        frames[3]! + 6,
        actor('label', {
          'position.x': eased(200, 400, 400, 620),
          'position.y': eased(420, 260, 260, 420),
          'scale.x': eased(1, size, size, 1),
          'scale.y': eased(1, size, size, 1),
        }),
      ),
    ),
  };
}

/** A tram of plates along a path, turned with it, that stops at a half and goes on. */
function tram(dice: Dice): Model {
  const frames = stepsFrom(dice, dice(3, 6), [14, 20], [7, 11], [12, 18]);
  const path: GuidePath = {
    id: 'rail',
    name: 'Rail',
    closed: false,
    points: [
      { x: 80, y: 420, in: { x: 0, y: 0 }, out: { x: 120, y: 0 } },
      { x: 400, y: 300, in: { x: -100, y: 60 }, out: { x: 100, y: -60 } },
      { x: 760, y: 140 + dice(0, 80), in: { x: -160, y: 0 }, out: { x: 0, y: 0 } },
    ],
  };
  const tram = actor(
    'tram',
    { travel: frames.map((f, i) => flat(f, [0, 0.45, 0.45, 1][i]!)) },
    { guide: { pathId: 'rail', orient: true, angle: 0, lean: 0 } },
  );
  return { frames, target: asTarget({ ...scene(frames[3]! + 7, tram), guides: [path] }) };
}

/** An old clock drawn on threes at 30 frames a second: its weight sinks, jerks back and sinks on. */
function weight(dice: Dice): Model {
  const frames = stepsFrom(dice, 4, [5, 7], [2, 3], [6, 9]).map((f, i) => (i === 0 ? 4 : 4 + Math.round((f - 4) * 3)));
  return {
    frames,
    target: asTarget({
      ...scene(
        frames[3]! + 9,
        actor(
          'weight',
          { 'position.y': frames.map((f, i) => createKey(f, [100, 300, 240, 460][i]!, { leave: 'sine-in-out' })) },
          { exposure: 3 },
        ),
      ),
      rate: { num: 30, den: 1 },
    }),
  };
}

/** A cook's day: moves and holds of all lengths on one place, for ten seconds. */
function day(dice: Dice): Model {
  const frames = stepsFrom(dice, dice(5, 9), ...Array.from({ length: 9 }, (): [number, number] => [12, 34]));
  let at = 120;
  const keys = frames.map((f, i) => {
    if (i % 2 === 1) at += (i % 4 === 1 ? 1 : -1) * dice(120, 260) + 60;
    return createKey(f, at, { leave: i % 4 === 2 ? 'cubic-in-out' : 'sine-in-out' });
  });
  return { frames, target: asTarget(scene(frames.at(-1)! + 14, actor('cook', { 'position.x': keys }))) };
}

/** A hand that fetches a cup: the hand goes there, and both come back together. */
function fetch(dice: Dice): Model {
  const frames = stepsFrom(dice, dice(3, 6), [11, 15], [4, 6], [14, 18]);
  const way = dice(300, 420);
  return {
    frames,
    target: asTarget(
      scene(
        frames[3]! + 7,
        actor('hand', {
          'position.x': [
            flat(frames[0]!, 100),
            flat(frames[1]!, 100 + way),
            flat(frames[2]!, 100 + way),
            flat(frames[3]!, 160),
          ],
          'position.y': [flat(frames[0]!, 200), flat(frames[1]!, 360), flat(frames[2]!, 360), flat(frames[3]!, 180)],
        }),
        actor('cup', {
          'position.x': [flat(frames[2]!, 120 + way), flat(frames[3]!, 180)],
          'position.y': [flat(frames[2]!, 360), flat(frames[3]!, 180)],
        }),
      ),
    ),
  };
}

export const UNLIKE_MODELS: Record<string, (dice: Dice) => Model> = {
  knocked,
  hopping,
  crowd,
  wagon,
  mixer,
  pilot,
  stirring,
  close,
  tram,
  weight,
  day,
  fetch,
};
