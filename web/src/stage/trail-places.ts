import { channelValue, poseOf, trackRoles, TRACKS, type MotionDocument, type Subject } from '@undulan/core';

const [POSITION, TRAVEL] = (['position', 'travel'] as const).map((id) => TRACKS.find((track) => track.id === id)!) as [(typeof TRACKS)[number], (typeof TRACKS)[number]];

/** Where a subject's pivot is on the stage, frame by frame, in stage px. */
export function placesOf(motion: MotionDocument, subject: Subject): (frame: number) => [x: number, y: number] {
  if (!subject.guide && subject.parentId === null) return (frame) => [channelValue(subject, 'position.x', frame), channelValue(subject, 'position.y', frame)];
  return (frame) => {
    const { a, b, c, d, e, f } = poseOf(motion, subject, frame);
    const { x, y } = subject.pivot;
    return [a * x + c * y + e, b * x + d * y + f];
  };
}

/** The frames on which where a subject is has a key. */
export function keyedFrames(subject: Subject): Set<number> {
  return new Set([...trackRoles(subject, POSITION).keys(), ...(subject.guide ? trackRoles(subject, TRAVEL).keys() : [])]);
}
