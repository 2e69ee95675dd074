import { effectiveHandles, type Handle, type HandleSide, type Key } from '@undulan/core';

export interface ShownHandle extends Handle {
  side: HandleSide;
}

/** The handles that a selected key shows: those of the segments that are shaped by them. */
export function shownHandles(keys: readonly Key[], index: number): ShownHandle[] {
  const sides: HandleSide[] = [];
  if (keys[index - 1]?.leave === 'curve') sides.push('in');
  if (keys[index]!.leave === 'curve' && keys[index + 1]) sides.push('out');
  if (sides.length === 0) return [];
  const handles = effectiveHandles(keys, index);
  return sides.map((side) => ({ side, ...handles[side] }));
}

/** Whether a key's handles are not set by hand but worked out from the keys beside. */
export function isComputed({ link }: Key): boolean {
  return link === 'auto' || link === 'flat';
}
