import { channelOf, shiftedChannel, withChannel } from '../document/document.ts';
import type { MotionDocument } from '../document/schema.ts';
import type { Edit } from '../keys/change-keys.ts';
import type { KeyValue } from './set-keys.ts';

/** Sets where unkeyed channels rest. */
export function setResting(motion: MotionDocument, values: readonly KeyValue[]): Edit {
  let result = motion;
  for (const { subjectId, channelId, value } of values) {
    result = withChannel(result, subjectId, { ...channelOf(result, subjectId, channelId), resting: value });
  }
  return { motion: result, keys: [], gaveWay: [] };
}

/** Moves the whole motion of each named channel by `value`: every key and the resting value alike. */
export function offsetChannels(motion: MotionDocument, offsets: readonly KeyValue[]): Edit {
  let result = motion;
  for (const { subjectId, channelId, value } of offsets) {
    result = withChannel(result, subjectId, shiftedChannel(channelOf(result, subjectId, channelId), value));
  }
  return { motion: result, keys: [], gaveWay: [] };
}
