import { createKey, type Key, type Leave } from '../src/index.ts';
import { actor, asTarget, flat, type Model, scene } from './clean-models.ts';
import type { Dice } from './dice.ts';
import { stepsFrom } from './learner-models.ts';

/** Models whose keys lie close, beside long rests and drifts: what is keyed so is easily taken for a recording. */

const linear = (frame: number, value: number): Key => createKey(frame, value, { leave: 'linear' });
const eased = (leave: Leave, frames: readonly number[], values: readonly number[]): Key[] =>
  frames.map((frame, i) => createKey(frame, values[i]!, { leave }));

/** A kettle that drifts, jerks forward, and drifts on. */
function accent(dice: Dice): Model {
  const frames = stepsFrom(dice, dice(3, 6), [30, 40], [4, 6], [20, 30]);
  const values = [0, dice(60, 90), dice(380, 460), dice(470, 500)];
  const keys = eased('sine-in-out', frames, values);
  keys[1] = { ...keys[1]!, leave: 'cubic-out' };
  return { frames, target: asTarget(scene(frames[3]! + 8, actor('kettle', { 'position.x': keys }))) };
}

/** A leaf that falls evenly, from side to side. */
function zigzag(dice: Dice): Model {
  const frames = stepsFrom(dice, dice(3, 6), [7, 10], [7, 10], [7, 10], [7, 10]);
  const aside = dice(160, 240);
  const values = [-0.5, 1, -1, 1, -0.5].map((share) => 300 + share * aside);
  const parts = {
    'position.x': eased('sine-in-out', frames, values),
    'position.y': [linear(frames[0]!, 60), linear(frames[4]!, dice(380, 460))],
  };
  return { frames, target: asTarget(scene(frames[4]! + 6, actor('leaf', parts))) };
}

/** A door that turns, stands long, turns on and stands: at thirty frames a second. */
function patient(dice: Dice): Model {
  const frames = stepsFrom(dice, dice(3, 6), [8, 12], [40, 60], [9, 14], [20, 30]);
  const open = dice(420, 520) / 4;
  const keys = eased('sine-in-out', frames, [0, 50, 50, open, open]);
  return {
    frames,
    target: asTarget({ ...scene(frames[4]! + 5, actor('door', { rotation: keys })), rate: { num: 30, den: 1 } }),
  };
}

/** A bun that drops, lies flat for a moment, and hops up once more, squashed and drawn out. */
function cushion(dice: Dice): Model {
  const frames = stepsFrom(dice, dice(3, 6), [8, 11], [3, 4], [6, 9], [8, 10]);
  const [floor, high, again] = [420, dice(80, 140), dice(60, 90)];
  const leaves: Leave[] = ['quad-in', 'curve', 'quad-out', 'quad-in', 'curve'];
  const y = [high, floor, floor, floor - again, floor];
  const sizes: Leave[] = ['quad-in', 'quad-out', 'sine-in-out', 'sine-in-out', 'curve'];
  const size = [1, 1.25, 0.6, 1.1, 1];
  const parts = {
    'position.y': frames.map((frame, i) => createKey(frame, y[i]!, { leave: leaves[i]! })),
    'scale.y': frames.map((frame, i) => createKey(frame, size[i]!, { leave: sizes[i]! })),
  };
  return { frames, target: asTarget(scene(frames[4]! + 6, actor('bun', parts))) };
}

/** A spout that nods a little in a still picture. */
function nod(dice: Dice): Model {
  const frames = stepsFrom(dice, dice(8, 14), [4, 6], [5, 7], [5, 7]);
  const reach = dice(8, 14);
  const keys = [0, reach, -0.4 * reach, 0].map((value, i) => flat(frames[i]!, value));
  return { frames, target: asTarget(scene(frames[3]! + 12, actor('spout', { rotation: keys }))) };
}

/** An egg that hops three times alike, evenly across. */
function skip(dice: Dice): Model {
  const length = dice(8, 11);
  const frames = [0, 1, 2, 3].map((i) => 3 + i * length);
  const [way, high] = [dice(420, 520), dice(120, 180)];
  const hops = frames
    .slice(0, 3)
    .flatMap((frame) => [
      createKey(frame, 400, { leave: 'quad-out' }),
      createKey(frame + length / 2, 400 - high, { leave: 'quad-in', role: 'breakdown' }),
    ]);
  const parts = {
    'position.x': [linear(frames[0]!, 60), linear(frames[3]!, 60 + way)],
    'position.y': [...hops, createKey(frames[3]!, 400)],
  };
  return { frames, target: asTarget(scene(frames[3]! + 7, actor('egg', parts))) };
}

/** A mouse set on twos, some of its keys between two drawings. */
function twos(dice: Dice): Model {
  const frames = stepsFrom(dice, 3, [12, 16], [10, 14]);
  const keys = [80, dice(420, 520), dice(260, 320)].map((value, i) => flat(frames[i]!, value));
  return {
    frames,
    target: asTarget(scene(frames[2]! + 8, actor('mouse', { 'position.x': keys }, { exposure: 2 }))),
  };
}

/** A spoon that taps on and on, higher each time. */
function tapping(dice: Dice): Model {
  const apart = dice(4, 6);
  const frames = Array.from({ length: 8 }, (_, i) => 4 + i * apart);
  const keys = frames.map((frame, i) => flat(frame, i % 2 ? 360 - i * dice(16, 24) : 400));
  return { frames, target: asTarget(scene(frames[7]! + 8, actor('spoon', { 'position.y': keys }))) };
}

export const CLOSE_MODELS = { accent, zigzag, patient, cushion, nod, skip, twos, tapping };
