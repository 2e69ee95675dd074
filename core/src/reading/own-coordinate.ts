import { extentOf } from '../extent.ts';
import { findChannel } from '../motion/document/document.ts';
import type { Channel, MotionDocument, Subject } from '../motion/document/schema.ts';
import type { SharedTime } from './shared-time.ts';
import type { TrackSide } from './track-side.ts';

/** One coordinate of a place as a movement of its own, beside the other. Frames are the target's. */

const COORDINATES = ['position.x', 'position.y'] as const;

/** Of more frames it is not looked for. */
const MOST_FRAMES = 4096;

/** One coordinate of a place on both sides, and how far it goes in the target. */
export interface Axis {
  id: (typeof COORDINATES)[number];
  asked: Channel;
  drawn: Channel;
  sides: { target: TrackSide; take: TrackSide };
  extent: number;
}

export interface OwnCause {
  /** How late those keys are that come from `from` on, about which it goes at that pace; null where it is on time. */
  time: { from: number; shift: number; pace: number } | null;
  /** How far it goes, of the target's way; 1 where it is of its size. */
  size: number;
  /** Where each of the target's keys then lies in the take. */
  places: readonly number[];
}

/** The two motions a place is in. */
export interface Motions {
  target: MotionDocument;
  take: MotionDocument;
  time: SharedTime;
}

/** How far off is still right: in frames, and in px. */
export interface Allowed {
  keyFrames: number;
  least: number;
}

/** Both coordinates where each is keyed on both sides, and goes on by its keys alone. */
export function axesOf(subject: Subject, own: Subject, { target, take }: Motions): [Axis, Axis] | null {
  const { range } = target;
  const sides = { target: { motion: target, subject }, take: { motion: take, subject: own } };
  if (range.last - range.first > MOST_FRAMES) return null;
  const [x, y] = COORDINATES.map((id): Axis | null => {
    const [asked, drawn] = [findChannel(subject, id), findChannel(own, id)];
    if (!asked || !drawn || asked.keys.length < 2 || drawn.keys.length < 2) return null;
    if ([asked, drawn].some((channel) => channel.before || channel.after || channel.wobble)) return null;
    const { low, high } = extentOf(asked.keys.map(({ value }) => value));
    return Number.isFinite(high - low) ? { id, asked, drawn, sides, extent: high - low } : null;
  });
  return x && y ? [x, y] : null;
}
