import { CHANNELS } from '../motion/document/channels.ts';
import { findChannel, withChannel } from '../motion/document/document.ts';
import { onGrain } from '../motion/document/frame-grain.ts';
import type { Channel, Key, MotionDocument, Subject } from '../motion/document/schema.ts';
import { changeRate } from '../motion/edit/change-rate.ts';
import { snapKeys, stretchAbout } from '../motion/edit/shift-keys.ts';
import type { KeyRef } from '../motion/keys/change-keys.ts';
import { deleteKeys } from '../motion/keys/delete-keys.ts';
import { withEase } from '../motion/keys/ease-keys.ts';
import { moveKeys } from '../motion/keys/move-keys.ts';
import { easeShapeOf } from '../motion/sampling/ease-shape.ts';
import { TRACKS } from '../motion/sampling/track.ts';
import { counterpart } from '../reading/counterpart.ts';
import { LOOK_IDS } from '../reading/looks.ts';
import type { Finding, KeyPair, Reading, TrackReading } from '../reading/schema.ts';
import { createSharedTime, type SharedTime } from '../reading/shared-time.ts';
import { frames, roundTo, theSubject } from '../reading/words.ts';
import { sameData } from '../steps/index.ts';
import { sameRate } from '../time/rate.ts';

/** A change of a take that may put it right: what is done, in words, and to how many keys. */
export interface EditOnOffer {
  sentence: string;
  keys: number;
  /** It is no correction but the target's own: for where nothing else helps. */
  isLast?: boolean;
  /** Of the take as it is when this is done; unchanged where what it speaks of is not there. */
  apply: (take: MotionDocument) => MotionDocument;
}

/** What an edit is made for: one track of the reading, and its channels on both sides. */
interface Sides {
  target: MotionDocument;
  take: MotionDocument;
  model: Subject;
  own: Subject;
  time: SharedTime;
  track: TrackReading;
  /** Of the track, those that either side keys. */
  channelIds: Channel['id'][];
}

const keysOf = (subject: Subject | undefined, id: Channel['id']): readonly Key[] =>
  (subject && findChannel(subject, id)?.keys) ?? [];

const keyAt = (keys: readonly Key[], frame: number): Key | undefined => keys.find((key) => key.frame === frame);

/** Of a subject the named channels changed, those that are not there made. */
function changeChannels(
  take: MotionDocument,
  subjectId: string,
  ids: readonly Channel['id'][],
  change: (keys: readonly Key[], id: Channel['id']) => readonly Key[],
): MotionDocument {
  return ids.reduce((motion, id) => {
    const subject = motion.subjects.find((other) => other.id === subjectId);
    if (!subject) return motion;
    const channel = findChannel(subject, id) ?? { id, resting: CHANNELS[id].resting, keys: [] };
    const keys = change(channel.keys, id);
    return keys === channel.keys ? motion : withChannel(motion, subjectId, { ...channel, keys: [...keys] });
  }, take);
}

const sayValue = (id: Channel['id'], value: number): string => {
  const { label, unit } = CHANNELS[id];
  return `${label.toLowerCase()} ${roundTo(value, 2)}${unit === '°' || unit === '×' ? '' : ' '}${unit}`;
};

/** Of what a sentence is: its movement where the subject has several, else the subject. */
function whose({ track, take }: Sides): string {
  const several = take.subjects.filter((subject) => !subject.locked).length > 1;
  return several ? `${track.label.toLowerCase()} of ${theSubject(track.subjectName)}` : track.label.toLowerCase();
}

/** The keys of the take's track on some of its frames. */
function refsOn({ own, channelIds }: Sides, isMeant: (frame: number) => boolean): KeyRef[] {
  return channelIds.flatMap((channelId) =>
    keysOf(own, channelId)
      .filter((key) => isMeant(key.frame))
      .map(({ frame }) => ({ subjectId: own.id, channelId, frame })),
  );
}

/** Keys moved; none where one would land on another, which would be gone. */
const shift = (sentence: string, refs: KeyRef[], by: number): EditOnOffer => ({
  sentence,
  keys: 1,
  apply: (take) => {
    const { motion, gaveWay } = moveKeys(take, refs, by);
    return gaveWay.length > 0 ? take : motion;
  },
});

const way = (by: number): string => `${frames(by)} ${by > 0 ? 'later' : 'earlier'}`;

/** A key put on time alone, or it and all that come after it, on its track or on all. */
function inTime(sides: Sides, all: readonly Sides[], pair: KeyPair): EditOnOffer[] {
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

/** All keys of a track, or of all, brought to the target's pace about where they begin. */
function inTempo(all: readonly Sides[]): EditOnOffer[] {
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
        `Stretch the keys to ${roundTo(factor * 100, 0)} % of their time about frame ` +
        `${roundTo(first.takeFrame, 2)}, on whole frames.`,
      keys: 1,
      apply: (take) => {
        const stretched = stretchAbout(take, refs, first.takeFrame, factor);
        return snapKeys(stretched.motion, stretched.keys).motion;
      },
    },
  ];
}

