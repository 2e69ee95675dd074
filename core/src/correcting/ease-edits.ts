import type { MotionDocument } from '../motion/document/schema.ts';
import { withEase } from '../motion/keys/ease-keys.ts';
import { easeShapeOf } from '../motion/sampling/ease-shape.ts';
import { paceOf } from '../reading/pace.ts';
import type { KeyPair } from '../reading/schema.ts';
import { roundTo } from '../reading/words.ts';
import { changeChannels, type EditOnOffer, keysOf, type Sides, whose } from './sides.ts';

/** The way between two keys that both have gone as the target goes it. */
export function eased(sides: Sides, from: KeyPair, to: KeyPair): EditOnOffer {
  const { model, own, track, channelIds } = sides;
  const ends = `${roundTo(from.takeFrame, 2)} to ${roundTo(to.takeFrame, 2)}`;
  const asked = track.segments.find(({ firstFrame }) => firstFrame === from.targetFrame)?.target;
  const how = asked
    ? `so that it leaves ${paceOf(asked.start).how} and arrives ${paceOf(asked.finish).how}`
    : 'so that it holds';
  const apply = (take: MotionDocument): MotionDocument =>
    changeChannels(take, own.id, channelIds, (keys, id) => {
      const theirs = keysOf(model, id);
      const [a, b] = [
        theirs.findIndex((key) => key.frame === from.targetFrame),
        keys.findIndex((key) => key.frame === from.takeFrame),
      ];
      const isPiece =
        theirs[a + 1]?.frame === to.targetFrame && keys[b + 1]?.frame === to.takeFrame && a >= 0 && b >= 0;
      return isPiece ? withEase(keys, b, easeShapeOf(theirs, a)) : keys;
    });
  return { sentence: `Ease ${whose(sides)} from ${ends} ${how}.`, keys: 1, apply };
}

/** The ways to a key and from it gone as the target goes them: one would leave the other's end as it is. */
export function easedAbout(sides: Sides, from: KeyPair, at: KeyPair, to: KeyPair): EditOnOffer {
  const [before, after] = [eased(sides, from, at), eased(sides, at, to)];
  return {
    sentence: `Ease ${whose(sides)} into and out of ${roundTo(at.takeFrame, 2)} as the target does.`,
    keys: 2,
    apply: (take) => after.apply(before.apply(take)),
  };
}

/** Every way of some movements gone as the target goes it: what is eased alike throughout is one thing to do. */
export function easedThroughout(some: readonly Sides[], what: string): EditOnOffer[] {
  const asTheirs = (take: MotionDocument, { model, own, track, channelIds }: Sides): MotionDocument => {
    const matched = new Map(track.pairs.map(({ takeFrame, targetFrame }) => [takeFrame, targetFrame]));
    return changeChannels(take, own.id, channelIds, (keys, id) => {
      const theirs = keysOf(model, id);
      return keys.slice(0, -1).reduce((now, key, i) => {
        const a = theirs.findIndex(({ frame }) => frame === matched.get(key.frame));
        const next = theirs[a + 1];
        const isWay = a >= 0 && next !== undefined && next.frame === matched.get(keys[i + 1]!.frame);
        return isWay ? withEase(now, i, easeShapeOf(theirs, a)) : now;
      }, keys);
    });
  };
  return [
    {
      sentence: `Ease every way of ${what} as the target does.`,
      keys: 2,
      apply: (take) => some.reduce(asTheirs, take),
    },
  ];
}
