import { findSubject } from '../motion/document/document.ts';
import { onGrain } from '../motion/document/frame-grain.ts';
import { rippleKeys, snapKeys, stretchAbout } from '../motion/edit/shift-keys.ts';
import type { KeyRef } from '../motion/keys/change-keys.ts';
import { deleteKeys } from '../motion/keys/delete-keys.ts';
import { moveKeys } from '../motion/keys/move-keys.ts';
import type { Finding, KeyPair } from '../reading/schema.ts';
import { frames, roundTo } from '../reading/words.ts';
import { channelOfSubject, type EditOnOffer, keyAt, keysOf, refsOn, type Sides, whose } from './sides.ts';

/** Keys moved; none where one would land on another, which would be gone, unless that is of its own pose. */
const shift = (sentence: string, refs: KeyRef[], by: number): EditOnOffer => ({
  sentence,
  keys: 1,
  apply: (take) => {
    const { motion, gaveWay } = moveKeys(take, refs, by);
    const valueOf = ({ subjectId, channelId, frame }: KeyRef): number | undefined =>
      keyAt(keysOf(findSubject(take, subjectId), channelId), frame)?.value;
    const isSamePose = (gone: KeyRef): boolean => valueOf(gone) === valueOf({ ...gone, frame: gone.frame - by });
    return gaveWay.every(isSamePose) ? motion : take;
  },
});

const way = (by: number): string => `${frames(by)} ${by > 0 ? 'later' : 'earlier'}`;

/** A key put on time alone, or it and all that come after it, on its track or on all. */
export function inTime(sides: Sides, all: readonly Sides[], pair: KeyPair): EditOnOffer[] {
  const due = onGrain(sides.time.toTake(pair.targetFrame));
  const by = due - pair.takeFrame;
  if (by === 0) return [];
  const from = (frame: number): boolean => frame >= pair.takeFrame - 1e-6;
  const [own, after] = [refsOn(sides, (frame) => frame === pair.takeFrame), refsOn(sides, from)];
  const everything = all.flatMap((other) => refsOn(other, from));
  const at = roundTo(pair.takeFrame, 2);
  return [
    shift(`Move the key of ${whose(sides)} on ${at} to ${roundTo(due, 2)}.`, own, by),
    ...(after.length > own.length
      ? [shift(`Move the keys of ${whose(sides)} from ${at} on ${way(by)}.`, after, by)]
      : []),
    ...(everything.length > after.length ? [shift(`Move all keys from ${at} on ${way(by)}.`, everything, by)] : []),
  ];
}

/** A key of one coordinate of a place put on the frame where the target has that coordinate's and the take has none. */
export function coordinateInTime(sides: Sides): EditOnOffer[] {
  const { model, own, time, channelIds } = sides;
  if (channelIds.length < 2) return [];
  return channelIds.flatMap((channelId) => {
    const due = keysOf(model, channelId).map((key) => onGrain(time.toTake(key.frame)));
    const drawn = keysOf(own, channelId).map((key) => key.frame);
    const free = drawn.filter((frame) => !due.includes(frame));
    return due.flatMap((at): EditOnOffer[] => {
      const [nearest] = free.toSorted((a, b) => Math.abs(a - at) - Math.abs(b - at));
      if (nearest === undefined || drawn.includes(at)) return [];
      const which = `the key of ${channelOfSubject(channelId, own.name)} on ${roundTo(nearest, 2)}`;
      const sentence = `Move ${which} to ${roundTo(at, 2)}.`;
      return [shift(sentence, [{ subjectId: own.id, channelId, frame: nearest }], at - nearest)];
    });
  });
}

