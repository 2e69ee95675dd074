import { channelOf } from '../motion/document/document.ts';
import type { Channel, Key, MotionDocument } from '../motion/document/schema.ts';
import type { KeyRef } from '../motion/keys/change-keys.ts';
import { deleteKeys } from '../motion/keys/delete-keys.ts';
import { setLeave } from '../motion/keys/key-properties.ts';
import { moveKeys } from '../motion/keys/move-keys.ts';
import { effectiveHandles } from '../motion/keys/set-handles.ts';
import { extentOfKeys, isMoving } from '../motion/keys/thin-keys.ts';

/**
 * A take nobody made, with one fault of a known size: what tolerances and weights make of it can be judged before
 * anyone hands in.
 */
export interface MadeUpTake {
  name: string;
  motion: MotionDocument;
}

interface Moving {
  subjectId: string;
  channel: Channel;
}

const LATE_FRAMES = 2;
const SHORT = 0.1;
const DRIFT = 0.1;

/** The channel with the longest way, in its own unit: what an exercise is mostly about. */
function mainChannel(motion: MotionDocument): Moving | null {
  let best: (Moving & { way: number }) | null = null;
  for (const subject of motion.subjects) {
    if (subject.locked) continue;
    for (const channel of subject.channels) {
      if (!isMoving(channel)) continue;
      const way = extentOfKeys(channel.keys);
      if (!best || way > best.way) best = { subjectId: subject.id, channel, way };
    }
  }
  return best;
}

/**
 * Takes with typical faults on the main channel of a model motion; a fault it has no place for is left out. The first
 * has none.
 */
export function madeUpTakes(motion: MotionDocument): MadeUpTake[] {
  const main = mainChannel(motion);
  const takes: MadeUpTake[] = [{ name: 'As the model', motion }];
  if (!main) return takes;
  const { subjectId, channel } = main;
  const { keys } = channel;
  const way = extentOfKeys(keys);
  const ref = (key: Key): KeyRef => ({ subjectId, channelId: channel.id, frame: key.frame });
  const extremes = keys.filter((key) => key.role === 'extreme');
  const last = extremes.at(-1) ?? keys.at(-1)!;
  const eased = keys.slice(0, -1).filter((key) => key.leave !== 'linear' && key.leave !== 'step');
  const held = keys.find((key, i) => keys[i + 1] && key.value === keys[i + 1]!.value);
  const inner = extremes.slice(1, -1).at(-1);
  takes.push(
    { name: `Last extreme ${LATE_FRAMES} frames late`, motion: moveKeys(motion, [ref(last)], LATE_FRAMES).motion },
    { name: `All ${LATE_FRAMES} frames late`, motion: moveKeys(motion, keys.map(ref), LATE_FRAMES).motion },
  );
  if (eased.length > 0)
    takes.push({ name: 'No ease anywhere', motion: setLeave(motion, eased.map(ref), 'linear').motion });
  takes.push({
    name: `Stops ${SHORT * 100} % short`,
    motion: moveKeys(motion, [ref(last)], 0, -SHORT * (last.value - (keys[0]?.value ?? 0) || way)).motion,
  });
  if (held)
    takes.push({ name: `A hold that drifts by ${DRIFT * 100} %`, motion: withDrift(motion, ref(held), DRIFT * way) });
  if (inner) takes.push({ name: 'An extreme left out', motion: deleteKeys(motion, [ref(inner)]).motion });
  return takes;
}

/** The hold that leaves a key bends away and comes back. */
function withDrift(motion: MotionDocument, ref: KeyRef, by: number): MotionDocument {
  const { keys } = channelOf(motion, ref.subjectId, ref.channelId);
  const at = keys.findIndex((key) => key.frame === ref.frame);
  const length = keys[at + 1]!.frame - ref.frame;
  // A cubic with both handles at 4/3 of a height comes up to it in the middle.
  const handle = { frames: length / 3, value: (by * 4) / 3 };
  const bent = keys.map((key, i): Key => {
    // The sides away from the hold stay as they are, also where they were worked out.
    if (i === at) return { ...key, leave: 'curve', link: 'broken', in: effectiveHandles(keys, i).in, out: handle };
    return i === at + 1
      ? {
          ...key,
          link: 'broken',
          in: { frames: -handle.frames, value: handle.value },
          out: effectiveHandles(keys, i).out,
        }
      : key;
  });
  return {
    ...motion,
    subjects: motion.subjects.map((subject) =>
      subject.id === ref.subjectId
        ? {
            ...subject,
            channels: subject.channels.map((channel) =>
              channel.id === ref.channelId ? { ...channel, keys: bent } : channel,
            ),
          }
        : subject,
    ),
  };
}
