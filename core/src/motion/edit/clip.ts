import { extentOf } from '../../extent.ts';
import { CHANNELS } from '../document/channels.ts';
import { channelOf, findSubject, withChannel } from '../document/document.ts';
import { onGrain } from '../document/frame-grain.ts';
import type { Key, MotionDocument } from '../document/schema.ts';
import { type ChannelRef, type Edit, type KeyRef, sameChannel } from '../keys/change-keys.ts';
import { type Landing, landKeys } from '../keys/land-keys.ts';
import { rippleKeys } from './shift-keys.ts';

/** Keys taken up to be put down elsewhere: by channel, their frames counted from the earliest. */
export interface Clip {
  spanFrames: number;
  channels: (ChannelRef & { keys: Key[] })[];
}

/**
 * What becomes of keys where a clip is put down: merge keeps those between, replace clears the clip's span, insert
 * moves those after out of the way.
 */
export const PASTE_MODES = ['merge', 'replace', 'insert'] as const;
export type PasteMode = (typeof PASTE_MODES)[number];

/** Takes up the named keys. The motion stays as it is. */
export function copyKeys(motion: MotionDocument, refs: readonly KeyRef[]): Clip {
  if (refs.length === 0) return { spanFrames: 0, channels: [] };
  const { low: start, high: end } = extentOf(refs.map((ref) => ref.frame));
  const channels: Clip['channels'] = [];
  for (const { subjectId, channelId } of refs) {
    const ref: ChannelRef = { subjectId, channelId };
    if (channels.some((other) => sameChannel(other, ref))) continue;
    const frames = new Set(refs.filter((other) => sameChannel(other, ref)).map((other) => other.frame));
    const keys = channelOf(motion, subjectId, channelId).keys.filter((key) => frames.has(key.frame));
    channels.push({ ...ref, keys: keys.map((key) => ({ ...key, frame: onGrain(key.frame - start) })) });
  }
  return { spanFrames: end - start, channels };
}

/**
 * Puts a clip down with its first key on a frame. Keys that had to make room are named; subjects that are not there are
 * left out.
 */
export function pasteKeys(motion: MotionDocument, clip: Clip, atFrame: number, mode: PasteMode = 'merge'): Edit {
  let result = motion;
  const keys: KeyRef[] = [];
  const gaveWay: KeyRef[] = [];
  const present = clip.channels.filter((channel) => findSubject(motion, channel.subjectId));
  if (mode === 'insert') result = rippleKeys(result, atFrame, clip.spanFrames + 1, present).motion;
  for (const { keys: copied, ...ref } of present) {
    const channel = channelOf(result, ref.subjectId, ref.channelId);
    const landing = copied.map((key) => ({ ...key, frame: onGrain(key.frame + atFrame) }));
    const isCleared = (frame: number): boolean =>
      mode === 'replace' && frame >= atFrame && frame <= atFrame + clip.spanFrames;
    const [cleared, staying] = [
      channel.keys.filter((key) => isCleared(key.frame)),
      channel.keys.filter((key) => !isCleared(key.frame)),
    ];
    const merged = landKeys(ref, [
      ...staying.map((key): Landing => ({ key, was: key.frame, claim: 'stays' })),
      ...landing.map((key): Landing => ({ key, was: null, claim: 'named' })),
    ]);
    gaveWay.push(...cleared.map((key) => ({ ...ref, frame: key.frame })), ...merged.gaveWay);
    result = withChannel(result, ref.subjectId, { ...channel, keys: merged.keys });
    keys.push(...landing.map((key) => ({ ...ref, frame: key.frame })));
  }
  return { motion: result, keys, gaveWay };
}

/**
 * Puts the keys of a clip of one channel down on another channel of the same unit. Refused where the clip has several
 * channels, or the units differ: a turn is no place.
 */
export function pasteOnto(
  motion: MotionDocument,
  clip: Clip,
  onto: ChannelRef,
  atFrame: number,
  mode: PasteMode = 'merge',
): Edit {
  const [only, ...more] = clip.channels;
  if (!only || more.length > 0)
    return { motion, keys: [], gaveWay: [], refused: 'Only the keys of one channel can be put onto another.' };
  if (CHANNELS[only.channelId].unit !== CHANNELS[onto.channelId].unit) {
    return {
      motion,
      keys: [],
      gaveWay: [],
      refused:
        `${CHANNELS[only.channelId].label} is in ${CHANNELS[only.channelId].unit}, ` +
        `${CHANNELS[onto.channelId].label.toLowerCase()} in ${CHANNELS[onto.channelId].unit}: the ` +
        'keys cannot be put there.',
    };
  }
  return pasteKeys(motion, { ...clip, channels: [{ ...only, ...onto }] }, atFrame, mode);
}

/** Puts the named keys down again with the first of them on a frame. */
export function duplicateKeys(motion: MotionDocument, refs: readonly KeyRef[], atFrame: number): Edit {
  return pasteKeys(motion, copyKeys(motion, refs), atFrame, 'merge');
}
