import {
  applyTo,
  changedTrackSpan,
  type ChannelId,
  channelValue,
  findChannel,
  type FrameSpan,
  hasView,
  type MotionDocument,
  poseOf,
  seenPose,
  type Subject,
} from '@undulan/core';

const POSITION: ChannelId[] = ['position.x', 'position.y'];

/** Whether where a subject is follows from its position alone. */
function isFree({ guide, parentId }: Subject): boolean {
  return !guide && parentId === null;
}

/** The frames outside of which a subject is where it was; null where it may be elsewhere on any. */
export function movedSpan(before: Subject, after: Subject): FrameSpan | null {
  return isFree(before) && isFree(after) ? changedTrackSpan(before, after, { channelIds: POSITION }) : null;
}

/** Where a subject's pivot is on the stage, frame by frame, in stage px. */
export function placesOf(motion: MotionDocument, subject: Subject): (frame: number) => [x: number, y: number] {
  if (isFree(subject) && !hasView(motion))
    return (frame) => [channelValue(subject, 'position.x', frame), channelValue(subject, 'position.y', frame)];
  return (frame) => {
    const pose = seenPose(motion, subject, frame) ?? poseOf(motion, subject, frame);
    const { x, y } = applyTo(pose, subject.pivot);
    return [x, y];
  };
}

/** The frames on which where a subject is has a key. */
export function keyedFrames(subject: Subject): Set<number> {
  const ids: ChannelId[] = subject.guide ? [...POSITION, 'travel'] : [...POSITION];
  return new Set(ids.flatMap((id) => findChannel(subject, id)?.keys.map((key) => key.frame) ?? []));
}
