import { channelOf, withChannel } from '../document/document.ts';
import type { MotionDocument } from '../document/schema.ts';
import { changeKeys, type Edit, type KeyRef } from './change-keys.ts';

/**
 * Removes the named keys. A channel that loses its last key rests at that key's value, so that the subject stays where
 * it was.
 */
export function deleteKeys(motion: MotionDocument, refs: readonly KeyRef[]): Edit {
  let result = changeKeys(motion, refs, (keys, frames) => keys.filter((key) => !frames.has(key.frame)));
  for (const ref of refs) {
    const before = channelOf(motion, ref.subjectId, ref.channelId);
    const after = channelOf(result, ref.subjectId, ref.channelId);
    const lastValue = before.keys.at(-1)?.value;
    if (after.keys.length === 0 && lastValue !== undefined) {
      result = withChannel(result, ref.subjectId, { ...after, resting: lastValue });
    }
  }
  return { motion: result, keys: [], gaveWay: [] };
}