/** A pose brought to the target's. */
function posed(sides: Sides, { targetFrame, takeFrame }: KeyPair): EditOnOffer[] {
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

/** Slow, even or fast at an end: as findings say it. */
const pace = (share: number): string => (share < 0.65 ? 'slowly' : share <= 1.35 ? 'evenly' : 'fast');

/** The way between two keys that both have gone as the target goes it. */
function eased(sides: Sides, from: KeyPair, to: KeyPair): EditOnOffer {
  const { model, own, track, channelIds } = sides;
  const ends = `${roundTo(from.takeFrame, 2)} to ${roundTo(to.takeFrame, 2)}`;
  const asked = track.segments.find(({ firstFrame }) => firstFrame === from.targetFrame)?.target;
  const how = asked ? `so that it leaves ${pace(asked.start)} and arrives ${pace(asked.finish)}` : 'so that it holds';
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
function easedAbout(sides: Sides, from: KeyPair, at: KeyPair, to: KeyPair): EditOnOffer {
  const [before, after] = [eased(sides, from, at), eased(sides, at, to)];
  return {
    sentence: `Ease ${whose(sides)} into and out of ${roundTo(at.takeFrame, 2)} as the target does.`,
    keys: 2,
    apply: (take) => after.apply(before.apply(take)),
  };
}

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
function added(sides: Sides, missing: readonly number[]): EditOnOffer[] {
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
function withoutSurplus(sides: Sides): EditOnOffer[] {
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

/** The target's frames with keys that the take has keys on, at the same second, that are not the same. */
function sameFrames({ model, own, time, channelIds }: Sides): number[] {
  const differ = channelIds.flatMap((id) => {
    const drawn = keysOf(own, id);
    return keysOf(model, id).flatMap((key) => {
      const other = keyAt(drawn, onGrain(time.toTake(key.frame)));
      return other && !sameData({ ...other, frame: key.frame }, key) ? [key.frame] : [];
    });
  });
  return [...new Set(differ)].sort((a, b) => a - b);
}

/** A key that is on time all as the target's: its value, its handles, how it leaves. */
function asTheTargets(sides: Sides, frame: number): EditOnOffer {
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

/** Moves made as large as the target's, or turned round, about where each begins. */
function sized(several: readonly Sides[]): EditOnOffer[] {
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
  return [
    {
      sentence:
        factor < 0 ? `Turn the moves ${of} round${size && `, and make them${size}`}.` : `Make the moves ${of}${size}.`,
      keys: 1,
      apply: (take) =>
        several.reduce(
          (motion, { own, channelIds }) =>
            changeChannels(motion, own.id, channelIds, (keys) =>
              keys.map((key) => ({
                ...key,
                value: keys[0]!.value + (key.value - keys[0]!.value) * factor,
                in: { ...key.in, value: key.in.value * factor },
                out: { ...key.out, value: key.out.value * factor },
              })),
            ),
          take,
        ),
    },
  ];
}

/** Keys gone that ought not to be there at all: of a channel that is idle or too much, and on the rest frame. */
function cleared(take: MotionDocument, findings: readonly Finding[]): EditOnOffer[] {
  return findings.flatMap(({ kind, subjectId, track }): EditOnOffer[] => {
    const subject = take.subjects.find((other) => other.id === subjectId);
    const ids: readonly string[] = TRACKS.find((other) => other.id === track)?.channelIds ?? (track ? [track] : []);
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
    const what = isRest ? 'the rest frame' : `${track} of ${theSubject(subject!.name)}`;
    return refs.length === 0
      ? []
      : [{ sentence: `Take the keys off ${what}.`, keys: 1, apply: (now) => deleteKeys(now, refs).motion }];
  });
}

/** Subjects that the take lost, put back as the target has them. */
function broughtBack(target: MotionDocument, take: MotionDocument): EditOnOffer[] {
  return target.subjects
    .filter((subject) => !counterpart(take, subject))
    .map((subject) => ({
      sentence: `Put ${theSubject(subject.name)} back as the target has it.`,
      keys: 1,
      apply: (now) =>
        now.subjects.some(({ id }) => id === subject.id)
          ? now
          : { ...now, subjects: [...now.subjects, { ...subject, parentId: null, guide: null }] },
    }));
}

/** Everything of a movement as the target has it. */
function takenOver(sides: Sides, what: string): EditOnOffer {
  const { model, own, time, channelIds } = sides;
  const count = channelIds.reduce((sum, id) => sum + keysOf(model, id).length, 0);
  return {
    sentence: `Key ${what} as the target has it, on ${count === 1 ? 'one frame' : `${count} keys`}.`,
    keys: Math.max(1, count),
    isLast: true,
    apply: (take) =>
      channelIds.reduce((motion, id) => {
        const asked = findChannel(model, id);
        if (!asked || !motion.subjects.some((subject) => subject.id === own.id)) return motion;
        const keys = asked.keys.map((key) => ({ ...key, frame: onGrain(time.toTake(key.frame)) }));
        return withChannel(motion, own.id, { ...asked, keys });
      }, take),
  };
}

/** What puts right that another setting was used. */
function settings(target: MotionDocument, take: MotionDocument): EditOnOffer[] {
  const offers: EditOnOffer[] = [];
  const say = (sentence: string, apply: EditOnOffer['apply']): void => void offers.push({ sentence, keys: 1, apply });
  if (!sameRate(target.rate, take.rate))
    say(
      'Set the frame rate of the exercise and keep the seconds, keys on whole frames.',
      (now) => changeRate(now, target.rate, 'keep-seconds', { snap: true, range: target.range }).motion,
    );
  else if (!sameData(target.range, take.range))
    say(`Set the range to ${target.range.first}–${target.range.last}.`, (now) => ({ ...now, range: target.range }));
  if (!sameData(target.stage, take.stage))
    say('Make the stage as large as the exercise has it.', (now) => ({ ...now, stage: target.stage }));
  for (const model of target.subjects) {
    const own = counterpart(take, model);
    if (own && own.exposure !== model.exposure)
      say(`Show ${theSubject(model.name)} on ${model.exposure === 1 ? 'ones' : `${model.exposure}s`}.`, (now) => ({
        ...now,
        subjects: now.subjects.map((subject) =>
          subject.id === own.id ? { ...subject, exposure: model.exposure } : subject,
        ),
      }));
  }
  return offers;
}

const SETTINGS: ReadonlySet<Finding['kind']> = new Set([
  'rate-differs',
  'range-differs',
  'stage-differs',
  'exposure-differs',
]);

/** The edits that may put right what a reading finds, those for what it says first before the others. */
export function editsOnOffer(target: MotionDocument, take: MotionDocument, reading: Reading): EditOnOffer[] {
  const { findings } = reading;
  if (findings.some(({ kind }) => SETTINGS.has(kind))) return settings(target, take);
  const time = createSharedTime(target, take);
  const sidesOf = (track: TrackReading): Sides[] => {
    const model = target.subjects.find((subject) => subject.id === track.subjectId);
    const own = model && counterpart(take, model);
    const along: Channel['id'][] = track.track === 'position' && model?.guide && own?.guide ? ['travel'] : [];
    const ids = [...along, ...(TRACKS.find((other) => other.id === track.track)?.channelIds ?? [])];
    const channelIds = ids.filter((id) => keysOf(model, id).length > 0 || keysOf(own, id).length > 0);
    return model && own ? [{ target, take, model, own, time, track, channelIds }] : [];
  };
  const all = reading.tracks.flatMap(sidesOf);
  const isMeant = ({ track }: Sides): boolean =>
    findings.some(
      (finding) =>
        (finding.subjectId === null || finding.subjectId === track.subjectId) &&
        (finding.track === null || finding.track === track.track),
    );
  const meant = all.filter(isMeant);
  const offers = meant.flatMap((sides): EditOnOffer[] => {
    const { pairs, missingFrames } = sides.track;
    return [
      ...missingFrames.flatMap((frame) => added(sides, [frame])),
      ...(missingFrames.length > 1 ? added(sides, missingFrames) : []),
      ...withoutSurplus(sides),
      ...pairs.flatMap((pair) => inTime(sides, all, pair)),
      ...pairs.flatMap((pair) => posed(sides, pair)),
      ...pairs.slice(0, -1).map((pair, i) => eased(sides, pair, pairs[i + 1]!)),
      ...pairs.slice(1, -1).map((pair, i) => easedAbout(sides, pairs[i]!, pair, pairs[i + 2]!)),
      ...sized([sides]),
      ...sameFrames(sides).map((frame) => asTheTargets(sides, frame)),
      takenOver(sides, whose(sides)),
    ];
  });
  const looks = target.subjects.flatMap((model): EditOnOffer[] => {
    const own = counterpart(take, model);
    const ids = LOOK_IDS.filter((id) => own && !sameData(keysOf(model, id), keysOf(own, id)));
    const about = findings.some(({ subjectId, track }) => subjectId === model.id && ids.some((id) => id === track));
    if (!own || !about) return [];
    return ids.map((id) => {
      const track = { subjectName: model.name, label: CHANNELS[id].label } as TrackReading;
      return takenOver(
        { target, take, model, own, time, track, channelIds: [id] },
        `${CHANNELS[id].label.toLowerCase()} of ${theSubject(model.name)}`,
      );
    });
  });
  return [
    ...offers,
    ...inTempo(all),
    ...(meant.length > 1 ? [...meant.flatMap((sides) => inTempo([sides])), ...sized(meant)] : []),
    ...looks,
    ...cleared(take, findings),
    ...broughtBack(target, take),
  ];
}
