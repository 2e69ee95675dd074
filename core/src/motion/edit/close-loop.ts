import type { Key, MotionDocument } from '../document/schema.ts';
import { changeKeys, type ChannelRef, type Edit, type KeyRef } from '../keys/change-keys.ts';

/** The frame on which a loop's first drawing comes again: one past the last that is played. */
export function closingFrame({ range }: MotionDocument): number {
  return range.last + 1;
}

/**
 * Writes the first key of each named channel again on the closing frame, so that the motion ends where it begins: with
 * its value and its handles, in place of what was there. A channel without keys stays without.
 */
export function closeLoop(motion: MotionDocument, channels: readonly ChannelRef[]): Edit {
  const frame = closingFrame(motion);
  const keys: KeyRef[] = [];
  const changed = channels.reduce((result, ref) => {
    const at = { ...ref, frame };
    return changeKeys(result, [at], (all) => {
      const first = all[0];
      if (!first || first.frame >= frame) return [...all];
      keys.push(at);
      const closing: Key = { ...first, frame };
      return [...all.filter((key) => key.frame !== frame), closing].sort((a, b) => a.frame - b.frame);
    });
  }, motion);
  return { motion: changed, keys, gaveWay: [] };
}

/** Whether any key stands on the closing frame. */
export function hasClosingKeys(motion: MotionDocument): boolean {
  const frame = closingFrame(motion);
  return motion.subjects.some(({ channels }) => channels.some(({ keys }) => keys.some((key) => key.frame === frame)));
}