/** All keys of a track, or of all, brought to the target's pace about where they begin; `of` which, in words. */
export function inTempo(all: readonly Sides[], of = ''): EditOnOffer[] {
  const pairs = all.flatMap(({ track }) => track.pairs).toSorted((a, b) => a.targetFrame - b.targetFrame);
  const [first, last] = [pairs[0], pairs.at(-1)];
  const time = all[0]?.time;
  if (!first || !last || !time || last.takeFrame <= first.takeFrame) return [];
  const factor = (time.toTake(last.targetFrame) - time.toTake(first.targetFrame)) / (last.takeFrame - first.takeFrame);
  if (Math.abs(factor - 1) < 0.02) return [];
  const refs = all.flatMap((sides) => refsOn(sides, () => true));
  return [
    {
      sentence:
        `Stretch the keys${of} to ${roundTo(factor * 100, 0)} % of their time about frame ` +
        `${roundTo(first.takeFrame, 2)}, on whole frames.`,
      keys: 1,
      apply: (take) => {
        const stretched = stretchAbout(take, refs, first.takeFrame, factor);
        return snapKeys(stretched.motion, stretched.keys).motion;
      },
    },
  ];
}

/**
 * The keys of a part that is at another pace brought to the target's, what comes after them going along: of the tracks
 * that a finding is of; `of` which, in words.
 */
export function inTempoOfPart(all: readonly Sides[], { firstFrame, lastFrame }: Finding, of = ''): EditOnOffer[] {
  const time = all[0]?.time;
  const placeOf = (frame: number): number | undefined =>
    all.flatMap(({ track }) => track.pairs).find(({ targetFrame }) => targetFrame === frame)?.takeFrame;
  const [begun, ended] = [placeOf(firstFrame), placeOf(lastFrame)];
  if (!time || begun === undefined || ended === undefined || ended <= begun) return [];
  const factor = (time.toTake(lastFrame) - time.toTake(firstFrame)) / (ended - begun);
  const refs = all.flatMap((sides) => refsOn(sides, (frame) => frame >= begun && frame <= ended));
  const isGoingOn = all.some((sides) => refsOn(sides, (frame) => frame > ended).length > 0);
  return [
    {
      sentence:
        `Stretch the keys${of} from ${roundTo(begun, 2)} to ${roundTo(ended, 2)} to ${roundTo(factor * 100, 0)} % of ` +
        `their time, on whole frames${isGoingOn ? '; what comes after them goes along' : ''}.`,
      keys: 1,
      apply: (take) => {
        const stretched = stretchAbout(take, refs, begun, factor, { ripple: true });
        return snapKeys(stretched.motion, stretched.keys).motion;
      },
    },
  ];
}

/** A pause taken out: of a pose keyed twice the first key gone, and the second and all later as much earlier. */
export function withoutPause(sides: Sides, all: readonly Sides[]): EditOnOffer[] {
  /** The keys of some tracks whose pose is there again at `end`, by the frame that they are on. */
  const begun = (some: readonly Sides[], end: number): KeyRef[] =>
    some.flatMap(({ own, channelIds }) =>
      channelIds.flatMap((channelId) => {
        const keys = keysOf(own, channelId);
        const k = keys.findIndex(({ frame }) => frame === end);
        return k > 0 && keys[k - 1]!.value === keys[k]!.value
          ? [{ subjectId: own.id, channelId, frame: keys[k - 1]!.frame }]
          : [];
      }),
    );
  return sides.track.extraFrames.flatMap((end): EditOnOffer[] => {
    const start = Math.max(...begun([sides], end).map(({ frame }) => frame));
    if (!Number.isFinite(start)) return [];
    const offer = (some: readonly Sides[], what: string): EditOnOffer => ({
      sentence:
        `Take out the pause of ${what} from ${roundTo(start, 2)} to ${roundTo(end, 2)}, ` +
        `and what comes after it ${way(start - end)}.`,
      keys: 1,
      apply: (take) => {
        const first = begun(some, end).filter(({ frame }) => frame === start);
        const channels = some.flatMap(({ own, channelIds }) =>
          channelIds.map((channelId) => ({ subjectId: own.id, channelId })),
        );
        const { motion, gaveWay } = rippleKeys(deleteKeys(take, first).motion, end, start - end, channels);
        return gaveWay.length > 0 ? take : motion;
      },
    });
    return [offer([sides], whose(sides)), ...(all.length > 1 ? [offer(all, 'all')] : [])];
  });
}
