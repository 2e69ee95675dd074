import * as z from 'zod';
import { listed } from '../../listed.ts';
import { sameData } from '../../steps/index.ts';
import { sameRate } from '../../time/rate.ts';
import { CHANNEL_IDS, type ChannelId, CHANNELS } from '../document/channels.ts';
import type { MotionDocument, Subject } from '../document/schema.ts';
import type { Edit } from '../keys/change-keys.ts';
import { trackWith } from '../sampling/track.ts';

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
export const USUAL_LIMITS: Limits = {
  rate: false,
  range: false,
  subjects: false,
  path: true,
  channels: null,
  maxKeys: null,
};

/** How many keys a person has set: a place keyed on one frame is one, on however many of its coordinates. */
export function keyCount(motion: MotionDocument): number {
  const trackOf = (id: ChannelId): string => trackWith(id)?.id ?? id;
  return motion.subjects.reduce(
    (sum, subject) =>
      sum +
      new Set(subject.channels.flatMap((channel) => channel.keys.map((key) => `${trackOf(channel.id)} ${key.frame}`)))
        .size,
    0,
  );
}

/** One thing an exercise keeps: whether two motions differ in it, and how it is said. */
interface Kept {
  isKept: (limits: Limits) => boolean;
  isSame: (before: MotionDocument, after: MotionDocument, limits: Limits) => boolean;
  says: (limits: Limits) => string;
}

/** What an exercise may keep, in the order in which it is said. */
const KEPT: readonly Kept[] = [
  {
    isKept: ({ rate }) => !rate,
    isSame: (before, after) => sameRate(before.rate, after.rate),
    says: () => 'The exercise sets the frame rate.',
  },
  {
    isKept: ({ range }) => !range,
    isSame: (before, after) => before.range.first === after.range.first && before.range.last === after.range.last,
    says: () => 'The exercise sets the range.',
  },
  {
    isKept: () => true,
    isSame: (before, after) => sameData(before.stage, after.stage),
    says: () => 'The exercise sets the stage.',
  },
  {
    isKept: ({ subjects }) => !subjects,
    isSame: sameScene,
    says: () => 'The exercise sets the subjects, what they look like and how long their drawings are held.',
  },
  { isKept: ({ path }) => !path, isSame: samePaths, says: () => 'The exercise sets the paths.' },
  {
    isKept: ({ channels }) => channels !== null,
    isSame: onlyChannels,
    says: ({ channels }) => `The exercise leaves ${namesOf(channels ?? [])} to you, and no other channel.`,
  },
];

function tooManyKeys({ maxKeys }: Limits, motion: MotionDocument): boolean {
  return maxKeys !== null && keyCount(motion) > maxKeys;
}

const saysKeys = ({ maxKeys }: Limits): string => `The exercise allows ${maxKeys} keys in all.`;

/**
 * Why a change from one motion to another is not within the limits; null where it is. One that is beyond them already
 * may stay so, and be mended.
 */
export function beyondLimits(before: MotionDocument, after: MotionDocument, limits: Limits): string | null {
  if (before === after) return null;
  const broken = KEPT.find((kept) => kept.isKept(limits) && !kept.isSame(before, after, limits));
  if (broken) return broken.says(limits);
  return tooManyKeys(limits, after) && keyCount(after) > keyCount(before) ? saysKeys(limits) : null;
}

/**
 * Everything in which a motion is beyond the limits of an exercise with this starting scene, in words; none where it
 * may be handed in.
 */
export function brokenLimits(start: MotionDocument, motion: MotionDocument, limits: Limits): string[] {
  const broken = KEPT.filter((kept) => kept.isKept(limits) && !kept.isSame(start, motion, limits)).map((kept) =>
    kept.says(limits),
  );
  return tooManyKeys(limits, motion) ? [...broken, saysKeys(limits)] : broken;
}

