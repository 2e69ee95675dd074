import type { ChannelId } from '../motion/document/channels.ts';
import { createChannel, withChannel } from '../motion/document/document.ts';
import { onGrain } from '../motion/document/frame-grain.ts';
import type { Key, MotionDocument } from '../motion/document/schema.ts';
import { TRACKS } from '../motion/sampling/track.ts';
import { findStanding } from '../reading/checks/find-standing.ts';
import { counterpart } from '../reading/counterpart.ts';
import type { KeyPair } from '../reading/schema.ts';
import { standsOn } from '../reading/standing.ts';
import { roundTo, theSubject } from '../reading/words.ts';
import { sameData } from '../steps/index.ts';
import { changeChannels, type EditOnOffer, keyAt, keysOf, sayValue, type Sides, whose } from './sides.ts';

const SIZES: readonly ChannelId[] = ['scale.x', 'scale.y'];

/** A pose brought to the target's. */
export function posed(sides: Sides, { targetFrame, takeFrame }: KeyPair): EditOnOffer[] {
  const { model, own, channelIds } = sides;
  const wrong = channelIds.flatMap((id) => {
    const [asked, drawn] = [keyAt(keysOf(model, id), targetFrame), keyAt(keysOf(own, id), takeFrame)];
    return asked && drawn && asked.value !== drawn.value ? [{ id, value: asked.value }] : [];
  });
  if (wrong.length === 0) return [];
  return [
    {
      sentence: `On ${roundTo(takeFrame, 2)}, set ${wrong.map(({ id, value }) => sayValue(id, value)).join(' and ')}.`,
      keys: 1,
      apply: (take) =>
        changeChannels(
          take,
          own.id,
          wrong.map(({ id }) => id),
          (keys, id) =>
            keys.map((key) =>
              key.frame === takeFrame ? { ...key, value: wrong.find((other) => other.id === id)!.value } : key,
            ),
        ),
    },
  ];
}

/** The target's frames with keys that the take has keys on, at the same second, that are not the same. */
export function sameFrames({ model, own, time, channelIds }: Sides): number[] {
  const differ = channelIds.flatMap((id) => {
    const drawn = new Map(keysOf(own, id).map((key) => [key.frame, key]));
    return keysOf(model, id).flatMap((key) => {
      const other: Key | undefined = drawn.get(onGrain(time.toTake(key.frame)));
      return other && !sameData({ ...other, frame: key.frame }, key) ? [key.frame] : [];
    });
  });
  return [...new Set(differ)].sort((a, b) => a - b);
}

/** A key that is on time all as the target's: its value, its handles, how it leaves. */
export function asTheTargets(sides: Sides, frame: number): EditOnOffer {
  const { model, own, time, channelIds } = sides;
  const at = onGrain(time.toTake(frame));
  return {
    sentence: `Set the key of ${whose(sides)} on ${roundTo(at, 2)} as the target's, its handles too.`,
    keys: 1,
    apply: (take) =>
      changeChannels(take, own.id, channelIds, (keys, id) => {
        const key = keyAt(keysOf(model, id), frame);
        return key && keyAt(keys, at)
          ? keys.map((other) => (other.frame === at ? { ...key, frame: at } : other))
          : keys;
      }),
  };
}

/** What poses that are all off by the same may differ by, as a share of the span. */
const SAME_PLACE = 0.02;

/** By what the keys of one channel are off. */
interface Off {
  id: ChannelId;
  by: number;
}

/** By what all poses of a movement, or all from one on, are off, if it is by the same; else null. */
function offBy({ model, own, channelIds, track }: Sides): { k: number; from: number; moved: Off[] } | null {
  const off = track.pairs.map(({ targetFrame, takeFrame }) =>
    channelIds.map((id) => {
      const [asked, drawn] = [keyAt(keysOf(model, id), targetFrame), keyAt(keysOf(own, id), takeFrame)];
      return asked && drawn ? asked.value - drawn.value : null;
    }),
  );
  const least = SAME_PLACE * track.span;
  const k = off.findIndex((values) => values.some((value) => value !== null && Math.abs(value) > least));
  if (k < 0 || off.length - k < 2) return null;
  const moved = channelIds.flatMap((id, c) => {
    const own = off.slice(k).flatMap((values) => values[c] ?? []);
    return own.length > 0 ? [{ id, by: own[0]!, isOne: own.every((value) => Math.abs(value - own[0]!) <= least) }] : [];
  });
  return moved.every(({ isOne }) => isOne) ? { k, from: track.pairs[k]!.takeFrame, moved } : null;
}

/** A take with the keys of some channels, from a frame on, moved by what they are off by. */
const movedBy = (take: MotionDocument, { own }: Sides, moved: readonly Off[], from: number): MotionDocument =>
  changeChannels(
    take,
    own.id,
    moved.map(({ id }) => id),
    (keys, id) => {
      const { by } = moved.find((other) => other.id === id)!;
      return keys.map((key) => (key.frame >= from - 1e-6 ? { ...key, value: key.value + by } : key));
    },
  );

const said = (moved: readonly Off[]): string =>
  moved.flatMap(({ id, by }) => (by === 0 ? [] : [sayValue(id, by)])).join(' and ');

