import { createKey, type Key, type MotionDocument, moveKeys } from '../../src/index.ts';
import { actor, asTarget, flat, ref, scene, swing } from '../clean-models.ts';
import type { Faults } from './faulty-take.ts';

/** Loops that do not close. */
export const LOOP_FAULTS: Faults = {
  'loop open': (dice) => {
    const { target, frames } = swing(dice);
    const by = dice(5, 12);
    return {
      target,
      take: moveKeys(target.motion, [ref('ladle', 'rotation', frames[2]!)], 0, by).motion,
      kinds: ['loop-open'],
      measured: by,
    };
  },
  'loop hitches': (dice) => {
    const { target, frames } = swing(dice);
    return {
      target,
      take: moveKeys(target.motion, [ref('ladle', 'rotation', frames[2]!)], -1).motion,
      kinds: ['loop-hitches'],
    };
  },
  'loop jerks': (dice) => {
    const quarter = dice(5, 8);
    const [reach, last] = [dice(20, 45), 4 * quarter];
    const keys = (through: number): Key[] => {
      const side = { frames: quarter / 2, value: (reach / quarter) * through };
      const middle = (frame: number, leave: number): Key =>
        createKey(frame, 0, {
          link: 'broken',
          in: { frames: -quarter / 2, value: (-reach * leave) / 2 },
          out: { ...side, value: (reach * through) / 2 },
        });
      return [middle(1, through), flat(1 + quarter, reach), flat(1 + 3 * quarter, -reach), middle(1 + last, 1.4)];
    };
    const loop = (through: number): MotionDocument => scene(last, actor('ladle', { rotation: keys(through) }));
    return {
      target: asTarget(loop(1.4), { tolerances: { keyFrames: 1, spacingPercent: 30 } }),
      take: loop(0.1),
      kinds: ['loop-jerks'],
    };
  },
};
