import { channelOf, withChannel } from '../document/document.ts';
import type { MotionDocument } from '../document/schema.ts';
import type { ChannelRef, Edit } from '../keys/change-keys.ts';

/**
 * Takes all keys of a channel away, with what it did outside them and its wobble; it rests at `value` from then on. The
 * keys that went are named. Throws `unknown-subject`.
 */
export function clearChannel(motion: MotionDocument, { subjectId, channelId }: ChannelRef, value: number): Edit {
  const { keys } = channelOf(motion, subjectId, channelId);
  return {
    motion: withChannel(motion, subjectId, { id: channelId, resting: value, keys: [] }),
    keys: [],
    gaveWay: keys.map(({ frame }) => ({ subjectId, channelId, frame })),
  };
}
