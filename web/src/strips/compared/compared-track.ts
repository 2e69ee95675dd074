import {
  type Channel,
  type ChannelId,
  createSharedTime,
  createWarp,
  findChannel,
  findSubject,
  type Leave,
  type MotionDocument,
  type SharedTime,
  standsFrom,
  type Subject,
  type TrackEvent,
  trackEvents,
  type TrackReading,
  TRACKS,
} from '@undulan/core';

/** One side of a compared track: its drawings on the ruler all strips share. */
export interface ComparedSide {
  subject: Subject | undefined;
  /** Each with how it leaves, and whether it stands until the next. */
  events: (TrackEvent & { rulerFrame: number; leave: Leave; stands: boolean })[];
}

/** A read track with both motions at hand. */
export interface ComparedTrack {
  reading: TrackReading;
  target: ComparedSide;
  take: ComparedSide;
  /** The track's channels that move on either side, the one that moves most first. */
  channelIds: ChannelId[];
  /** From the ruler's frames to the take's own. */
  toTake: (frame: number) => number;
  toTarget: (frame: number) => number;
}

function sideOf(
  motion: MotionDocument,
  reading: TrackReading,
  channelIds: readonly ChannelId[],
  toRuler: (frame: number) => number,
): ComparedSide {
  const subject =
    findSubject(motion, reading.subjectId) ?? motion.subjects.find((other) => other.name === reading.subjectName);
  const track = TRACKS.find((other) => other.id === reading.track)!;
  if (!subject) return { subject, events: [] };
  // Of several channels with a key on a frame the first says how it leaves.
  const leaves = new Map(
    channelIds
      .toReversed()
      .flatMap((id) => findChannel(subject, id)?.keys.map((key) => [key.frame, key.leave] as const) ?? []),
  );
  const found = trackEvents(subject, track);
  const moving = track.channelIds.flatMap((id) => findChannel(subject, id) ?? []).map(movesFrom);
  const events = found.map((event, i) => ({
    ...event,
    rulerFrame: toRuler(event.frame),
    leave: leaves.get(event.frame) ?? 'curve',
    stands:
      event.values.every((value, c) => value === found[i + 1]?.values[c]) &&
      moving.every((from) => !from.has(event.frame)),
  }));
  return { subject, events };
}

/** The frames of a channel's keys from which on it goes somewhere before the next. */
function movesFrom({ keys }: Channel): Set<number> {
  return new Set(keys.slice(0, -1).flatMap((key, i) => (standsFrom(keys, i) ? [] : [key.frame])));
}

function extent(channel: Channel | undefined): number {
  const values = channel?.keys.map((key) => key.value) ?? [];
  return values.length > 0 ? Math.max(...values) - Math.min(...values) : 0;
}

/**
 * By time both start together and run at their own pace; by keys the matched keys lie on each other, so that spacing is
 * seen apart from timing.
 */
export type Alignment = 'time' | 'keys';

/** Carries frames between the two rulers. Aligned by keys, a track's pairs say where; without any it is by time. */
export function alignedTime(
  target: MotionDocument,
  take: MotionDocument,
  reading: TrackReading | undefined,
  by: Alignment,
): SharedTime {
  const time = createSharedTime(target, take);
  const pairs = reading?.pairs ?? [];
  if (by === 'time' || pairs.length === 0) return time;
  const ends = pairs.map(({ targetFrame, takeFrame }) => ({ targetFrame, takeFrame: time.toTarget(takeFrame) }));
  const warp = createWarp(ends.map(({ targetFrame, takeFrame }) => ({ from: targetFrame, to: takeFrame })));
  const back = createWarp(ends.map(({ targetFrame, takeFrame }) => ({ from: takeFrame, to: targetFrame })));
  return { toTake: (frame) => time.toTake(warp(frame)), toTarget: (frame) => back(time.toTarget(frame)) };
}

/** Lays a track of the take beside the target's, on the target's ruler. */
export function compareTrack(
  target: MotionDocument,
  take: MotionDocument,
  reading: TrackReading,
  by: Alignment = 'time',
): ComparedTrack {
  const time = alignedTime(target, take, reading, by);
  const track = TRACKS.find((other) => other.id === reading.track)!;
  const subjects = [findSubject(target, reading.subjectId), findSubject(take, reading.subjectId)];
  const moves = (id: ChannelId): number =>
    Math.max(...subjects.map((subject) => (subject ? extent(findChannel(subject, id)) : 0)));
  const byMovement = track.channelIds.toSorted((a, b) => moves(b) - moves(a));
  const moving = byMovement.filter((id) => moves(id) > 0);
  const channelIds = moving.length > 0 ? moving : byMovement.slice(0, 1);
  return {
    reading,
    target: sideOf(target, reading, channelIds, (frame) => frame),
    take: sideOf(take, reading, channelIds, time.toTarget),
    channelIds,
    toTake: time.toTake,
    toTarget: time.toTarget,
  };
}
