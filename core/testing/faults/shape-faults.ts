import { moveKeys, setKeys, setLeave, setRole, setSubject, withKeyAt } from '../../src/index.ts';
import { arc, drawer, pudding, ref, spoon } from '../clean-models.ts';
import { type Faults, keysOf, valueAt } from './faulty-take.ts';

/** Lines and volumes: arcs, limbs, squash and stretch, and steps too long for the eye. */
export const SHAPE_FAULTS: Faults = {
  'arc popped': (dice) => {
    const { target, frames } = arc(dice);
    const frame = frames[0]! + Math.round((frames[1]! - frames[0]!) / 2);
    const now = ref('pancake', 'position.x', frame);
    const popped = setKeys(target.motion, frame, [
      { ...now, value: valueAt(target.motion, now, frame) + dice(60, 90) },
    ]).motion;
    return {
      target,
      take: setRole(setLeave(popped, [now], 'linear').motion, [now], 'inbetween').motion,
      kinds: ['arc-off'],
      firstFrame: frames[0]!,
      lastFrame: frames[2]!,
    };
  },
  'arc kinked': (dice) => {
    const { target, frames } = arc(dice, 22);
    const frame = Math.round((frames[0]! + frames[1]!) / 2);
    const subject = target.motion.subjects[0]!;
    const pinned = (frames: number[]) =>
      subject.channels.map((channel) => (channel.id === 'position.x' ? frames.reduce(withKeyAt, channel) : channel));
    const around = [frame - 1, frame, frame + 1];
    const held = setRole(
      { ...target.motion, subjects: [{ ...subject, channels: pinned(around) }] },
      around.map((at) => ref('pancake', 'position.x', at)),
      'inbetween',
    ).motion;
    return {
      target,
      take: moveKeys(held, [ref('pancake', 'position.x', frame)], 0, dice(12, 14)).motion,
      kinds: ['arc-kinked'],
      firstFrame: frame,
    };
  },
  'limb pulled': (dice) => {
    const { target, frames } = spoon(dice);
    const by = 1.15 + dice(0, 20) / 100;
    const pulled = (['position.x', 'position.y'] as const).map((channelId) => ({
      subjectId: 'bowl',
      channelId,
      value: keysOf(target.motion, 1, channelId)[1]!.value * by,
    }));
    return {
      target,
      take: setKeys(target.motion, frames[1]!, pulled).motion,
      kinds: ['limb-long'],
      firstFrame: frames[1]!,
    };
  },
  'volume lost': (dice) => {
    const { target, frames } = pudding(dice);
    const by = dice(15, 25) / 100;
    return {
      target,
      take: moveKeys(target.motion, [ref('pudding', 'scale.y', frames[1]!)], 0, -by).motion,
      kinds: ['volume-off'],
      firstFrame: frames[1]!,
    };
  },
  strobing: (dice) => {
    const { target } = drawer(dice);
    const subject = target.motion.subjects[0]!;
    return {
      target,
      take: setSubject(target.motion, 'drawer', { look: { ...subject.look, widthPx: dice(12, 24) } }).motion,
      kinds: ['strobing'],
    };
  },
};
