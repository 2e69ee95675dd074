import type { HandleLink, Key, MotionDocument } from '../document/schema.ts';
import { changeKeys, type Edit, type KeyRef } from '../keys/change-keys.ts';
import { settled } from '../keys/hold-poses.ts';
import { effectiveHandles, type HandleSide, setHandle } from '../keys/set-handles.ts';
import { type HandleNumbers, handleOfNumbers } from '../sampling/handle-numbers.ts';

/** A straight segment's slope at both ends, as handles of a third: what it looks like as a curve. */
function curved(keys: readonly Key[], index: number): Key[] {
  const from = keys[index]!;
  const to = keys[index + 1]!;
  if (from.leave === 'curve') return [...keys];
  const frames = (to.frame - from.frame) / 3;
  const value = from.leave === 'linear' ? (to.value - from.value) / 3 : 0;
  return keys
    .with(index, {
      ...settled(from),
      ...effectiveHandles(keys, index),
      leave: 'curve',
      link: 'broken',
      out: { frames, value },
    })
    .with(index + 1, {
      ...to,
      ...effectiveHandles(keys, index + 1),
      link: 'broken',
      in: { frames: -frames, value: -value },
    });
}

/**
 * Sets the speed a key arrives or leaves with, in units per second, and how far that reaches. A segment that is no
 * curve by handles becomes one first, otherwise as it was at its other end. The other side follows by the key's link
 * unless one is given. A side without a neighbour has no speed: nothing changes.
 */
export function setSpeed(
  motion: MotionDocument,
  ref: KeyRef,
  side: HandleSide,
  numbers: HandleNumbers,
  link?: HandleLink,
): Edit {
  let span = 0;
  const prepared = changeKeys(motion, [ref], (keys) => {
    const index = keys.findIndex((key) => key.frame === ref.frame);
    const start = side === 'out' ? index : index - 1;
    const [from, to] = [keys[start], keys[start + 1]];
    if (!from || !to) return [...keys];
    span = to.frame - from.frame;
    return curved(keys, start);
  });
  if (span === 0) return { motion, keys: [], gaveWay: [] };
  return setHandle(prepared, ref, side, handleOfNumbers(numbers, side, span, motion.rate), link);
}
