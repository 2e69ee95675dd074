import * as z from 'zod';
import { sameRate } from '../../time/rate.ts';
import { CHANNELS, CHANNEL_IDS, type ChannelId } from '../channels.ts';
import { TRACKS } from '../track.ts';
import type { MotionDocument, Subject } from '../schema.ts';
import type { Edit } from './edit.ts';

/** What of a motion may be changed by those it is set for. */
export const Limits = z.object({
  rate: z.boolean(),
  range: z.boolean(),
  /** Which subjects there are, their looks, pivots, carriers and exposures. */
  subjects: z.boolean(),
  /** Guide paths, and who goes along them. */
  path: z.boolean(),
  /** The channels that may be keyed; null leaves all of them free. */
  channels: z.array(z.enum(CHANNEL_IDS)).nullable(),
  /** How many keys there may be in all; null sets no limit. */
  maxKeys: z.int().min(1).max(10_000).nullable(),
});
export type Limits = z.infer<typeof Limits>;

/** Unless an exercise says otherwise: keys are the learner's, time and scene are not. */
export const USUAL_LIMITS: Limits = { rate: false, range: false, subjects: false, path: true, channels: null, maxKeys: null };

/** How many keys a person has set: a place keyed on one frame is one, on however many of its coordinates. */
export function keyCount(motion: MotionDocument): number {
  const trackOf = (id: ChannelId): string => TRACKS.find((track) => track.channelIds.includes(id))?.id ?? id;
  return motion.subjects.reduce((sum, subject) => sum + new Set(subject.channels.flatMap((channel) => channel.keys.map((key) => `${trackOf(channel.id)} ${key.frame}`))).size, 0);
}

/** Why a change from one motion to another is not within the limits; null where it is. */
export function beyondLimits(before: MotionDocument, after: MotionDocument, limits: Limits): string | null {
  if (before === after) return null;
  if (!limits.rate && !sameRate(before.rate, after.rate)) return 'The exercise sets the frame rate.';
  if (!limits.range && (before.range.first !== after.range.first || before.range.last !== after.range.last)) return 'The exercise sets the range.';
  if (before.stage !== after.stage && JSON.stringify(before.stage) !== JSON.stringify(after.stage)) return 'The exercise sets the stage.';
  if (!limits.subjects && !sameScene(before, after)) return 'The exercise sets the subjects, what they look like and how long their drawings are held.';
  if (!limits.path && !samePaths(before, after)) return 'The exercise sets the paths.';
  if (limits.channels && !onlyChannels(before, after, limits.channels)) return `The exercise leaves ${namesOf(limits.channels)} to you, and no other channel.`;
  if (limits.maxKeys !== null && keyCount(after) > limits.maxKeys && keyCount(after) > keyCount(before)) return `The exercise allows ${limits.maxKeys} keys in all.`;
  return null;
}

/** An edit beyond the limits does nothing and says why; any other goes through. */
export function keepWithin(before: MotionDocument, edit: Edit, limits: Limits): Edit {
  const reason = beyondLimits(before, edit.motion, limits);
  return reason === null ? edit : { motion: before, keys: [], gaveWay: [], refused: reason };
}

function sameScene(before: MotionDocument, after: MotionDocument): boolean {
  const look = ({ id, name, look, locked, visible, parentId, pivot, exposure }: Subject): unknown => [id, name, look, locked, visible, parentId, pivot, exposure];
  return JSON.stringify(before.subjects.map(look)) === JSON.stringify(after.subjects.map(look));
}

function samePaths(before: MotionDocument, after: MotionDocument): boolean {
  const guides = (motion: MotionDocument): string => JSON.stringify([motion.guides, motion.subjects.map((subject) => subject.guide)]);
  return guides(before) === guides(after);
}

function onlyChannels(before: MotionDocument, after: MotionDocument, channels: readonly string[]): boolean {
  return after.subjects.every((subject) => {
    const was = before.subjects.find((other) => other.id === subject.id);
    return subject.channels.every((channel) => {
      const old = was?.channels.find((other) => other.id === channel.id);
      return old === channel || channels.includes(channel.id) || JSON.stringify(old) === JSON.stringify(channel);
    });
  });
}

function namesOf(channels: readonly ChannelId[]): string {
  const names = channels.map((id) => CHANNELS[id].label.toLowerCase());
  return names.length < 2 ? (names[0] ?? 'no channel') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;
}
