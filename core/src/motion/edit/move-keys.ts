import type { MotionDocument } from '../schema.ts';
import { changeKeys, onGrain, type Edit, type KeyRef } from './edit.ts';

/**
 * Moves the named keys by `deltaFrames` and `deltaValue`, handles and all. A key that stays and whose frame is landed on gives way;
 * the result names it.
 */
export function moveKeys(motion: MotionDocument, refs: readonly KeyRef[], deltaFrames: number, deltaValue = 0): Edit {
  const gaveWay: KeyRef[] = [];
  const moved = changeKeys(motion, refs, (keys, frames, ref) => {
    const moving = keys
      .filter((key) => frames.has(key.frame))
      .map((key) => ({ ...key, frame: onGrain(key.frame + deltaFrames), value: key.value + deltaValue }));
    const landed = new Set(moving.map((key) => key.frame));
    const staying = keys.filter((key) => !frames.has(key.frame));
    for (const key of staying) if (landed.has(key.frame)) gaveWay.push({ ...ref, frame: key.frame });
    return [...staying.filter((key) => !landed.has(key.frame)), ...moving].sort((a, b) => a.frame - b.frame);
  });
  const keys = refs.map((ref) => ({ ...ref, frame: onGrain(ref.frame + deltaFrames) }));
  return { motion: moved, keys, gaveWay };
}
