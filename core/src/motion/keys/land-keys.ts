import { onGrain } from '../document/frame-grain.ts';
import type { Key } from '../document/schema.ts';
import type { ChannelRef, KeyRef } from './change-keys.ts';

/** A key of a channel on its way to a frame. */
export interface Landing {
  /** With the frame it goes to. */
  key: Key;
  /** The frame it comes from; null for a key that is new. */
  was: number | null;
  /** Of two on one frame the one of the higher claim takes it: keys that stay, that go along, that are named. */
  claim: 'stays' | 'goes-along' | 'named';
}

const CLAIMS = { stays: 0, 'goes-along': 1, named: 2 } as const satisfies Record<Landing['claim'], number>;

/**
 * Puts the keys of a channel on their frames, to the grain, in order. Of two on one frame the one of the higher claim
 * takes it, of two with the same claim the later in the list; the other gives way, named by where it was.
 */
export function landKeys(
  { subjectId, channelId }: ChannelRef,
  landings: readonly Landing[],
): { keys: Key[]; landed: Landing[]; gaveWay: KeyRef[] } {
  const taken = new Map<number, Landing>();
  const gaveWay: KeyRef[] = [];
  for (const landing of landings.toSorted((a, b) => CLAIMS[a.claim] - CLAIMS[b.claim])) {
    const frame = onGrain(landing.key.frame);
    const there = taken.get(frame);
    if (there && there.was !== null) gaveWay.push({ subjectId, channelId, frame: there.was });
    taken.set(frame, frame === landing.key.frame ? landing : { ...landing, key: { ...landing.key, frame } });
  }
  const landed = [...taken.values()].sort((a, b) => a.key.frame - b.key.frame);
  return { keys: landed.map(({ key }) => key), landed, gaveWay };
}
