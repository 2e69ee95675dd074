import { type ChannelRef, findChannel, findSubject, type KeyRef, type MotionDocument } from '@undulan/core';

/** The keys of the named channels, frame by frame. */
export function keysByFrame(motion: MotionDocument, channels: readonly ChannelRef[]): Map<number, KeyRef[]> {
  const frames = new Map<number, KeyRef[]>();
  for (const ref of channels) {
    const subject = findSubject(motion, ref.subjectId);
    for (const { frame } of (subject && findChannel(subject, ref.channelId)?.keys) ?? [])
      frames.set(frame, [...(frames.get(frame) ?? []), { ...ref, frame }]);
  }
  return frames;
}

/** The frames on which the named channels have keys, rising. */
export function keyFramesOf(motion: MotionDocument, channels: readonly ChannelRef[]): number[] {
  const frames = new Set<number>();
  for (const ref of channels) {
    const subject = findSubject(motion, ref.subjectId);
    for (const { frame } of (subject && findChannel(subject, ref.channelId)?.keys) ?? []) frames.add(frame);
  }
  return [...frames].sort((a, b) => a - b);
}
