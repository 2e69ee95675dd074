import { findChannel, findSubject } from '../document/document.ts';
import type { HandleLink, MotionDocument } from '../document/schema.ts';
import type { Edit, KeyRef } from '../keys/change-keys.ts';
import { effectiveHandles, type HandleSide } from '../keys/set-handles.ts';
import { numbersOfHandle } from '../sampling/handle-numbers.ts';
import { channelSpeed } from '../sampling/sample.ts';
import { type TrackId, TRACKS } from '../sampling/track.ts';
import { setSpeed } from './set-speed.ts';

const DEFAULT_REACH_PERCENT = 100 / 3;

/** Names the keys of a track on one frame. */
export interface TrackKeyRef {
  subjectId: string;
  trackId: TrackId;
  frame: number;
}

/**
 * Sets the speed along its way that a track arrives at or leaves a frame with, in units per second: each of its
 * channels keyed there takes its share, so that the direction stays; from a standstill it is that of the next key.
 * Handles keep their reach. Channels without a key on the frame or beside it on that side stay as they are.
 */
export function setPathSpeed(
  motion: MotionDocument,
  { subjectId, trackId, frame }: TrackKeyRef,
  side: HandleSide,
  speedPerSecond: number,
  link?: HandleLink,
): Edit {
  const subject = findSubject(motion, subjectId);
  const { channelIds } = TRACKS.find((track) => track.id === trackId)!;
  const parts = channelIds.flatMap((channelId) => {
    const channel = subject && findChannel(subject, channelId);
    const index = channel?.keys.findIndex((key) => key.frame === frame) ?? -1;
    const neighbour = index < 0 ? undefined : channel!.keys[side === 'in' ? index - 1 : index + 1];
    if (!channel || !neighbour) return [];
    const key = channel.keys[index]!;
    const span = Math.abs(neighbour.frame - key.frame);
    const speeds = channelSpeed(channel, frame, motion.rate);
    return [
      {
        channelId,
        speed: side === 'in' ? speeds.left : speeds.right,
        rise: side === 'in' ? key.value - neighbour.value : neighbour.value - key.value,
        reachPercent:
          numbersOfHandle(effectiveHandles(channel.keys, index)[side], span, motion.rate).reachPercent ||
          DEFAULT_REACH_PERCENT,
      },
    ];
  });
  const along = (of: (part: (typeof parts)[number]) => number): number => Math.hypot(...parts.map(of));
  const isMoving = along((part) => part.speed) > 1e-9;
  const whole = isMoving ? along((part) => part.speed) : along((part) => part.rise);
  let result = motion;
  const keys: KeyRef[] = [];
  if (!(whole > 0) || !Number.isFinite(whole)) return { motion, keys, gaveWay: [] };
  for (const { channelId, speed, rise, reachPercent } of parts) {
    const ref = { subjectId, channelId, frame };
    result = setSpeed(
      result,
      ref,
      side,
      { speedPerSecond: (speedPerSecond * (isMoving ? speed : rise)) / whole, reachPercent },
      link,
    ).motion;
    keys.push(ref);
  }
  return { motion: result, keys, gaveWay: [] };
}
