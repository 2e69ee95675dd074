import { createKey, type GuidePath, type Key, type Subject } from '../src/index.ts';
import { actor, asTarget, flat, type Model, scene } from './clean-models.ts';
import type { Dice } from './dice.ts';
import { stepsFrom } from './learner-models.ts';

/** Models made of what the others leave out: paths, cycles, springs, steps, drifts, many parts, another rate. */

const leaving = (leave: Key['leave'], ...keys: [frame: number, value: number][]): Key[] =>
  keys.map(([frame, value]) => createKey(frame, value, { leave }));

/** A spoon that goes along an S-shaped path, slowly at both ends. */
function along(dice: Dice): Model {
  const frames = stepsFrom(dice, dice(3, 6), [18, 28]);
  const path: GuidePath = {
    id: 'way',
    name: 'Way',
    closed: false,
    points: [
      { x: 100, y: 300, in: { x: 0, y: 0 }, out: { x: 90, y: -dice(100, 200) } },
      { x: 300, y: 300, in: { x: -60, y: -80 }, out: { x: 60, y: 80 } },
      { x: 500 + dice(0, 80), y: 260, in: { x: -90, y: dice(60, 120) }, out: { x: 0, y: 0 } },
    ],
  };
  const spoon = actor(
    'spoon',
    { travel: frames.map((frame, i) => flat(frame, i)) },
    { guide: { pathId: 'way', orient: false, angle: 0, lean: 0 } },
  );
  return { frames, target: asTarget({ ...scene(frames[1]! + 6, spoon), guides: [path] }) };
}

/** A clock's hand that ticks: held from step to step. */
function clock(dice: Dice): Model {
  const every = dice(7, 10);
  const frames = Array.from({ length: 5 }, (_, i) => 4 + i * every);
  return {
    frames,
    target: asTarget(
      scene(
        frames[4]! + every,
        actor('hand', { rotation: leaving('step', ...frames.map((f, i): [number, number] => [f, i * 30])) }),
      ),
    ),
  };
}

/** A ladle's cycle of two turns, repeated beyond its keys. */
function cycle(dice: Dice): Model {
  const half = dice(8, 12);
  const frames = [1, 1 + half, 1 + 2 * half];
  const reach = dice(60, 110);
  const motion = scene(
    6 * half,
    actor('ladle', { 'position.y': frames.map((f, i) => flat(f, 300 - (i % 2) * reach)) }),
  );
  return {
    frames,
    target: asTarget({
      ...motion,
      subjects: motion.subjects.map((subject) => ({
        ...subject,
        channels: subject.channels.map((channel) =>
          channel.keys.length > 0 ? { ...channel, after: { kind: 'repeat' as const, count: 0 } } : channel,
        ),
      })),
    }),
  };
}

/** A board that moves over and goes on by a little while it is read: a moving hold, then off. */
function board(dice: Dice): Model {
  const frames = stepsFrom(dice, dice(3, 5), [9, 13], [14, 20], [9, 13]);
  const way = dice(300, 420);
  const values = [0, way, way * 1.05, way * 2.1];
  const leaves = ['cubic-in-out', 'linear', 'cubic-in-out', 'linear'] as const;
  return {
    frames,
    target: asTarget(
      scene(
        frames[3]! + 6,
        actor('board', { 'position.x': frames.map((f, i) => createKey(f, 60 + values[i]!, { leave: leaves[i]! })) }),
      ),
    ),
  };
}

/** A whisk arm of three parts, each hung on the one before and turning some frames after it. */
function arm(dice: Dice): Model {
  const [lag, from, length, turn] = [dice(2, 3), dice(4, 6), dice(12, 16), dice(30, 50)];
  const part = (id: string, i: number, parentId: string | null): Subject =>
    actor(
      id,
      {
        rotation: [
          flat(from + i * lag, 0),
          flat(from + i * lag + length, turn),
          flat(from + i * lag + 2 * length, -turn / 2),
        ],
      },
      { parentId },
    );
  return {
    frames: [from, from + length, from + 2 * length],
    target: asTarget(
      scene(
        from + 2 * length + 2 * lag + 6,
        part('upper', 0, null),
        part('lower', 1, 'upper'),
        part('tip', 2, 'lower'),
      ),
    ),
  };
}

/** A fly round a bowl: a figure of eight out of two swings, one twice as fast as the other. */
function fly(dice: Dice): Model {
  const quarter = dice(5, 7);
  const frames = Array.from({ length: 5 }, (_, i) => 3 + i * 2 * quarter);
  const [wide, high] = [dice(150, 220), dice(50, 90)];
  const xs = [0, wide, 0, -wide, 0];
  const x = frames.map((f, i) => createKey(f, 400 + xs[i]!, { leave: i % 2 === 0 ? 'sine-out' : 'sine-in' }));
  const ys = [0, high, 0, -high, 0, high, 0, -high, 0];
  const y = ys.map((v, i) => createKey(3 + i * quarter, 200 + v, { leave: i % 2 === 0 ? 'sine-out' : 'sine-in' }));
  return {
    frames,
    target: asTarget(scene(frames[4]! + 6, actor('fly', { 'position.x': x, 'position.y': y }))),
  };
}

/** A lid that falls and bounces by its ease alone, and a knob that goes past and springs back by its own. */
function sprung(dice: Dice): Model {
  const frames = stepsFrom(dice, dice(3, 6), [22, 30]);
  return {
    frames,
    target: asTarget(
      scene(
        frames[1]! + 6,
        actor('lid', {
          'position.y': [createKey(frames[0]!, 60, { leave: 'bounce-out' }), createKey(frames[1]!, dice(340, 420))],
        }),
        actor('knob', {
          rotation: [createKey(frames[0]!, 0, { leave: 'back-out' }), createKey(frames[1]!, dice(60, 120))],
        }),
      ),
    ),
  };
}

/** A tomato at 12 drawings a second that leaps, squashed before and after: place and scale together. */
function leap(dice: Dice): Model {
  const frames = stepsFrom(dice, dice(2, 3), [4, 6], [6, 8], [6, 8], [4, 6]);
  const [way, high, squash] = [dice(200, 320), dice(140, 220), dice(60, 75) / 100];
  const xs = [0, 0, way / 2, way, way];
  const ys = [0, 30, -high, 30, 0];
  const sy = [1, squash, 1.2, squash, 1];
  return {
    frames,
    target: asTarget({
      ...scene(
        frames[4]! + 4,
        actor('tomato', {
          'position.x': frames.map((f, i) => createKey(f, 120 + xs[i]!, { leave: 'linear' })),
          'position.y': frames.map((f, i) =>
            createKey(f, 400 + ys[i]!, {
              leave: (['sine-in-out', 'quad-out', 'quad-in', 'sine-in-out', 'linear'] as const)[i]!,
            }),
          ),
          'scale.y': frames.map((f, i) => flat(f, sy[i]!)),
        }),
      ),
      rate: { num: 12, den: 1 },
    }),
  };
}

export const FURTHER_MODELS: Record<string, (dice: Dice) => Model> = {
  along,
  clock,
  cycle,
  board,
  arm,
  fly,
  sprung,
  leap,
};
