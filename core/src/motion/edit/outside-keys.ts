import { channelOf, withChannel } from '../document/document.ts';
import type { Channel, MotionDocument, Outside, Wobble } from '../document/schema.ts';
import type { ChannelRef, Edit } from '../keys/change-keys.ts';

function change(motion: MotionDocument, ref: ChannelRef, part: (channel: Channel) => Channel): Edit {
  return {
    motion: withChannel(motion, ref.subjectId, part(channelOf(motion, ref.subjectId, ref.channelId))),
    keys: [],
    gaveWay: [],
  };
}

/** Sets what a channel does before its first or after its last key; null holds. Throws `unknown-subject`. */
export function setOutside(
  motion: MotionDocument,
  ref: ChannelRef,
  side: 'before' | 'after',
  outside: Outside | null,
): Edit {
  return change(motion, ref, ({ [side]: _, ...channel }) =>
    outside && outside.kind !== 'hold' ? { ...channel, [side]: outside } : channel,
  );
}

/** Gives a channel a wobble, or (null) takes it away. Throws `unknown-subject`. */
export function setWobble(motion: MotionDocument, ref: ChannelRef, wobble: Wobble | null): Edit {
  return change(motion, ref, ({ wobble: _, ...channel }) => (wobble ? { ...channel, wobble } : channel));
}
