import { channelOf, createKey, findSubject, withChannel } from '../document/document.ts';
import { onGrain } from '../document/frame-grain.ts';
import type { Key, MotionDocument } from '../document/schema.ts';
import type { ChannelRef, Edit } from '../keys/change-keys.ts';
import { keyIndexAt } from '../sampling/sample.ts';
import { withKeyAt } from './insert-key.ts';

export interface KeyValue extends ChannelRef {
  value: number;
}

/** How a new key leaves: as its neighbour does, held poses included. */
function goingOn(neighbour: Key | undefined): Pick<Key, 'leave' | 'freed'> {
  if (!neighbour) return { leave: 'curve' };
  return neighbour.freed ? { leave: neighbour.leave, freed: neighbour.freed } : { leave: neighbour.leave };
}

/**
 * Sets a key on each named channel at `frame`. A key already there takes the new value and keeps the rest; a new one
 * leaves as the key before it does (so that blocking stays held), else as the one after it. Position x and y that are
 * keyed together stay so: where one alone is named, the other is keyed as it is.
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
  const joined = partners(motion, at, values);
  for (const { subjectId, channelId } of joined)
    result = withChannel(result, subjectId, withKeyAt(channelOf(result, subjectId, channelId), at));
  return {
    motion: result,
    keys: [...values, ...joined].map(({ subjectId, channelId }) => ({ subjectId, channelId, frame: at })),
    gaveWay: [],
  };
}

const PARTNER = { 'position.x': 'position.y', 'position.y': 'position.x' } as const;

/** The other axes of positions that are keyed together, on the very same frames, and have no key on this one yet. */
function partners(motion: MotionDocument, frame: number, values: readonly ChannelRef[]): ChannelRef[] {
  return values.flatMap(({ subjectId, channelId }): ChannelRef[] => {
    if (channelId !== 'position.x' && channelId !== 'position.y') return [];
    const other = PARTNER[channelId];
    if (
      !findSubject(motion, subjectId)?.positionJoined ||
      values.some((value) => value.subjectId === subjectId && value.channelId === other)
    )
      return [];
    const [own, beside] = [channelOf(motion, subjectId, channelId).keys, channelOf(motion, subjectId, other).keys];
    const areTogether =
      own.length > 0 && own.length === beside.length && own.every((key, i) => key.frame === beside[i]!.frame);
    return areTogether && !own.some((key) => key.frame === frame) ? [{ subjectId, channelId: other }] : [];
  });
}