/**
 * What of an exercise's limits a change goes beyond that was kept before it: work that was beyond them already may stay
 * so, and be mended.
 */
export function newlyBroken(
  start: MotionDocument,
  before: MotionDocument,
  after: MotionDocument,
  limits: Limits,
): string[] {
  const known = new Set(brokenLimits(start, before, limits));
  if (keyCount(after) > keyCount(before)) known.delete(saysKeys(limits));
  return brokenLimits(start, after, limits).filter((said) => !known.has(said));
}

/**
 * A motion brought back to what its exercise keeps: rate, range, stage, scene, paths and kept channels as in the
 * starting scene, the keys that are left to the learner as they are. Too many keys stay too many.
 */
export function bringWithin(motion: MotionDocument, start: MotionDocument, limits: Limits): Edit {
  const scene = limits.subjects
    ? motion.subjects
    : start.subjects.map((subject) =>
        withKeysOf(
          subject,
          motion.subjects.find((other) => other.id === subject.id),
          limits,
        ),
      );
  const subjects = limits.path
    ? scene
    : scene.map((subject) => ({
        ...subject,
        guide: start.subjects.find((other) => other.id === subject.id)?.guide ?? null,
      }));
  const brought = {
    ...motion,
    stage: start.stage,
    ...(!limits.rate && { rate: start.rate }),
    ...(!limits.range && { range: start.range, workRange: null }),
    ...(!limits.path && { guides: start.guides }),
    subjects: limits.channels
      ? subjects.map((subject) =>
          withKeptChannels(
            subject,
            start.subjects.find((other) => other.id === subject.id),
            limits.channels!,
          ),
        )
      : subjects,
  };
  return { motion: brought, keys: [], gaveWay: [] };
}

function withKeysOf(subject: Subject, own: Subject | undefined, limits: Limits): Subject {
  return own
    ? {
        ...subject,
        channels: own.channels,
        positionJoined: own.positionJoined,
        guide: limits.path ? own.guide : subject.guide,
      }
    : subject;
}

function withKeptChannels(subject: Subject, start: Subject | undefined, free: readonly string[]): Subject {
  const kept = start?.channels.filter((channel) => !free.includes(channel.id)) ?? [];
  return { ...subject, channels: [...kept, ...subject.channels.filter((channel) => free.includes(channel.id))] };
}

/** An edit beyond the limits does nothing and says why; any other goes through. */
export function keepWithin(before: MotionDocument, edit: Edit, limits: Limits): Edit {
  const reason = beyondLimits(before, edit.motion, limits);
  return reason === null ? edit : { motion: before, keys: [], gaveWay: [], refused: reason };
}

function sameScene(before: MotionDocument, after: MotionDocument): boolean {
  const look = ({ id, name, look, locked, visible, parentId, pivot, exposure, onStage, chain }: Subject): unknown => ({
    id,
    name,
    look,
    locked,
    visible,
    parentId,
    pivot,
    exposure,
    onStage,
    chain,
  });
  return sameData(before.subjects.map(look), after.subjects.map(look));
}

function samePaths(before: MotionDocument, after: MotionDocument): boolean {
  return (
    sameData(before.guides, after.guides) &&
    sameData(
      before.subjects.map((subject) => subject.guide),
      after.subjects.map((subject) => subject.guide),
    )
  );
}

function onlyChannels(before: MotionDocument, after: MotionDocument, { channels: free }: Limits): boolean {
  return after.subjects.every((subject) => {
    const was = before.subjects.find((other) => other.id === subject.id);
    return subject.channels.every(
      (channel) =>
        free?.includes(channel.id) ||
        sameData(
          was?.channels.find((other) => other.id === channel.id),
          channel,
        ),
    );
  });
}

function namesOf(channels: readonly ChannelId[]): string {
  const names = channels.map((id) => CHANNELS[id].label.toLowerCase());
  return names.length === 0 ? 'no channel' : listed(names);
}
