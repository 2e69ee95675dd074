import { findChannel } from '../motion/document/document.ts';
import type { Channel } from '../motion/document/schema.ts';
import { isMoving } from '../motion/keys/thin-keys.ts';
import { mapOutside } from '../motion/sampling/outside.ts';
import { sampleChannel } from '../motion/sampling/sample.ts';
import type { FrameRange } from '../time/range.ts';
import { type ReadTrack, sampleOf } from './read-track.ts';
import type { Finding, TrackReading } from './schema.ts';

/** How far a take is from what the target does beyond its keys: standing, going on straight, going round. */

/** A recording's rounds may be so many frames longer or shorter than its events are found to be, or later. */
const LONGER = { most: 1.5, step: 0.25, fine: 0.05 };
const LATER = { most: 1, step: 0.25 };
/** Over more frames that is not sought. */
const MOST_SOUGHT = 2000;

/** How far it is off, in the track's unit: at most, at which of the target's frames, and since when by `least`. */
export interface OffBeyond {
  most: number;
  at: number;
  since: number;
}

/** Whether a finding is of what lies beyond the target's keys. */
export function isBeyond({ firstFrame, lastFrame }: Finding, { pairs, missingFrames }: TrackReading): boolean {
  // Both are in order.
  const first = Math.min(pairs[0]?.targetFrame ?? Infinity, missingFrames[0] ?? Infinity);
  const last = Math.max(pairs.at(-1)?.targetFrame ?? -Infinity, missingFrames.at(-1) ?? -Infinity);
  return first <= last && (firstFrame > last || lastFrame < first);
}

/** The target's channels of a track, as they are read. */
export const askedChannels = ({ sides, track }: ReadTrack): Channel[] =>
  track.channelIds.flatMap((id) => findChannel(sides.target.subject, id) ?? []);

/** Over some frames; no further than to where it is more than `enough`. */
function offOver(
  { first, last }: FrameRange,
  { least, enough = Infinity }: { least: number; enough?: number },
  apartAt: (frame: number) => number,
): OffBeyond {
  const off: OffBeyond = { most: 0, at: first, since: Infinity };
  for (let frame = first; frame <= last && off.most < enough; frame++) {
    const apart = apartAt(frame);
    if (apart > least && off.since === Infinity) off.since = frame;
    if (apart > off.most) [off.most, off.at] = [apart, frame];
  }
  return off;
}

/**
 * How much further a take goes than the target from where it is on a frame: by the drawing there, or that before. What
 * a recording shows there may still be on its way: it is looked at from the nearest frame that is compared.
 */
export function offFrom(
  read: ReadTrack,
  { frame: base, isAfter }: { frame: number; isAfter: boolean },
  within: FrameRange,
  least: number,
): OffBeyond {
  const { reading, target, warped, sides, isSampled } = read;
  const { firstFrame } = reading.gap;
  const { exposure } = sides.target.subject;
  const before = Math.floor((base - firstFrame) / exposure) * exposure;
  const nearest = (isAfter ? within.first : within.last) - firstFrame;
  const from = isSampled ? nearest : isAfter ? sampleOf(read, base) : before;
  const at = Math.min((target[0]?.length ?? 1) - 1, Math.max(0, from));
  return offOver(within, { least }, (frame) => {
    const i = frame - firstFrame;
    return Math.hypot(...target.map((asked, c) => warped[c]![i]! - warped[c]![at]! - (asked[i]! - asked[at]!)));
  });
}

/** Where a round begins and ends, in the take's frames. */
interface Round {
  start: number;
  end: number;
}

/**
 * How far a take's rounds are from its own first one, as the target's follow on its first, or from going straight on as
 * much as its last move is of the target's; as far as it is recorded.
 */
function offOfRounds(
  read: ReadTrack,
  { start, end }: Round,
  within: FrameRange,
  bounds: { least: number; enough?: number },
): OffBeyond {
  const { sides, track } = read;
  const models = askedChannels(read).filter(isMoving);
  const [first, last] = [models[0]!.keys[0]!.frame, models[0]!.keys.at(-1)!.frame];
  const ratio = (end - start) / (last - first);
  const onTake = (frame: number): number => start + (frame - first) * ratio;
  const goingOn = track.channelIds.flatMap((id) => {
    const [model, own] = [models.find((channel) => channel.id === id), findChannel(sides.take.subject, id)];
    return model && own ? [goesOn(model, own, onTake)] : [];
  });
  return offOver(within, bounds, (frame) =>
    onTake(frame) > sides.take.motion.range.last ? 0 : Math.hypot(...goingOn.map((apart) => apart(frame))),
  );
}

/**
 * How far a channel is at a frame of the target from where it would be if it went on as its model does; by more than
 * the model is itself, whose wobble goes on.
 */
function goesOn(model: Channel, own: Channel, onTake: (frame: number) => number): (frame: number) => number {
  const [first, before, last] = [model.keys[0]!, model.keys.at(-2)!, model.keys.at(-1)!];
  const offOf = (at: (frame: number) => number): ((frame: number) => number) => {
    const round = at(last.frame) - at(first.frame);
    const size = last.value === before.value ? 1 : (at(last.frame) - at(before.frame)) / (last.value - before.value);
    return (frame) => {
      const { frame: inside, addedRounds, straight } = mapOutside(model, frame);
      const further = straight === 0 ? 0 : size * (sampleChannel(model, frame) - last.value);
      return at(frame) - at(inside) - addedRounds * round - further;
    };
  };
  const [asked, drawn] = [
    offOf((frame) => sampleChannel(model, frame)),
    offOf((frame) => sampleChannel(own, onTake(frame))),
  ];
  return (frame) => drawn(frame) - asked(frame);
}

/** The same; a recording's rounds are as long, and as late, as leaves least. */
export function offInRounds(read: ReadTrack, round: Round, within: FrameRange, least: number): OffBeyond {
  let best = { off: offOfRounds(read, round, within, { least }), by: 0, more: 0 };
  const tried = (by: number, more: number): void => {
    if (best.off.most <= least) return;
    const other = { start: round.start + by, end: round.end + by + more };
    const off = offOfRounds(read, other, within, { least, enough: best.off.most });
    if (off.most < best.off.most) best = { off, by, more };
  };
  if (!read.isSampled || within.last - within.first > MOST_SOUGHT) return best.off;
  const later = [0];
  for (let by = LATER.step; by <= LATER.most; by += LATER.step) later.push(by, -by);
  for (const by of later) for (let more = -LONGER.most; more <= LONGER.most; more += LONGER.step) tried(by, more);
  const { by, more } = best;
  for (let fine = LONGER.fine - LONGER.step; fine < LONGER.step; fine += LONGER.fine) tried(by, more + fine);
  return best.off;
}

/** From which of some frames on a take stands to their end, but for so little. */
export function standsSince({ reading, warped }: ReadTrack, { first, last }: FrameRange, least: number): number {
  const { firstFrame } = reading.gap;
  const end = last - firstFrame;
  let i = end;
  const apart = (at: number): number => Math.hypot(...warped.map((column) => column[at]! - column[end]!));
  while (i > first - firstFrame && apart(i - 1) <= least) i--;
  return firstFrame + i;
}
