import { findChannel } from '../motion/document/document.ts';
import type { Channel, Subject } from '../motion/document/schema.ts';
import { sampleChannel } from '../motion/sampling/sample.ts';
import type { ReadTrack } from './read-track.ts';

/**
 * A track as it is read with the take's keys that are off put into the target's poses: between keys whose handles are
 * computed from those beside them, another pose has the motion go another way, which is no fault of how it goes. Null
 * where no key is off by more than `least`, in the track's unit, or none has such handles.
 */
export function withPosesPutRight(read: ReadTrack, least: number): ReadTrack | null {
  const { reading, sides, track, isSampled, warpedBy } = read;
  if (isSampled) return null;
  const askedAt = new Map(reading.pairs.map(({ takeFrame, targetFrame }) => [takeFrame, targetFrame]));
  let isAny = false;
  const putRight = (channel: Channel): Channel => {
    const asked = findChannel(sides.target.subject, channel.id);
    if (!asked || !track.channelIds.includes(channel.id)) return channel;
    if (!channel.keys.some(({ link, leave }) => link === 'auto' && leave === 'curve')) return channel;
    const keys = channel.keys.map((key) => {
      const frame = askedAt.get(key.frame);
      const value = frame === undefined ? key.value : sampleChannel(asked, frame);
      if (Math.abs(value - key.value) <= least) return key;
      isAny = true;
      return { ...key, value };
    });
    return { ...channel, keys };
  };
  const subject: Subject = { ...sides.take.subject, channels: sides.take.subject.channels.map(putRight) };
  return isAny ? { ...read, warped: warpedBy(subject) } : null;
}
