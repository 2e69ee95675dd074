import { deleteKeys, moveKeys, setHandle, setLeave, setLink } from '../../src/index.ts';
import { bounce, drawer, pushes, rack, ref, TOLERANCES } from '../clean-models.ts';
import { type Faults, keysOf, onDrawer } from './faulty-take.ts';

/** Where things are and how they get there: poses, eases, holds, contacts, settling. */
export const SPACING_FAULTS: Faults = {
  'pose off': onDrawer(({ motion, frames, at }, dice) => {
    const [i, by] = [dice(1, 2), dice(60, 120)];
    return { take: moveKeys(motion, [at(i)], 0, by).motion, kinds: ['pose-off'], firstFrame: frames[i]!, measured: by };
  }),
  'no ease': onDrawer(({ motion, frames, at }) => ({
    take: setLeave(motion, [at(0)], 'linear').motion,
    kinds: ['start-not-slow'],
    firstFrame: frames[0]!,
    lastFrame: frames[1]!,
  })),
  'held pose': onDrawer(({ motion, frames, at }, dice) => {
    const i = dice(0, 2);
    return {
      take: setLeave(motion, [at(i)], 'step').motion,
      kinds: ['held-not-moving'],
      firstFrame: frames[i]!,
      lastFrame: frames[i + 1]!,
    };
  }),
  'turn snapped': (dice) => {
    const { target, frames } = drawer(dice);
    return {
      target,
      take: setLeave(
        target.motion,
        [ref('drawer', 'position.x', frames[0]!), ref('drawer', 'position.x', frames[1]!)],
        'linear',
      ).motion,
      kinds: ['turn-sharp', 'start-not-slow'],
      firstFrame: frames[1]!,
    };
  },
  'hold drifts': (dice) => {
    const { target, frames } = pushes(dice);
    const span = keysOf(target.motion).at(-1)!.value;
    const handle = { frames: 5, value: (span * dice(15, 25)) / 100 };
    const broken = setLink(
      setLeave(target.motion, [ref('glass', 'position.x', frames[1]!)], 'curve').motion,
      [ref('glass', 'position.x', frames[1]!)],
      'broken',
    ).motion;
    return {
      target,
      take: setHandle(broken, ref('glass', 'position.x', frames[1]!), 'out', handle).motion,
      kinds: ['hold-moves'],
      firstFrame: frames[1]!,
      lastFrame: frames[2]!,
    };
  },
  'start too slow': (dice) => {
    const { target, frames } = pushes(dice);
    return {
      target,
      take: setLeave(target.motion, [ref('glass', 'position.x', frames[0]!)], 'quad-in').motion,
      kinds: ['start-too-slow'],
      firstFrame: frames[0]!,
      lastFrame: frames[1]!,
    };
  },
  'finish too slow': (dice) => {
    const { target, frames } = pushes(dice);
    return {
      target,
      take: setLeave(target.motion, [ref('glass', 'position.x', frames[2]!)], 'quad-out').motion,
      kinds: ['finish-too-slow'],
      firstFrame: frames[2]!,
      lastFrame: frames[3]!,
    };
  },
  'contact floats': (dice) => {
    const { target, frames } = bounce(dice);
    const [into, hit] = [ref('lid', 'position.y', frames[0]!), ref('lid', 'position.y', frames[1]!)];
    return {
      target,
      take: setLeave(target.motion, [into, hit], 'sine-in-out').motion,
      kinds: ['contact-floats'],
      firstFrame: frames[1]!,
    };
  },
  'settle lost': (dice) => {
    const { target, frames } = rack(dice);
    return {
      target,
      take: deleteKeys(
        target.motion,
        [2, 3].map((i) => ref('rack', 'position.x', frames[i]!)),
      ).motion,
      kinds: ['settle-off'],
      measured: 1,
    };
  },
  'spacing off': (dice) => {
    const { target, frames } = pushes(dice);
    const [a, b] = [ref('glass', 'position.x', frames[0]!), ref('glass', 'position.x', frames[1]!)];
    const [length, way] = [frames[1]! - frames[0]!, keysOf(target.motion)[1]!.value];
    const curved = setLink(setLeave(target.motion, [a], 'curve').motion, [a, b], 'broken').motion;
    const bent = setHandle(setHandle(curved, a, 'out', { frames: length / 3, value: way * 0.25 }).motion, b, 'in', {
      frames: -length / 3,
      value: -way / 3,
    }).motion;
    return {
      target: { ...target, tolerances: { ...TOLERANCES, spacingPercent: 1 } },
      take: bent,
      kinds: ['spacing-off'],
      firstFrame: frames[0]!,
      lastFrame: frames[1]!,
    };
  },
};
