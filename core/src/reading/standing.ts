import { type ChannelId, CHANNELS } from '../motion/document/channels.ts';
import { findChannel } from '../motion/document/document.ts';
import type { Channel, MotionDocument, Subject } from '../motion/document/schema.ts';
import { isMoving } from '../motion/keys/thin-keys.ts';
import { sampleChannel } from '../motion/sampling/sample.ts';
import type { Track } from '../motion/sampling/track.ts';
import { withoutRounds } from './laid-along.ts';
import { ONCE_ROUND } from './whole-turns.ts';

/** What does not move is a pose all the same: how something is turned, how large it is, how clear, where it stands. */

/** How far each may be off, in its unit. */
const ALLOWED: Partial<Record<ChannelId, number>> = {
  rotation: 5,
  'skew.x': 5,
  'skew.y': 5,
  opacity: 10,
  depth: 0.5,
  'stroke.width': 1,
  morph: 0.1,
};
/** Sizes, as a share of what is asked, and of nothing at least as much as of so little. */
const SIZE = { share: 0.1, least: 0.1 };
/** Where something stands, as a share of the stage's width. */
const PLACE = 0.02;

/** What may stand in a pose of its own; a place is told as a whole. */
export const STANDING_IDS = [...(Object.keys(ALLOWED) as ChannelId[]), 'scale.x', 'scale.y'] as const;

/** How far a channel may be from a value, in its unit. */
export function allowedOf(id: ChannelId, asked: number, { stage }: MotionDocument): number {
  if (id === 'position.x' || id === 'position.y') return PLACE * stage.widthPx;
  if (id === 'scale.x' || id === 'scale.y') return SIZE.share * Math.max(SIZE.least, Math.abs(asked));
  return ALLOWED[id] ?? Infinity;
}

const moves = (channel: Channel | undefined): boolean =>
  channel !== undefined && (isMoving(channel) || channel.wobble !== undefined);

/** Whether a subject moves in a track at all. */
export const movesIn = (subject: Subject, { channelIds }: Track): boolean =>
  channelIds.some((id) => moves(findChannel(subject, id)));

/** What a channel stands on; null of one that moves. */
export function standsOn(subject: Subject, id: ChannelId, { range }: MotionDocument): number | null {
  const channel = findChannel(subject, id);
  if (!channel) return CHANNELS[id].resting;
  return moves(channel) ? null : sampleChannel(channel, range.first);
}

/** By how much a value is off; whole turns are none. */
export const offBy = (id: ChannelId, asked: number, drawn: number): number =>
  id === 'rotation' ? withoutRounds(drawn - asked, ONCE_ROUND) : drawn - asked;
