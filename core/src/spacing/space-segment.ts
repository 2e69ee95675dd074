import { CoreError } from '../core-error.ts';
import { channelOf, createKey, findSubject, withChannel } from '../motion/document/document.ts';
import type { Key, MotionDocument, Subject } from '../motion/document/schema.ts';
import type { Edit, KeyRef } from '../motion/keys/change-keys.ts';
import { withEase } from '../motion/keys/ease-keys.ts';
import { settled } from '../motion/keys/hold-poses.ts';
import type { CurveShape } from '../motion/sampling/ease-shape.ts';
import { type Track, type TrackId, TRACKS } from '../motion/sampling/track.ts';
import { exposedFrame } from '../time/exposure.ts';
import type { Spacing } from './builders.ts';
import { wayOf } from './way.ts';

/** A stretch of a track between two of its keys. */
export interface SegmentRef {
  subjectId: string;
  trackId: TrackId;
  firstFrame: number;
  lastFrame: number;
}

function partsOf(motion: MotionDocument, { subjectId, trackId }: SegmentRef): { subject: Subject; track: Track } {
  const subject = findSubject(motion, subjectId);
  if (!subject) throw new CoreError('unknown-subject', `There is no subject "${subjectId}" in this motion.`);
  return { subject, track: TRACKS.find((track) => track.id === trackId)! };
}

/**
 * Gives a segment one curve: its channels leave the first key and arrive at the last one by the shape's handles.
 * Refused where a channel has keys between, or lacks one at either end: one curve cannot go through them. Throws
 * `unknown-subject`.
 */
export function shapeSegment(motion: MotionDocument, segment: SegmentRef, shape: CurveShape): Edit {
  const { subject, track } = partsOf(motion, segment);
  const { firstFrame, lastFrame, subjectId } = segment;
  const keys: KeyRef[] = [];
  let result = motion;
  for (const channelId of wayOf(subject, track, firstFrame, lastFrame).keyedIds) {
    const channel = channelOf(motion, subjectId, channelId);
    const from = channel.keys.findIndex((key) => key.frame === firstFrame);
    const to = channel.keys.findIndex((key) => key.frame === lastFrame);
    const unkeyed = from < 0 ? firstFrame : to < 0 ? lastFrame : null;
    if (unkeyed !== null)
      return {
        motion,
        keys: [],
        gaveWay: [],
        refused: `It turns back on ${unkeyed} without a key there: key that frame first.`,
      };
    if (to !== from + 1)
      return {
        motion,
        keys: [],
        gaveWay: [],
        refused:
          `There are keys between ${firstFrame} and ${lastFrame}: one curve cannot go through them. ` +
          'Set a breakdown instead.',
      };
    result = withChannel(result, subjectId, {
      ...channel,
      keys: withEase(channel.keys, from, { leave: 'curve', ...shape }),
    });
    keys.push({ subjectId, channelId, frame: firstFrame }, { subjectId, channelId, frame: lastFrame });
  }
  return { motion: result, keys, gaveWay: [] };
}

/**
 * Puts keys on frames of the segment where the way, as it is now, is gone to given shares, on all its keyed channels. A
 * key already there keeps its role; a new one is a breakdown that goes on as the segment does. Throws
 * `unknown-subject`.
 */
export function setBreakdowns(
  motion: MotionDocument,
  segment: SegmentRef,
  places: readonly { frame: number; progress: number }[],
): Edit {
  const { subject, track } = partsOf(motion, segment);
  const { subjectId } = segment;
  const way = wayOf(subject, track, segment.firstFrame, segment.lastFrame);
  let result = motion;
  for (const { frame, progress } of places) {
    const values = way.at(progress);
    way.keyedIds.forEach((channelId, c) => {
      const channel = channelOf(result, subjectId, channelId);
      const before = channel.keys.findLast((key) => key.frame <= frame);
      const made =
        before?.frame === frame
          ? { ...before, value: values[c]! }
          : createKey(frame, values[c]!, { role: 'breakdown', leave: before?.leave ?? 'curve' });
      result = withChannel(result, subjectId, {
        ...channel,
        keys: [...channel.keys.filter((key) => key.frame !== frame), made].sort((a, b) => a.frame - b.frame),
      });
    });
  }
  return {
    motion: result,
    keys: places.flatMap(({ frame }) => way.keyedIds.map((channelId) => ({ subjectId, channelId, frame }))),
    gaveWay: [],
  };
}

/** Puts keys on one frame of the segment; see `setBreakdowns`. */
export function setBreakdown(motion: MotionDocument, segment: SegmentRef, frame: number, progress: number): Edit {
  return setBreakdowns(motion, segment, [{ frame, progress }]);
}

/**
 * Writes a spacing down as drawings: an in-between on each drawing of the segment at its subject's exposure, at its
 * share of the way, going straight to the next. `spacing` has a value for each whole frame from first to last. Keys
 * that were between give way. Throws `unknown-subject`.
 */
export function drawSpacing(motion: MotionDocument, segment: SegmentRef, spacing: Spacing): Edit {
  const { subject, track } = partsOf(motion, segment);
  const { subjectId, firstFrame, lastFrame } = segment;
  const way = wayOf(subject, track, firstFrame, lastFrame);
  const keys: KeyRef[] = [];
  const gaveWay: KeyRef[] = [];
  let result = motion;
  way.keyedIds.forEach((channelId, c) => {
    const channel = channelOf(result, subjectId, channelId);
    const outside = channel.keys.filter((key) => key.frame < firstFrame || key.frame > lastFrame);
    const endKey = (frame: number): Key =>
      channel.keys.find((key) => key.frame === frame) ?? createKey(frame, way.at(frame === firstFrame ? 0 : 1)[c]!);
    const drawn: Key[] = [{ ...settled(endKey(firstFrame)), leave: 'linear' }];
    for (let frame = firstFrame + 1; frame < lastFrame; frame++) {
      if (exposedFrame(frame, motion.range.first, subject.exposure) !== frame) continue;
      drawn.push(createKey(frame, way.at(spacing[frame - firstFrame]!)[c]!, { role: 'inbetween', leave: 'linear' }));
    }
    drawn.push(endKey(lastFrame));
    for (const key of channel.keys)
      if (key.frame > firstFrame && key.frame < lastFrame && !drawn.some((other) => other.frame === key.frame))
        gaveWay.push({ subjectId, channelId, frame: key.frame });
    result = withChannel(result, subjectId, {
      ...channel,
      keys: [...outside, ...drawn].sort((a, b) => a.frame - b.frame),
    });
    keys.push(...drawn.map((key) => ({ subjectId, channelId, frame: key.frame })));
  });
  return { motion: result, keys, gaveWay };
}
