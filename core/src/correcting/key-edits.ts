import { CHANNELS } from '../motion/document/channels.ts';
import { createChannel, findChannel, withChannel } from '../motion/document/document.ts';
import { onGrain } from '../motion/document/frame-grain.ts';
import type { Key, MotionDocument } from '../motion/document/schema.ts';
import type { KeyRef } from '../motion/keys/change-keys.ts';
import { deleteKeys } from '../motion/keys/delete-keys.ts';
import { withEase } from '../motion/keys/ease-keys.ts';
import { easeShapeOf } from '../motion/sampling/ease-shape.ts';
import { TRACKS } from '../motion/sampling/track.ts';
import { counterpart } from '../reading/counterpart.ts';
import { type Finding, tracksTold } from '../reading/schema.ts';
import { standsOn } from '../reading/standing.ts';
import { roundTo, theSubject } from '../reading/words.ts';
import {
  type Both,
  changeChannels,
  channelOfSubject,
  type EditOnOffer,
  keyAt,
  keysOf,
  refsOn,
  sayValue,
  type Sides,
  whose,
} from './sides.ts';

/** The keys with one of the target's set on a frame, and the ways to it and from it. */
function withKeySet(keys: readonly Key[], theirs: readonly Key[], frame: number, at: number): Key[] {
  const a = theirs.findIndex((key) => key.frame === frame);
  const others = keys.filter((key) => key.frame !== at);
  const place = others.findLastIndex((key) => key.frame < at) + 1;
  let result = others.toSpliced(place, 0, { ...theirs[a]!, frame: at });
  if (place + 1 < result.length && a + 1 < theirs.length) result = withEase(result, place, easeShapeOf(theirs, a));
  if (place > 0 && a > 0) result = withEase(result, place - 1, easeShapeOf(theirs, a - 1));
  return result;
}

/** Keys of the target that the take has not, set with the ways to them and from them. */
export function added(sides: Sides, missing: readonly number[]): EditOnOffer[] {
  const { model, own, time, channelIds } = sides;
  const set = missing.flatMap((frame) => {
    const values = channelIds.flatMap((id) => {
      const key = keyAt(keysOf(model, id), frame);
      return key ? [{ id, value: key.value }] : [];
    });
    return values.length > 0 ? [{ frame, at: onGrain(time.toTake(frame)), values }] : [];
  });
  if (set.length === 0) return [];
  const said = set.map(
    ({ at, values }) => `${values.map(({ id, value }) => sayValue(id, value)).join(' and ')} on ${roundTo(at, 2)}`,
  );
  return [
    {
      sentence: `Key ${said.join(', ')}.`,
      keys: set.length,
      apply: (take) =>
        changeChannels(take, own.id, channelIds, (keys, id) =>
          set
            .filter(({ values }) => values.some((value) => value.id === id))
            .reduce((now, { frame, at }) => withKeySet(now, keysOf(model, id), frame, at), keys),
        ),
    },
  ];
}

/** Keys of one coordinate alone that the take lacks where it has one of the other: each of them, and all together. */
export function addedAlone(sides: Sides): EditOnOffer[] {
  const { model, own, channelIds, track } = sides;
  if (channelIds.length < 2) return [];
  return channelIds.flatMap((id): EditOnOffer[] => {
    const [asked, drawn] = [keysOf(model, id), keysOf(own, id)];
    if (drawn.length === 0 || drawn.length >= asked.length) return [];
    const lacking = track.pairs.flatMap(({ targetFrame, takeFrame }) =>
      keyAt(asked, targetFrame) && !keyAt(drawn, takeFrame) ? [targetFrame] : [],
    );
    const alone = { ...sides, channelIds: [id] };
    return [...lacking.map((frame) => [frame]), ...(lacking.length > 1 ? [lacking] : [])].flatMap((frames) =>
      added(alone, frames),
    );
  });
}

/** The take's keys that stand for none of the target's, and are on the second of none. */
function surplus({ model, own, time, track, channelIds }: Sides): number[] {
  const asked = new Set(channelIds.flatMap((id) => keysOf(model, id).map((key) => onGrain(time.toTake(key.frame)))));
  const drawn = channelIds.flatMap((id) => keysOf(own, id).map((key) => key.frame));
  const matched = new Set(track.pairs.map((pair) => pair.takeFrame));
  return [...new Set(drawn)].filter((frame) => !asked.has(frame) && !matched.has(frame)).sort((a, b) => a - b);
}

/** A key that is one too many gone, and the way over it gone as the target goes it. */
function takenOut(sides: Sides, frame: number): EditOnOffer {
  const { model, own, time, channelIds } = sides;
  const refs = refsOn(sides, (other) => other === frame);
  return {
    sentence: `Take out the key of ${whose(sides)} on ${roundTo(frame, 2)}.`,
    keys: 1,
    apply: (take) =>
      changeChannels(deleteKeys(take, refs).motion, own.id, channelIds, (keys, id) => {
        const theirs = keysOf(model, id);
        const b = keys.findLastIndex((key) => key.frame < frame);
        const a = theirs.findIndex((key) => onGrain(time.toTake(key.frame)) === keys[b]?.frame);
        const next = a >= 0 ? theirs[a + 1] : undefined;
        return next && onGrain(time.toTake(next.frame)) === keys[b + 1]?.frame
          ? withEase(keys, b, easeShapeOf(theirs, a))
          : keys;
      }),
  };
}

