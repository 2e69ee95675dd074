import { channelOf, createKey, withChannel } from '../document.ts';
import { keyIndexAt } from '../sample.ts';
import type { Key, MotionDocument } from '../schema.ts';
import { onGrain, type ChannelRef, type Edit } from './edit.ts';

export interface KeyValue extends ChannelRef {
  value: number;
}

/** How a new key leaves: as its neighbour does, held poses included. */
function goingOn(neighbour: Key | undefined): Pick<Key, 'leave' | 'freed'> {
  if (!neighbour) return { leave: 'curve' };
  return neighbour.freed ? { leave: neighbour.leave, freed: neighbour.freed } : { leave: neighbour.leave };
}

/**
 * Sets a key on each named channel at `frame`. A key already there takes the new value and keeps the rest; a new one leaves as the key before it does
 * (so that blocking stays held), else as the one after it.
 */
export function setKeys(motion: MotionDocument, frame: number, values: readonly KeyValue[]): Edit {
  const at = onGrain(frame);
  let result = motion;
  for (const { subjectId, channelId, value } of values) {
    const channel = channelOf(result, subjectId, channelId);
    const index = keyIndexAt(channel.keys, at);
    const before = channel.keys[index];
    const keys =
      before?.frame === at
        ? channel.keys.with(index, { ...before, value })
        : channel.keys.toSpliced(index + 1, 0, createKey(at, value, goingOn(before ?? channel.keys[0])));
    result = withChannel(result, subjectId, { ...channel, keys });
  }
  return { motion: result, keys: values.map(({ subjectId, channelId }) => ({ subjectId, channelId, frame: at })), gaveWay: [] };
}
