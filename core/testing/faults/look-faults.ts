import { createKey, type Key, type MotionDocument, packColour } from '../../src/index.ts';
import { actor, asTarget, scene } from '../clean-models.ts';
import type { Faults } from './faulty-take.ts';

/** Drawings of a flame, each up from its frame on. */
const flame = (frames: readonly number[], drawings: readonly number[]): MotionDocument =>
  scene(frames.at(-1)! + 8, actor('flame', { drawing: frames.map((frame, i) => createKey(frame, drawings[i]!)) }));
/** A hob dial that turns from one colour into another and back. */
const dial = (frames: readonly number[], colours: readonly string[]): MotionDocument =>
  scene(
    frames.at(-1)! + 8,
    actor('dial', {
      fill: frames.map((frame, i): Key => createKey(frame, packColour(colours[i]!), { leave: 'linear' })),
    }),
  );
const framesFrom = (dice: (low: number, high: number) => number): number[] => [
  1,
  dice(7, 9),
  dice(13, 15),
  dice(20, 22),
];

/** What is seen and does not move: drawings and colours. */
export const LOOK_FAULTS: Faults = {
  'another drawing': (dice) => {
    const frames = framesFrom(dice);
    return {
      target: asTarget(flame(frames, [4, 5, 6, 7])),
      take: flame(frames, [4, dice(8, 12), 6, 7]),
      kinds: ['drawing-off'],
      firstFrame: frames[1]!,
      lastFrame: frames[2]! - 1,
      measured: frames[2]! - frames[1]!,
    };
  },
  'a drawing late': (dice) => {
    const frames = framesFrom(dice);
    const late = dice(2, 3);
    return {
      target: asTarget(flame(frames, [4, 5, 6, 7])),
      take: flame(frames.with(1, frames[1]! + late), [4, 5, 6, 7]),
      kinds: ['key-late'],
      firstFrame: frames[1]!,
      lastFrame: frames[1]! + late,
      measured: frames[1]! + late,
    };
  },
  'another colour': (dice) => {
    const frames = framesFrom(dice);
    return {
      target: asTarget(dial(frames, ['#553311', '#ff6600', '#553311', '#553311'])),
      take: dial(frames, ['#553311', '#2266ff', '#553311', '#553311']),
      kinds: ['colour-off'],
    };
  },
};
