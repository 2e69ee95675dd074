import { changeRate, setKeys, setLeave, setRole, setScene, setSubject } from '../../src/index.ts';
import { drawer, pushes, ref } from '../clean-models.ts';
import { type Faults, onDrawer, valueAt } from './faulty-take.ts';

/** What the exercise set and the take has otherwise, and keys that do nothing. */
export const TERMS_FAULTS: Faults = {
  'wrong stage': onDrawer(({ motion }, dice) => ({
    take: setScene(motion, { stage: { ...motion.stage, widthPx: motion.stage.widthPx + dice(20, 400) } }).motion,
    kinds: ['stage-differs'],
  })),
  'subject lost': onDrawer(({ motion }) => ({ take: { ...motion, subjects: [] }, kinds: ['subject-missing'] })),
  'wrong rate': (dice) => {
    const { target } = drawer(dice);
    const fps = [12, 25, 30, 48][dice(0, 3)]!;
    return {
      target,
      take: changeRate(target.motion, { num: fps, den: 1 }, 'keep-seconds').motion,
      kinds: ['rate-differs'],
      measured: fps,
    };
  },
  'wrong range': (dice) => {
    const { target } = drawer(dice);
    return {
      target,
      take: setScene(target.motion, { range: { first: 1, last: target.motion.range.last + dice(2, 12) } }).motion,
      kinds: ['range-differs'],
    };
  },
  'wrong exposure': (dice) => {
    const { target } = drawer(dice);
    const exposure = dice(2, 4);
    return {
      target,
      take: setSubject(target.motion, 'drawer', { exposure }).motion,
      kinds: ['exposure-differs'],
      measured: exposure,
    };
  },
  'rest frame keyed': (dice) => {
    const { target } = drawer(dice);
    const take = setKeys(target.motion, 1, [{ subjectId: 'drawer', channelId: 'position.x', value: 0 }]).motion;
    const take2 = setRole(take, [ref('drawer', 'position.x', 1)], 'inbetween').motion;
    return {
      target: { ...target, motion: { ...target.motion, restFrame: 1 } },
      take: take2,
      kinds: ['rest-frame-keyed'],
      firstFrame: 1,
    };
  },
  'turned too': onDrawer(({ motion, frames }, dice) => {
    const turn = (frame: number, value: number) =>
      [frame, [{ subjectId: 'drawer', channelId: 'rotation', value }]] as const;
    return {
      take: setKeys(setKeys(motion, ...turn(frames[0]!, 0)).motion, ...turn(frames[2]!, dice(10, 40))).motion,
      kinds: ['track-extra'],
    };
  }),
  'idle channel': onDrawer(({ motion, frames }) => {
    const still = (frame: number) => [frame, [{ subjectId: 'drawer', channelId: 'rotation', value: 0 }]] as const;
    return {
      take: setKeys(setKeys(motion, ...still(frames[0]!)).motion, ...still(frames[2]!)).motion,
      kinds: ['channel-idle'],
      measured: 2,
    };
  }),
  'idle key': (dice) => {
    const { target, frames } = pushes(dice);
    const frame = frames[0]! + dice(3, 8);
    const now = ref('glass', 'position.x', frame);
    const keyed = setLeave(
      setKeys(target.motion, frame, [
        { ...now, value: valueAt(target.motion, ref('glass', 'position.x', frames[0]!), frame) },
      ]).motion,
      [now],
      'linear',
    ).motion;
    return {
      target,
      take: setRole(keyed, [now], 'inbetween').motion,
      kinds: ['keys-idle'],
      firstFrame: frame,
      measured: 1,
    };
  },
};
