import { createKey, ellipsePath, type Key, type Leave, type Subject } from '../src/index.ts';
import { actor, asTarget, flat, type Model, scene } from './clean-models.ts';
import type { Dice } from './dice.ts';
import { stepsFrom } from './learner-models.ts';

/** Models of what is rarer: free handles, drawings on twos, colours, depth, long drifts, taps, pushes, wobbles. */

const leaving = (leave: Leave, ...keys: [frame: number, value: number][]): Key[] =>
  keys.map(([frame, value]) => createKey(frame, value, { leave }));

/** A sack dragged on by handles pulled far and short by hand, another at every key. */
function dragged(dice: Dice): Model {
  const frames = stepsFrom(dice, dice(3, 6), [12, 18], [10, 14], [14, 20]);
  const values = [80, 80 + dice(220, 300), 80 + dice(120, 180), 80 + dice(480, 620)];
  const key = (i: number, before: number, after: number): Key =>
    createKey(frames[i]!, values[i]!, {
      link: 'broken',
      in: { frames: -(frames[i]! - (frames[i - 1] ?? frames[i]! - 1)) * before, value: 0 },
      out: { frames: ((frames[i + 1] ?? frames[i]! + 1) - frames[i]!) * after, value: 0 },
    });
  return {
    frames,
    target: asTarget(
      scene(
        frames[3]! + 7,
        actor('sack', { 'position.x': [key(0, 0.3, 0.7), key(1, 0.6, 0.2), key(2, 0.3, 0.6), key(3, 0.85, 0.3)] }),
      ),
    ),
  };
}

/** A mouse across the counter, drawn on twos. */
function mouse(dice: Dice): Model {
  const frames = stepsFrom(dice, 3, [7, 9], [5, 7], [8, 11]).map((frame) => frame - (frame % 2) + 1);
  const way = dice(180, 260);
  const values = [60, 60 + way, 60 + way, 60 + 2.4 * way];
  return {
    frames,
    target: asTarget(
      scene(
        frames[3]! + 8,
        actor('mouse', { 'position.x': frames.map((f, i) => flat(f, values[i]!)) }, { exposure: 2 }),
      ),
    ),
  };
}

/** A cart that comes nearer while it rolls. */
function nearer(dice: Dice): Model {
  const frames = stepsFrom(dice, dice(3, 6), [16, 24], [8, 12]);
  return {
    frames,
    target: asTarget(
      scene(
        frames[2]! + 6,
        actor('cart', {
          'position.x': [flat(frames[0]!, 700), flat(frames[1]!, 700 - dice(300, 420))],
          depth: [flat(frames[0]!, 6), flat(frames[1]!, 2), flat(frames[2]!, dice(0, 1))],
        }),
      ),
    ),
  };
}

/** A cloud of steam that drifts for seconds and is gone. */
function steam(dice: Dice): Model {
  const frames = stepsFrom(dice, dice(4, 8), [90, 120], [30, 40]);
  return {
    frames,
    target: asTarget(
      scene(
        frames[2]! + 12,
        actor('steam', {
          'position.y': leaving('sine-out', [frames[0]!, 420], [frames[2]!, 420 - dice(240, 320)]),
          opacity: leaving('sine-in-out', [frames[0]!, 0], [frames[0]! + 24, 80], [frames[1]!, 70], [frames[2]!, 0]),
        }),
      ),
    ),
  };
}

/** A spoon that taps a glass three times: down in three or four frames, up slower. */
function taps(dice: Dice): Model {
  const [down, up] = [dice(3, 4), dice(7, 9)];
  const frames = [4];
  for (let i = 0; i < 3; i++) frames.push(frames.at(-1)! + down, frames.at(-1)! + down + up);
  const reach = dice(35, 60);
  return {
    frames,
    target: asTarget(
      scene(
        frames.at(-1)! + 6,
        actor('spoon', {
          rotation: frames.map((f, i) =>
            createKey(f, i % 2 === 0 ? -reach : 0, { leave: i % 2 === 0 ? 'quad-in' : 'cubic-out' }),
          ),
        }),
      ),
    ),
  };
}

