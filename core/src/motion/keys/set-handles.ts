import type { Handle, HandleLink, Key, MotionDocument } from '../document/schema.ts';
import { inHandle, outHandle } from '../sampling/handles.ts';
import { changeKeys, type Edit, type KeyRef } from './change-keys.ts';

export type HandleSide = 'in' | 'out';

/** The handles in force at a key, computed or stored; a side without a neighbour keeps what is stored. */
export function effectiveHandles(keys: readonly Key[], index: number): { in: Handle; out: Handle } {
  const before = keys[index - 1];
  const key = keys[index]!;
  const after = keys[index + 1];
  return {
    in: before ? inHandle(before, key, after) : key.in,
    out: after ? outHandle(before, key, after) : key.out,
  };
}

/** The opposite handle on one line with `handle`, as long in frames as it was. */
function onOneLine(other: Handle, handle: Handle): Handle {
  if (handle.frames === 0) return other;
  return { frames: other.frames, value: (handle.value / handle.frames) * other.frames };
}

/**
 * Moves one handle of a key to an offset (frames, value), read on its own side: an incoming handle never points
 * forward. The other follows by the key's link: mirrored is its opposite, aligned keeps its length on the same line,
 * broken stays. A computed handle (`auto`, `flat`) becomes aligned: it is now set by hand.
 */
export function setHandle(
  motion: MotionDocument,
  ref: KeyRef,
  side: HandleSide,
  handle: Handle,
  link?: HandleLink,
): Edit {
  const frames = side === 'in' ? Math.min(handle.frames, 0) : Math.max(handle.frames, 0);
  const set: Handle = { frames, value: handle.value };
  const changed = changeKeys(motion, [ref], (keys) =>
    keys.map((key, index) => {
      if (key.frame !== ref.frame) return key;
      const effective = effectiveHandles(keys, index);
      const chosen = link ?? (key.link === 'auto' || key.link === 'flat' ? 'aligned' : key.link);
      const otherSide = side === 'in' ? 'out' : 'in';
      const other =
        chosen === 'mirrored'
          ? { frames: -set.frames, value: -set.value }
          : chosen === 'aligned'
            ? onOneLine(effective[otherSide], set)
            : effective[otherSide];
      return { ...key, link: chosen, [side]: set, [otherSide]: other };
    }),
  );
  return { motion: changed, keys: [ref], gaveWay: [] };
}

/**
 * Sets how the handles of the named keys depend on each other. Computed handles are first written down, so that the
 * curve does not jump when set free.
 */
export function setLink(motion: MotionDocument, refs: readonly KeyRef[], link: HandleLink): Edit {
  const changed = changeKeys(motion, refs, (keys, frames) =>
    keys.map((key, index) => {
      if (!frames.has(key.frame) || key.link === link) return key;
      const { in: arriving, out } = effectiveHandles(keys, index);
      const linked = { ...key, link, in: arriving, out };
      if (link === 'mirrored') linked.in = { frames: -out.frames, value: -out.value };
      if (link === 'aligned') linked.in = onOneLine(arriving, out);
      return linked;
    }),
  );
  return { motion: changed, keys: [...refs], gaveWay: [] };
}