/** Each key that is one too many gone, or all of them. */
export function withoutSurplus(sides: Sides): EditOnOffer[] {
  const single = surplus(sides).map((frame) => ({ frame, edit: takenOut(sides, frame) }));
  if (single.length < 2) return single.map(({ edit }) => edit);
  const [from, to] = [single[0]!.frame, single.at(-1)!.frame];
  return [
    ...single.map(({ edit }) => edit),
    {
      sentence:
        `Take out the ${single.length} keys of ${whose(sides)} from ${roundTo(from, 2)} to ${roundTo(to, 2)} ` +
        'that the target does without.',
      keys: single.length,
      apply: (take) => single.reduce((motion, { edit }) => edit.apply(motion), take),
    },
  ];
}

/** Channels without keys on what the target stands on in them. */
function restingAs(target: MotionDocument, take: MotionDocument, refs: readonly KeyRef[]): MotionDocument {
  return refs.reduce((motion, { subjectId, channelId }) => {
    const own = motion.subjects.find(({ id }) => id === subjectId);
    const model = target.subjects.find((subject) => own !== undefined && counterpart(motion, subject) === own);
    const stands = model ? standsOn(model, channelId, target) : null;
    return stands === null || !own || keysOf(own, channelId).length > 0
      ? motion
      : withChannel(motion, subjectId, createChannel(channelId, stands));
  }, take);
}

/** Keys gone that ought not to be there at all: of a channel that is idle or too much, and on the rest frame. */
export function cleared(target: MotionDocument, take: MotionDocument, findings: readonly Finding[]): EditOnOffer[] {
  const each = findings.flatMap((finding) => tracksTold(finding).map((track) => ({ ...finding, track })));
  return each.flatMap(({ kind, subjectId, track }): EditOnOffer[] => {
    const subject = take.subjects.find((other) => other.id === subjectId);
    const known = TRACKS.find((other) => other.id === track);
    const ids: readonly string[] = known?.channelIds ?? (track ? [track] : []);
    const isRest = kind === 'rest-frame-keyed';
    if (!isRest && (!subject || (kind !== 'track-extra' && kind !== 'channel-idle'))) return [];
    const refs = (isRest ? take.subjects : [subject!]).flatMap((own) =>
      own.channels
        .filter(({ id }) => isRest || ids.includes(id))
        .flatMap(({ id, keys }) =>
          keys
            .filter((key) => !isRest || key.frame === take.restFrame)
            .map(({ frame }): KeyRef => ({ subjectId: own.id, channelId: id, frame })),
        ),
    );
    const what = isRest ? 'the rest frame' : `${known?.label.toLowerCase() ?? track} of ${theSubject(subject!.name)}`;
    if (refs.length === 0) return [];
    const apply = (now: MotionDocument): MotionDocument => {
      const without = deleteKeys(now, refs).motion;
      return isRest ? without : restingAs(target, without, refs);
    };
    return [{ sentence: `Take the keys off ${what}.`, keys: 1, apply }];
  });
}

/** A coordinate of a place that only one of the two moves, as the target has it: keyed like it, or not at all. */
export function coordinatesTaken(sides: Sides): EditOnOffer[] {
  const { model, own, channelIds, track } = sides;
  if (channelIds.length < 2) return [];
  const moves = (keys: readonly Key[]): boolean => keys.some((key) => key.value !== keys[0]!.value);
  return channelIds.flatMap((id): EditOnOffer[] => {
    const [asked, drawn] = [keysOf(model, id), keysOf(own, id)];
    if (moves(asked) === moves(drawn)) return [];
    const what = channelOfSubject(id, track.subjectName);
    if (asked.length > 0) return [takenOver({ ...sides, channelIds: [id] }, what)];
    const { resting } = findChannel(model, id) ?? { resting: CHANNELS[id].resting };
    return [
      {
        sentence: `Take the keys off ${what}, and leave it at ${roundTo(resting, 2)} ${CHANNELS[id].unit}.`,
        keys: 1,
        apply: (take) => {
          const subject = take.subjects.find((other) => other.id === own.id);
          const channel = subject && findChannel(subject, id);
          return channel ? withChannel(take, own.id, { ...channel, resting, keys: [] }) : take;
        },
      },
    ];
  });
}

/** Everything of a movement as the target has it. */
export function takenOver({ model, own, time, channelIds }: Both, what: string): EditOnOffer {
  const count = channelIds.reduce((sum, id) => sum + keysOf(model, id).length, 0);
  return {
    sentence: `Key ${what} as the target has it, on ${count === 1 ? 'one frame' : `${count} keys`}.`,
    keys: Math.max(1, count),
    apply: (take) =>
      channelIds.reduce((motion, id) => {
        const asked = findChannel(model, id);
        if (!asked || !motion.subjects.some((subject) => subject.id === own.id)) return motion;
        const keys = asked.keys.map((key) => ({ ...key, frame: onGrain(time.toTake(key.frame)) }));
        return withChannel(motion, own.id, { ...asked, keys });
      }, take),
  };
}
