import { extentOf } from '../../extent.ts';
import { partWithin } from '../../time/range.ts';
import type { ChannelId } from '../document/channels.ts';
import { onGrain } from '../document/frame-grain.ts';
import type { Key, MotionDocument } from '../document/schema.ts';
import { type ChannelRef, type Edit, type KeyRef, sameChannel } from '../keys/change-keys.ts';
import { type Landing, landKeys } from '../keys/land-keys.ts';

interface Rewritten {
  motion: MotionDocument;
  keys: KeyRef[];
  gaveWay: KeyRef[];
}

/** A key's new place, or null to take it out. */
type Placing = (key: Key, ref: ChannelRef) => Key | null;

/**
 * Places every key of every channel anew; who moved takes a frame from who stays (see `landKeys`).
 */
export function placeKeys(
  motion: MotionDocument,
  place: Placing,
  isIn: (ref: ChannelRef) => boolean = () => true,
): Rewritten {
  const keys: KeyRef[] = [];
  const gaveWay: KeyRef[] = [];
  const subjects = motion.subjects.map((subject) => ({
    ...subject,
    channels: subject.channels.map((channel) => {
      const ref: ChannelRef = { subjectId: subject.id, channelId: channel.id };
      if (channel.keys.length === 0 || !isIn(ref)) return channel;
      const landings: Landing[] = [];
      for (const old of channel.keys) {
        const key = place(old, ref);
        if (key) landings.push({ key, was: old.frame, claim: onGrain(key.frame) === old.frame ? 'stays' : 'named' });
        else gaveWay.push({ ...ref, frame: old.frame });
      }
      const placed = landKeys(ref, landings);
      gaveWay.push(...placed.gaveWay);
      for (const { key, was } of placed.landed) if (key.frame !== was) keys.push({ ...ref, frame: key.frame });
      return { ...channel, keys: placed.keys };
    }),
  }));
  return { motion: { ...motion, subjects }, keys, gaveWay };
}

function named(refs: readonly KeyRef[]): (subjectId: string, channelId: ChannelId, frame: number) => boolean {
  const names = new Set(refs.map((ref) => `${ref.subjectId}/${ref.channelId}/${ref.frame}`));
  return (subjectId, channelId, frame) => names.has(`${subjectId}/${channelId}/${frame}`);
}

/**
 * Stretches the named keys about a frame: a key twice as far from it at factor 2. Handles grow with them. A factor of 0
 * or less would turn time round: at least a thousandth. With `ripple` the keys after the last named one, on the
 * channels named, go along by as much as it moves.
 */
export function stretchAbout(
  motion: MotionDocument,
  refs: readonly KeyRef[],
  aboutFrame: number,
  factor: number,
  { ripple = false }: { ripple?: boolean } = {},
): Edit {
  const by = Math.max(factor, 0.001);
  const isNamed = named(refs);
  const last = extentOf(refs.map((ref) => ref.frame)).high;
  const later = ripple ? (last - aboutFrame) * (by - 1) : 0;
  const isAlong = (ref: ChannelRef, frame: number): boolean =>
    later !== 0 && frame > last && refs.some((other) => sameChannel(other, ref));
  const place = (frame: number): number => aboutFrame + (frame - aboutFrame) * by;
  const edit = placeKeys(motion, (key, ref) => {
    if (isAlong(ref, key.frame)) return { ...key, frame: key.frame + later };
    if (!isNamed(ref.subjectId, ref.channelId, key.frame)) return key;
    return {
      ...key,
      frame: place(key.frame),
      in: { ...key.in, frames: key.in.frames * by },
      out: { ...key.out, frames: key.out.frames * by },
    };
  });
  return { ...edit, keys: refs.map((ref) => ({ ...ref, frame: onGrain(place(ref.frame)) })) };
}

/**
 * Moves every key at or after a frame, of the named channels or of all, by some frames: what comes after ripples along.
 * Moved back onto keys that stay, those give way.
 */
export function rippleKeys(
  motion: MotionDocument,
  fromFrame: number,
  by: number,
  channels?: readonly ChannelRef[],
): Edit {
  const isIn =
    channels &&
    ((ref: ChannelRef) =>
      channels.some((other) => other.subjectId === ref.subjectId && other.channelId === ref.channelId));
  return placeKeys(motion, (key) => (key.frame >= fromFrame ? { ...key, frame: key.frame + by } : key), isIn);
}

/** Whether inserting and removing time leaves the range as it is, as where an exercise sets it. */
export interface TimeOptions {
  keepRange?: boolean;
}

/** Puts empty time in before a frame: keys and cues from there on move later, and the range grows by as much. */
export function insertTime(
  motion: MotionDocument,
  atFrame: number,
  frames: number,
  { keepRange = false }: TimeOptions = {},
): Edit {
  const { motion: shifted, keys, gaveWay } = rippleKeys(motion, atFrame, frames);
  const { first, last } = motion.range;
  const cues = motion.cues.map((cue) => (cue.frame >= atFrame ? { ...cue, frame: cue.frame + frames } : cue));
  return { motion: { ...shifted, cues, range: { first, last: keepRange ? last : last + frames } }, keys, gaveWay };
}

/**
 * Takes time out: keys and cues on the frames from `first` to `last` go (named as having given way), those after move
 * earlier, and the range shrinks, to one frame at least.
 */
export function removeTime(
  motion: MotionDocument,
  first: number,
  last: number,
  { keepRange = false }: TimeOptions = {},
): Edit {
  const frames = last - first + 1;
  const {
    motion: shifted,
    keys,
    gaveWay,
  } = placeKeys(motion, (key) =>
    key.frame < first ? key : key.frame <= last ? null : { ...key, frame: key.frame - frames },
  );
  const cues = motion.cues.flatMap((cue) =>
    cue.frame < first ? [cue] : cue.frame <= last ? [] : [{ ...cue, frame: cue.frame - frames }],
  );
  const { range } = motion;
  const shorter = { first: range.first, last: keepRange ? range.last : Math.max(range.first, range.last - frames) };
  return {
    motion: { ...shifted, cues, range: shorter, workRange: partWithin(motion.workRange, shorter) },
    keys,
    gaveWay,
  };
}

export interface SnapEdit extends Edit {
  /** How far each key went, in frames; those already on a whole frame are not named. */
  roundings: (KeyRef & { roundingFrames: number })[];
}

/** Puts the named keys on the nearest whole frames (a half goes up). */
export function snapKeys(motion: MotionDocument, refs: readonly KeyRef[]): SnapEdit {
  const isNamed = named(refs);
  const roundings: SnapEdit['roundings'] = [];
  const edit = placeKeys(motion, (key, ref) => {
    const whole = Math.floor(key.frame + 0.5);
    if (!isNamed(ref.subjectId, ref.channelId, key.frame) || whole === key.frame) return key;
    roundings.push({ ...ref, frame: key.frame, roundingFrames: whole - key.frame });
    return { ...key, frame: whole };
  });
  return { ...edit, keys: refs.map((ref) => ({ ...ref, frame: Math.floor(ref.frame + 0.5) })), roundings };
}
