import { channelOf, createKey, withChannel } from '../motion/document/document.ts';
import type { Channel, Key, MotionDocument } from '../motion/document/schema.ts';
import type { ChannelRef, Edit } from '../motion/keys/change-keys.ts';
import type { WrittenMark } from './chart-notation.ts';

/**
 * The chart a channel is keyed by: its extremes with their values, every other key as a share of the way between the
 * extremes about it. A key that has no such share is written as an extreme.
 */
export function chartOf({ keys }: Channel): WrittenMark[] {
  return keys.map((key, i): WrittenMark => {
    const before = keys.slice(0, i).findLast((other) => other.role === 'extreme');
    const after = keys.slice(i + 1).find((other) => other.role === 'extreme');
    const plain = { frame: key.frame, keyFrames: null };
    if (key.role === 'extreme' || !before || !after || before.value === after.value)
      return { ...plain, share: null, value: key.value };
    return { ...plain, share: (key.value - before.value) / (after.value - before.value), value: null };
  });
}

/**
 * Keys a channel by a written chart; keys that are not in it go. Extremes without a value take those the channel's
 * extremes have, in order, and leave as they did; the first of a channel without keys is at its resting value. Refused
 * where an extreme has no value to take. Throws `unknown-subject`.
 */
export function applyChart(motion: MotionDocument, ref: ChannelRef, marks: readonly WrittenMark[]): Edit {
  const channel = channelOf(motion, ref.subjectId, ref.channelId);
  const known = channel.keys.filter((key) => key.role === 'extreme');
  const extremes: Key[] = [];
  for (const mark of marks.filter(({ share }) => share === null)) {
    const old = known[extremes.length];
    const value = mark.value ?? old?.value ?? (extremes.length === 0 ? channel.resting : null);
    if (value === null) {
      return {
        motion,
        keys: [],
        gaveWay: [],
        refused:
          `Frame ${mark.frame} has no value to be at: write it in parentheses, as in ${mark.frame} ` +
          `(${channel.resting + 100}).`,
      };
    }
    // How it leaves stays; a handle made for another segment does not.
    const leave = old && old.leave !== 'curve' ? old.leave : 'curve';
    extremes.push(
      old && old.frame === mark.frame && old.value === value ? old : createKey(mark.frame, value, { leave }),
    );
  }
  const keys = marks.map((mark): Key => {
    if (mark.share === null) return extremes.find((key) => key.frame === mark.frame)!;
    const from = extremes.findLast((key) => key.frame < mark.frame)!;
    const to = extremes.find((key) => key.frame > mark.frame)!;
    return createKey(mark.frame, from.value + (to.value - from.value) * mark.share, {
      role: 'breakdown',
      leave: from.leave === 'step' || from.leave === 'linear' ? from.leave : 'curve',
    });
  });
  return {
    motion: withChannel(motion, ref.subjectId, { ...channel, keys }),
    keys: keys.map((key) => ({ ...ref, frame: key.frame })),
    gaveWay: channel.keys
      .filter((key) => !keys.some((other) => other.frame === key.frame))
      .map((key) => ({ ...ref, frame: key.frame })),
  };
}