/** One tin pushes another, which goes on when it is hit and slows down; the first stops dead. */
function push(dice: Dice): Model {
  const frames = stepsFrom(dice, dice(3, 6), [12, 16], [16, 22]);
  const hit = dice(260, 340);
  return {
    frames,
    target: asTarget(
      scene(
        frames[2]! + 6,
        actor('first', { 'position.x': leaving('quad-in', [frames[0]!, 60], [frames[1]!, hit]) }),
        actor('second', {
          'position.x': leaving('cubic-out', [frames[1]!, hit + 90], [frames[2]!, hit + 90 + dice(180, 260)]),
          rotation: leaving('cubic-out', [frames[1]!, 0], [frames[2]!, dice(60, 180)]),
        }),
      ),
    ),
  };
}

/** A pea round and round a bowl, evenly, in a loop. */
function round(dice: Dice): Model {
  const length = dice(24, 36);
  const pea: Subject = actor(
    'pea',
    { travel: leaving('linear', [1, 0], [1 + length, 1]) },
    { guide: { pathId: 'rim', orient: false, angle: 0, lean: 0 } },
  );
  return {
    frames: [1, 1 + length],
    target: asTarget({
      ...scene(length, pea),
      guides: [ellipsePath('rim', 'Rim', { x: 400, y: 280 }, dice(120, 200), 80)],
    }),
  };
}

/** A flag of cloth leaning: skew there and back, its far end higher. */
function leaning(dice: Dice): Model {
  const frames = stepsFrom(dice, dice(3, 6), [9, 13], [7, 10], [9, 13]);
  const lean = dice(18, 30);
  return {
    frames,
    target: asTarget(
      scene(
        frames[3]! + 6,
        actor('cloth', {
          'skew.x': frames.map((f, i) => flat(f, [0, lean, -lean * 0.5, 0][i]!)),
          'scale.x': [flat(frames[0]!, 1), flat(frames[1]!, 1.25), flat(frames[3]!, 1)],
        }),
      ),
    ),
  };
}

/** A leaf that falls in sways, each longer than the one before, turning with them. */
function leaf(dice: Dice): Model {
  const frames = stepsFrom(dice, dice(3, 5), [10, 13], [12, 15], [14, 17]);
  const way = dice(120, 180);
  const xs = [300, 300 + way, 300 - way * 0.8, 300 + way * 0.4];
  const bends = frames.slice(1).map((frame, i) => Math.round((frame + frames[i]!) / 2));
  const y = frames.flatMap((frame, i) => [
    flat(frame, 100 + i * 95),
    ...(i < 3 ? [createKey(bends[i]!, 100 + i * 95 + 70, { link: 'auto', role: 'breakdown' as const })] : []),
  ]);
  return {
    frames,
    target: asTarget(
      scene(
        frames[3]! + 7,
        actor('leaf', {
          'position.x': frames.map((f, i) => flat(f, xs[i]!)),
          'position.y': y,
          rotation: frames.map((f, i) => flat(f, [20, -30, 25, 0][i]!)),
        }),
      ),
    ),
  };
}

/** A door pulled shut: hard against its frame, back by a little, and a tremble by its ease alone. */
function slam(dice: Dice): Model {
  const frames = stepsFrom(dice, dice(4, 7), [7, 10], [22, 28]);
  return {
    frames,
    target: asTarget(
      scene(
        frames[2]! + 6,
        actor('door', {
          rotation: [
            createKey(frames[0]!, 0, { leave: 'cubic-in' }),
            createKey(frames[1]!, dice(70, 95), { leave: 'elastic-out' }),
            createKey(frames[2]!, 62),
          ],
        }),
      ),
    ),
  };
}

export const RARER_MODELS: Record<string, (dice: Dice) => Model> = {
  dragged,
  mouse,
  nearer,
  steam,
  taps,
  push,
  round,
  leaning,
  leaf,
  slam,
};
