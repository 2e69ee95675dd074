import { bezierValue, solveBezierTime } from '../motion/curve/bezier.ts';
import { findSubject } from '../motion/document/document.ts';
import type { MotionDocument } from '../motion/document/schema.ts';
import { trackRoles, TRACKS, trackValues } from '../motion/sampling/track.ts';
import { shapeOf } from './bend-segment.ts';
import type { SegmentRef } from './space-segment.ts';
import { trackProgress } from './timing-chart.ts';

/** Shares of a segment's way between which something may stand. */
export interface ShareRange {
  least: number;
  most: number;
}

/** How far drawings of a segment may go along its way. */
export interface DrawingRoom {
  /** Without meeting another drawing: further on, drawings would change places and the motion turn back. */
  unmet: ShareRange;
  /** Without leaving the stage. */
  onStage: ShareRange;
}

const ANYWHERE: ShareRange = { least: -Infinity, most: Infinity };

/**
 * How far one drawing of a segment may go: as a breakdown to the keyed drawings on either side; by the curve until two
 * drawings of the segment meet, which all go along. Where it is now is always within.
 */
export function drawingRoom(
  motion: MotionDocument,
  segment: SegmentRef,
  frame: number,
  by: 'curve' | 'breakdown',
): DrawingRoom {
  return {
    unmet: by === 'curve' ? roomOnCurve(motion, segment, frame) : roomBetweenKeys(motion, segment, frame),
    onStage: roomOnStage(motion, segment),
  };
}

/**
 * How far one of several drawings that go together may go, by how far all of them may: none of them further than the
 * drawing next to it that stays.
 */
export function roomTogether(
  motion: MotionDocument,
  segment: SegmentRef,
  frames: readonly number[],
  frame: number,
): DrawingRoom {
  const shareAt = sharesOf(motion, segment);
  const { firstFrame, lastFrame } = segment;
  const own = shareAt(frame);
  const unmet = { ...ANYWHERE };
  for (const moved of frames) {
    let [before, after] = [moved - 1, moved + 1];
    while (before > firstFrame && frames.includes(before)) before--;
    while (after < lastFrame && frames.includes(after)) after++;
    unmet.least = Math.max(unmet.least, own + shareAt(before) - shareAt(moved));
    unmet.most = Math.min(unmet.most, own + shareAt(after) - shareAt(moved));
  }
  return { unmet: including(unmet, own), onStage: roomOnStage(motion, segment) };
}

/** The share of the way gone on each drawing of a segment. */
function sharesOf(motion: MotionDocument, { subjectId, trackId, firstFrame, lastFrame }: SegmentRef) {
  const track = TRACKS.find((other) => other.id === trackId)!;
  const progress = trackProgress(findSubject(motion, subjectId)!, track, firstFrame, lastFrame);
  return (frame: number): number => progress[Math.round(frame - firstFrame)] ?? 1;
}

const including = ({ least, most }: ShareRange, share: number): ShareRange => ({
  least: Math.min(least, share),
  most: Math.max(most, share),
});

function roomBetweenKeys(motion: MotionDocument, segment: SegmentRef, frame: number): ShareRange {
  const { subjectId, trackId, firstFrame, lastFrame } = segment;
  const keyed = [
    ...trackRoles(
      findSubject(motion, subjectId)!,
      TRACKS.find((track) => track.id === trackId)!,
    ).keys(),
  ];
  const before = keyed.findLast((key) => key < frame && key >= firstFrame) ?? firstFrame;
  const after = keyed.find((key) => key > frame && key <= lastFrame) ?? lastFrame;
  const shareAt = sharesOf(motion, segment);
  return including({ least: shareAt(before), most: shareAt(after) }, shareAt(frame));
}

/**
 * The curve that a drawing bends (`bendThrough`) is a straight mixture: each drawing's share changes by the miss times
 * a weight of its own. From drawing to drawing the share must not fall, which bounds the miss.
 */
function roomOnCurve(motion: MotionDocument, segment: SegmentRef, frame: number): ShareRange {
  const { firstFrame, lastFrame } = segment;
  const { x1, y1, x2, y2 } = shapeOf(motion, segment);
  const weights = (at: number): { share: number; b1: number; b2: number } => {
    const t = solveBezierTime(x1, x2, (at - firstFrame) / (lastFrame - firstFrame));
    return { share: bezierValue(0, y1, y2, 1, t), b1: 3 * (1 - t) ** 2 * t, b2: 3 * (1 - t) * t * t };
  };
  const own = weights(frame);
  const norm = own.b1 ** 2 + own.b2 ** 2;
  const miss = { ...ANYWHERE };
  let before = weights(firstFrame);
  for (let at = firstFrame + 1; at <= lastFrame; at++) {
    const here = weights(at);
    const gap = Math.max(0, here.share - before.share);
    const change = (own.b1 * (here.b1 - before.b1) + own.b2 * (here.b2 - before.b2)) / norm;
    if (change > 0) miss.least = Math.max(miss.least, -gap / change);
    if (change < 0) miss.most = Math.min(miss.most, -gap / change);
    before = here;
  }
  return { least: own.share + miss.least, most: own.share + miss.most };
}

/**
 * Where the one channel that moves stays on the stage; anywhere for what has no place on it, and where the segment
 * itself begins or ends outside.
 */
function roomOnStage(motion: MotionDocument, { subjectId, trackId, firstFrame, lastFrame }: SegmentRef): ShareRange {
  const subject = findSubject(motion, subjectId)!;
  if (trackId !== 'position' || subject.parentId !== null) return ANYWHERE;
  const track = TRACKS.find((other) => other.id === trackId)!;
  const [start, end] = [trackValues(subject, track, firstFrame), trackValues(subject, track, lastFrame)];
  const sizes = { 'position.x': motion.stage.widthPx, 'position.y': motion.stage.heightPx };
  const room = { ...ANYWHERE };
  track.channelIds.forEach((id, c) => {
    const [from, to, size] = [start[c]!, end[c]!, sizes[id as keyof typeof sizes]];
    if (from === to || Math.min(from, to) < 0 || Math.max(from, to) > size) return;
    const edges = [-from / (to - from), (size - from) / (to - from)];
    room.least = Math.max(room.least, Math.min(...edges));
    room.most = Math.min(room.most, Math.max(...edges));
  });
  return room;
}
