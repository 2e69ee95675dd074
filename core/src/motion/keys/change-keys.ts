import type { ChannelId } from '../document/channels.ts';
import { channelOf, withChannel } from '../document/document.ts';
import type { Key, MotionDocument } from '../document/schema.ts';

/** Names a track of keys: one channel of one subject. */
export interface ChannelRef {
  subjectId: string;
  channelId: ChannelId;
}

/** Names one key: no two of a channel share a frame. */
export interface KeyRef extends ChannelRef {
  frame: number;
}

/** What an editing operation gives back. */
export interface Edit {
  motion: MotionDocument;
  /** The keys the operation made or changed, where they are now. */
  keys: KeyRef[];
  /** The keys that were replaced because another landed on their frame. Never silent. */
  gaveWay: KeyRef[];
  /** Why the operation did nothing, where it was not allowed. */
  refused?: string;
}

export function sameChannel(a: ChannelRef, b: ChannelRef): boolean {
  return a.subjectId === b.subjectId && a.channelId === b.channelId;
}

export function sameKey(a: KeyRef, b: KeyRef): boolean {
  return sameChannel(a, b) && a.frame === b.frame;
}

/** Applies `change` once to the keys of each channel that `refs` names; it gets those frames. */
export function changeKeys(
  motion: MotionDocument,
  refs: readonly KeyRef[],
  change: (keys: Key[], frames: ReadonlySet<number>, ref: ChannelRef) => Key[],
): MotionDocument {
  const groups = new Map<string, KeyRef[]>();
  for (const ref of refs) {
    const name = `${ref.subjectId}/${ref.channelId}`;
    groups.set(name, [...(groups.get(name) ?? []), ref]);
  }
  let result = motion;
  for (const group of groups.values()) {
    const ref = group[0]!;
    const channel = channelOf(result, ref.subjectId, ref.channelId);
    const keys = change(channel.keys, new Set(group.map((key) => key.frame)), ref);
    result = withChannel(result, ref.subjectId, { ...channel, keys });
  }
  return result;
}

/** Changes each named key by itself; its frame stays. */
export function changeNamed(motion: MotionDocument, refs: readonly KeyRef[], change: (key: Key) => Key): Edit {
  const changed = changeKeys(motion, refs, (keys, frames) =>
    keys.map((key) => (frames.has(key.frame) ? change(key) : key)),
  );
  return { motion: changed, keys: [...refs], gaveWay: [] };
}
