import { deleteKeys, moveKeys, setRole, withKeyAt } from '../../src/index.ts';
import { ref, towel } from '../clean-models.ts';
import { type Faults, onDrawer } from './faulty-take.ts';

/** What comes when: keys late, early, missing, too many, never set, and parts that do not follow. */
export const TIMING_FAULTS: Faults = {
  'another pace': onDrawer(({ motion, frames, at }, dice) => {
    const pace = dice(120, 140) / 100;
    const slower = frames
      .map((_, i) => i)
      .reverse()
      .reduce((take, i) => moveKeys(take, [at(i)], Math.round((frames[i]! - frames[0]!) * (pace - 1))).motion, motion);
    return { take: { ...slower, range: motion.range }, kinds: ['tempo-differs'] };
  }),
  'key late': onDrawer(({ motion, frames, at }, dice) => {
    const [i, by] = [dice(0, 3), dice(2, 5)];
    return {
      take: moveKeys(motion, [at(i)], by).motion,
      kinds: ['key-late'],
      firstFrame: frames[i]!,
      lastFrame: frames[i]! + by,
      measured: frames[i]! + by,
    };
  }),
  'key early': onDrawer(({ motion, frames, at }, dice) => {
    const [i, by] = [dice(1, 3), dice(2, 5)];
    return {
      take: moveKeys(motion, [at(i)], -by).motion,
      kinds: ['key-early'],
      firstFrame: frames[i]! - by,
      lastFrame: frames[i]!,
      measured: frames[i]! - by,
    };
  }),
  'key dropped': onDrawer(({ motion, frames, at }) => ({
    take: deleteKeys(motion, [at(1)]).motion,
    kinds: ['key-missing'],
    firstFrame: frames[1]!,
  })),
  'key added': onDrawer(({ motion, frames }, dice) => {
    const [i, off, by] = [dice(0, 2), dice(4, 7), dice(60, 90)];
    const subject = motion.subjects[0]!;
    const channels = subject.channels.map((channel) =>
      channel.id === 'position.x' ? withKeyAt(channel, frames[i]! + off) : channel,
    );
    const added = ref('drawer', 'position.x', frames[i]! + off);
    const split = setRole({ ...motion, subjects: [{ ...subject, channels }] }, [added], 'extreme').motion;
    return { take: moveKeys(split, [added], 0, by).motion, kinds: ['key-extra'], firstFrame: frames[i]! + off };
  }),
  'overlap lost': (dice) => {
    const { target, frames } = towel(dice);
    const lag = frames[3]!;
    return {
      target,
      take: moveKeys(
        target.motion,
        frames.slice(0, 3).map((frame) => ref('end', 'position.x', frame)),
        -lag,
      ).motion,
      kinds: ['overlap-off'],
      measured: 0,
    };
  },
  'never keyed': onDrawer(({ motion, frames }) => ({
    take: deleteKeys(
      motion,
      frames.map((frame) => ref('drawer', 'position.x', frame)),
    ).motion,
    kinds: ['track-never-keyed'],
  })),
};
