import type { Channel, Key, MotionDocument, Subject } from '../src/index.ts';

/** The frames of a motion's keys that are more than in-betweens, in order. */
export function keyFrames(motion: MotionDocument): number[] {
  const frames = motion.subjects.flatMap((subject) =>
    subject.channels.flatMap((channel) =>
      channel.keys.filter((key) => key.role !== 'inbetween').map((key) => key.frame),
    ),
  );
  return [...new Set(frames)].sort((a, b) => a - b);
}

export function mapChannels(
  motion: MotionDocument,
  change: (channel: Channel, subject: Subject) => Channel,
): MotionDocument {
  return {
    ...motion,
    subjects: motion.subjects.map((subject) => ({
      ...subject,
      channels: subject.channels.map((channel) => change(channel, subject)),
    })),
  };
}

/** A motion with the keys of one of its channels changed. */
export const withKeys = (motion: MotionDocument, channel: Channel, keysOf: (keys: Key[]) => Key[]): MotionDocument =>
  mapChannels(motion, (other) => (other === channel ? { ...channel, keys: keysOf(channel.keys) } : other));

/** How far the keys of a channel are apart; 0 without keys. */
export function spanOfKeys({ keys }: Channel): number {
  const values = keys.map((key) => key.value);
  return keys.length > 0 ? Math.max(...values) - Math.min(...values) : 0;
}

export const moving = (channel: Channel): boolean => new Set(channel.keys.map((key) => key.value)).size > 1;

/** Whether a channel is keyed on so many frames that one key is no pose of its own. */
export function isDense(motion: MotionDocument): boolean {
  return motion.subjects.some((subject) => subject.channels.some((channel) => channel.keys.length > 10));
}
