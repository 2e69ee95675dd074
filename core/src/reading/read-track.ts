import type { MotionDocument, Subject } from '../motion/document/schema.ts';
import type { Track, TrackEvent } from '../motion/sampling/track.ts';
import { exposedFrame } from '../time/exposure.ts';
import { eventsOf, nearestEvents } from './events.ts';
import { matchKeys } from './match-keys.ts';
import { type SegmentPath, segmentPaths, wholePath } from './path-distance.ts';
import { MOST_EVENTS, withMargins } from './read-bounds.ts';
import { sampleTrack } from './sample-track.ts';
import type { KeyPair, SegmentReading, TrackReading } from './schema.ts';
import { segmentEase } from './segment-ease.ts';
import type { SharedTime } from './shared-time.ts';
import { errorStatistics, movingChannels, signedErrorInto, spanOf } from './track-error.ts';
import { createWarp } from './warp.ts';

export interface TrackSide {
  motion: MotionDocument;
  subject: Subject;
}

/** A read track with the samples that findings look into: one row a channel, one value a target frame. */
export interface ReadTrack {
  reading: TrackReading;
  track: Track;
  sides: { target: TrackSide; take: TrackSide };
  /** From the target's frames to the take's, by seconds. */
  toTake: (targetFrame: number) => number;
  target: Float64Array[];
  /** The take at the same seconds. */
  take: Float64Array[];
  /** The take warped onto the target's keys. */
  warped: Float64Array[];
  /**
   * Whether target and warped take are nowhere further apart than `least`, in the track's unit, from one target frame
   * to another.
   */
  isSame: (from: number, to: number, least: number) => boolean;
  /** The line of each segment between extremes; none unless the track moves along a trajectory. */
  paths: SegmentPath[];
  /** Keys beyond those matched. */
  leftOutKeys: number;
}

const isMatched = (event: TrackEvent): boolean => event.role !== 'inbetween';

/**
 * The frame gap that counts as much as the whole span when keys are matched: two usual segments of the target.
 * One would take a run of keys that are all late by a little less than a segment for other keys of the target.
 */
function matchingFrames(events: readonly TrackEvent[]): number {
  if (events.length < 2) return 24;
  return (2 * (events.at(-1)!.frame - events[0]!.frame)) / (events.length - 1);
}

/** Reads one track of a take: keys matched, raw and spacing error a frame, and the ease of each segment both have. */
export function readTrack(target: TrackSide, take: TrackSide, track: Track, time: SharedTime): ReadTrack {
  const { range } = target.motion;
  const count = range.last - range.first + 1;
  const shownFrame = (i: number): number => exposedFrame(range.first + i, range.first, target.subject.exposure);
  const onOnes = target.subject.exposure === 1;
  const targetColumns = sampleTrack(target.subject, track, count, { frameAt: shownFrame, breaks: onOnes ? [] : null });
  const span = spanOf(targetColumns);

  const eventsIn = (side: TrackSide): ReturnType<typeof nearestEvents> =>
    nearestEvents(
      eventsOf(side.subject, track, withMargins(side.motion.range)).filter(isMatched),
      side.motion.range,
      MOST_EVENTS,
    );
  const { events: targetEvents, leftOut: unmatchedInTarget } = eventsIn(target);
  const { events: takeEvents, leftOut: unmatchedInTake } = eventsIn(take);
  const match = matchKeys(
    targetEvents,
    takeEvents.map((event) => ({ ...event, frame: time.toTarget(event.frame) })),
    { frames: matchingFrames(targetEvents), value: span },
  );
  const pairs = match.pairs.map(([i, j]): KeyPair => {
    const targetFrame = targetEvents[i]!.frame;
    const takeFrame = takeEvents[j]!.frame;
    return {
      targetFrame,
      takeFrame,
      offsetFrames: time.toTarget(takeFrame) - targetFrame,
      role: targetEvents[i]!.role,
    };
  });

  const takeShown = (i: number): number =>
    exposedFrame(time.toTake(range.first + i), take.motion.range.first, take.subject.exposure);
  const takeColumns = sampleTrack(take.subject, track, count, {
    frameAt: takeShown,
    breaks: take.subject.exposure === 1 ? [] : null,
  });
  const raw = signedErrorInto(new Float64Array(count), { columns: targetColumns, span }, takeColumns);
  const moving = movingChannels(targetColumns, takeColumns);
  const warp = createWarp(pairs.map((pair) => ({ from: pair.targetFrame, to: pair.takeFrame })));
  // Without a pair there is nothing to take the timing out by: seconds alone carry the frames over.
  const warped = sampleTrack(take.subject, track, count, {
    frameAt: (i) => (pairs.length > 0 ? warp(shownFrame(i)) : time.toTake(shownFrame(i))),
    breaks: onOnes ? pairs.map((pair) => Math.ceil(pair.targetFrame - range.first)) : null,
  });
  const spacing = signedErrorInto(new Float64Array(count), { columns: targetColumns, span }, warped);

  const isSame = (first: number, last: number, least: number): boolean => {
    const [a, b] = [Math.max(0, Math.floor(first - range.first)), Math.min(count - 1, Math.ceil(last - range.first))];
    return targetColumns.every((column, c) => {
      const own = warped[c]!;
      for (let i = a; i <= b; i++) if (Math.abs(own[i]! - column[i]!) > least / targetColumns.length) return false;
      return true;
    });
  };
  const paths =
    moving.length > 1
      ? segmentPaths({ target: target.subject, take: take.subject, track, range, pairs, span, isSame })
      : [];
  const from = Math.max(0, Math.ceil((targetEvents[0]?.frame ?? range.first) - range.first));
  const to = Math.min(count - 1, Math.floor((targetEvents.at(-1)?.frame ?? range.last) - range.first));
  return {
    track,
    sides: { target, take },
    toTake: time.toTake,
    target: targetColumns,
    take: takeColumns,
    warped,
    isSame,
    paths,
    leftOutKeys: unmatchedInTarget + unmatchedInTake,
    reading: {
      subjectId: target.subject.id,
      subjectName: target.subject.name,
      track: track.id,
      label: track.label,
      unit: track.unit,
      span,
      measuredOn: moving.length <= 1 ? track.channelIds[moving[0] ?? 0]! : null,
      pairs,
      missingFrames: match.missing.map((i) => targetEvents[i]!.frame),
      extraFrames: match.extra.map((j) => takeEvents[j]!.frame),
      segments: readSegments(target.subject, take.subject, track, pairs, span),
      path: moving.length > 1 ? wholePath(paths, span) : null,
      raw: errorStatistics(raw, range.first, from, to),
      spacing: errorStatistics(spacing, range.first, from, to),
      gap: { firstFrame: range.first, raw: Array.from(raw), spacing: Array.from(spacing) },
    },
  };
}

function readSegments(
  target: Subject,
  take: Subject,
  track: Track,
  pairs: readonly KeyPair[],
  span: number,
): SegmentReading[] {
  return pairs.slice(0, -1).map((pair, i) => {
    const next = pairs[i + 1]!;
    return {
      firstFrame: pair.targetFrame,
      lastFrame: next.targetFrame,
      target: segmentEase(target, track, pair.targetFrame, next.targetFrame, span),
      take: segmentEase(take, track, pair.takeFrame, next.takeFrame, span),
    };
  });
}