/** All poses of a movement, or all from one on, moved by what they are off by. */
export function placed(sides: Sides): EditOnOffer[] {
  const off = offBy(sides);
  if (!off) return [];
  const { k, from, moved } = off;
  const which = k === 0 ? 'all keys' : `the keys from ${roundTo(from, 2)} on`;
  return [
    {
      sentence: `Add ${said(moved)} to ${which} of ${whose(sides)}.`,
      keys: 1,
      apply: (take) => movedBy(take, sides, moved, from),
    },
  ];
}

/** All of a scene moved by what all of it is off by; what is off by nothing stays. */
export function placedTogether(several: readonly Sides[]): EditOnOffer[] {
  const all = several.flatMap((sides) => {
    const off = offBy(sides);
    return off?.k === 0 ? [{ sides, moved: off.moved.filter(({ by }) => by !== 0) }] : [];
  });
  const [one] = all;
  const isSame = ({ sides, moved }: (typeof all)[number]): boolean =>
    moved.length === one!.moved.length &&
    moved.every(({ id, by }, c) => {
      const first = one!.moved[c]!;
      return id === first.id && Math.abs(by - first.by) <= SAME_PLACE * sides.track.span;
    });
  if (all.length < 2 || !all.every(isSame)) return [];
  return [
    {
      sentence: `Add ${said(one!.moved)} to all keys of everything.`,
      keys: 1,
      apply: (take) => all.reduce((motion, { sides }) => movedBy(motion, sides, one!.moved, -Infinity), take),
    },
  ];
}

/**
 * Moves made as large as the target's, or turned round, about where each begins; what goes the other way from elsewhere
 * is mirrored, and begins where the target does.
 */
export function sized(several: readonly Sides[]): EditOnOffer[] {
  let [along, length] = [0, 0];
  for (const { model, own, channelIds, track } of several)
    for (const id of channelIds) {
      const [theirs, keys] = [keysOf(model, id), keysOf(own, id)];
      for (const { targetFrame, takeFrame } of track.pairs) {
        const [asked, drawn] = [keyAt(theirs, targetFrame), keyAt(keys, takeFrame)];
        if (!asked || !drawn) continue;
        // Tracks of several units count alike.
        along += ((asked.value - theirs[0]!.value) * (drawn.value - keys[0]!.value)) / (track.span || 1) ** 2;
        length += ((drawn.value - keys[0]!.value) / (track.span || 1)) ** 2;
      }
    }
  const factor = length > 0 ? along / length : 1;
  if (Math.abs(factor - 1) < 0.03 || Math.abs(factor) < 0.05) return [];
  const of = several.length > 1 ? 'of everything' : `of ${whose(several[0]!)}`;
  const percent = roundTo(Math.abs(factor) * 100, 0);
  const size = percent === 100 ? '' : ` ${percent} % as large`;
  // Of several it is not said where each begins.
  const starts = (factor < 0 && several.length === 1 ? several : []).flatMap(({ model, own, channelIds, track }) =>
    channelIds.flatMap((id) => {
      const [asked, drawn] = [keysOf(model, id)[0], keysOf(own, id)[0]];
      const isElsewhere = asked && drawn && Math.abs(asked.value - drawn.value) > SAME_PLACE * track.span;
      return isElsewhere ? [{ id, value: asked.value }] : [];
    }),
  );
  const from = starts.length > 0 ? `, from ${starts.map(({ id, value }) => sayValue(id, value)).join(' and ')}` : '';
  return [
    {
      sentence:
        factor < 0
          ? `Turn the moves ${of} round${from}${size && `, and make them${size}`}.`
          : `Make the moves ${of}${size}.`,
      keys: 1,
      apply: (take) =>
        several.reduce(
          (motion, { own, channelIds }) =>
            changeChannels(motion, own.id, channelIds, (keys, id) => {
              const start = starts.find((other) => other.id === id)?.value ?? keys[0]?.value ?? 0;
              return keys.map((key) => ({
                ...key,
                value: start + (key.value - keys[0]!.value) * factor,
                in: { ...key.in, value: key.in.value * factor },
                out: { ...key.out, value: key.out.value * factor },
              }));
            }),
          take,
        ),
    },
  ];
}

/** What stands in another pose throughout, in the target's. */
export function stoodRight(target: MotionDocument, take: MotionDocument): EditOnOffer[] {
  return findStanding({ set: target, handedIn: take }).findings.flatMap(({ subjectId, track }): EditOnOffer[] => {
    const model = target.subjects.find(({ id }) => id === subjectId);
    const own = model && counterpart(take, model);
    if (!own) return [];
    // Both sizes are told as one.
    const ids = track === 'scale.x' ? SIZES : (TRACKS.find(({ id }) => id === track)?.channelIds ?? []);
    const poses = ids.flatMap((id) => {
      const [there, here] = [standsOn(model, id, target), standsOn(own, id, take)];
      return there === null || here === null || there === here ? [] : [{ id, value: there }];
    });
    const said = poses.map(({ id, value }) => sayValue(id, value)).join(' and ');
    return [
      {
        sentence: `Set ${theSubject(model.name)} to ${said} throughout.`,
        keys: 1,
        apply: (now) =>
          poses.reduce((motion, { id, value }) => {
            const isThere = motion.subjects.some((subject) => subject.id === own.id);
            return isThere ? withChannel(motion, own.id, createChannel(id, value)) : motion;
          }, now),
      },
    ];
  });
}
