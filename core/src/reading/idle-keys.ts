import type { Subject } from '../motion/document/schema.ts';
import { toldPauses } from './pauses.ts';
import type { ReadTrack } from './read-track.ts';
import type { Tolerances } from './schema.ts';
import { segmentResidual } from './segment-residual.ts';
import { severityOf } from './severity.ts';

/** A change of less than this share of the tolerance is none. */
const NOTHING = 0.1;

/** Of more keys too many it is not tried what each one does. */
const MOST_TRIED = 24;

/** A subject without the keys of a track on a frame. */
const withoutKeys = (subject: Subject, { track: { channelIds } }: ReadTrack, frame: number): Subject => ({
  ...subject,
  channels: subject.channels.map((channel) =>
    channelIds.includes(channel.id) ? { ...channel, keys: channel.keys.filter((key) => key.frame !== frame) } : channel,
  ),
});

/**
 * A track without those of the take's keys too many that say nothing, but for those it is told to stand on: without one
 * the take itself would go about the same way, or with it it goes no other way than the target, apart from where its
 * ends are.
 */
export function withoutIdleKeys(read: ReadTrack, tolerances: Tolerances): ReadTrack {
  const { spacingPercent } = tolerances;
  const { reading, sides, warped, warpedBy } = read;
  const { extraFrames, pairs, segments } = reading;
  if (extraFrames.length === 0 || extraFrames.length > MOST_TRIED || !(reading.span > 0)) return read;
  const goesAsAsked = (frame: number): boolean => {
    const segment = segments[pairs.findLastIndex(({ takeFrame }) => takeFrame < frame)];
    if (!segment?.target || !segment.take) return false;
    return severityOf(segmentResidual(read, segment).worstPercent, spacingPercent) === null;
  };
  const changesNothing = (frame: number): boolean => {
    const without = warpedBy(withoutKeys(sides.take.subject, read, frame));
    const most = (NOTHING * spacingPercent * reading.span) / 100;
    return without.every((column, c) => column.every((value, i) => Math.abs(value - warped[c]![i]!) <= most));
  };
  const stoodOn = new Set(toldPauses(read, tolerances).map(({ takeFrame }) => takeFrame));
  const left = extraFrames.filter((frame) => stoodOn.has(frame) || !(goesAsAsked(frame) || changesNothing(frame)));
  return left.length === extraFrames.length ? read : { ...read, reading: { ...reading, extraFrames: left } };
}
