import { type Channel, channelOf, type Key, type KeyRef } from '@undulan/core';
import { useMemo } from 'react';
import { selectMotion } from '../../editing/index.ts';
import { useAppSelector } from '../../state/index.ts';

export interface SegmentKey {
  ref: KeyRef;
  channel: Channel;
  index: number;
  key: Key;
}

/**
 * The selected keys with their channels; which of them begin a segment: all but last ones; and where all are last ones,
 * the keys whose segments end in them.
 */
export function useSelectedKeys(): { found: SegmentKey[]; begins: SegmentKey[]; arriving: SegmentKey[] } {
  const motion = useAppSelector(selectMotion);
  const selectedKeys = useAppSelector((state) => state.selection.keys);
  return useMemo(() => {
    const found = (motion ? selectedKeys : []).flatMap((ref): SegmentKey[] => {
      const channel = channelOf(motion!, ref.subjectId, ref.channelId);
      const index = channel.keys.findIndex((key) => key.frame === ref.frame);
      return index < 0 ? [] : [{ ref, channel, index, key: channel.keys[index]! }];
    });
    const begins = found.filter(({ channel, index }) => index + 1 < channel.keys.length);
    const arriving = (begins.length > 0 ? [] : found).flatMap(({ ref, channel, index }): SegmentKey[] => {
      const key = channel.keys[index - 1];
      return key ? [{ ref: { ...ref, frame: key.frame }, channel, index: index - 1, key }] : [];
    });
    return { found, begins, arriving };
  }, [motion, selectedKeys]);
}

/** The value all share in a respect, or null where they differ or there are none. */
export function shared<T, V>(items: readonly T[], of: (item: T) => V): V | null {
  const first = items[0] && of(items[0]);
  return first !== undefined && items.every((item) => of(item) === first) ? first : null;
}
