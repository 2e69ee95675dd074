import {
  changeRate,
  type Channel,
  deleteKeys,
  type EaseName,
  EASES as EASE_FUNCTIONS,
  type FindingKind,
  type Key,
  type KeyRef,
  type MotionDocument,
  moveKeys,
  sampleChannel,
  setLeave,
  type Subject,
} from '../src/index.ts';
import type { Model } from './clean-models.ts';
import type { Dice } from './dice.ts';
import { isDense, keyFrames, mapChannels, moving, spanOfKeys } from './motion-parts.ts';

/**
 * Takes with faults made the way learners make them: what has to be found first, and what else may truly be said of it.
 */

/** What may truly be said: of one of these kinds, about these frames of the target if any are named. */
export interface Truth {
  kinds: FindingKind[];
  within?: [first: number, last: number];
}

export interface LearnersTake {
  take: MotionDocument;
  /** The fault itself; null where nothing is wrong. */
  main: Truth | null;
  /** What follows from it and is true as well. */
  also?: Truth[];
}

export const POSES: FindingKind[] = ['pose-off', 'volume-off', 'limb-long', 'arc-off', 'settle-off'];
export const EASES: FindingKind[] = [
  'start-not-slow',
  'start-too-slow',
  'finish-not-slow',
  'finish-too-slow',
  'spacing-off',
  'contact-floats',
  'turn-sharp',
  'held-not-moving',
];

/** Keys put on other frames, their handles stretched along. */
export function retimed(motion: MotionDocument, frameOf: (frame: number) => number): MotionDocument {
  return mapChannels(motion, (channel) => ({
    ...channel,
    keys: channel.keys.map((key): Key => {
      const frame = frameOf(key.frame);
      // Over some frames: a whole one may be rounded.
      const stretch = (frameOf(key.frame + 8) - frame) / 8;
      const side = (handle: Key['in']): Key['in'] => ({ ...handle, frames: handle.frames * stretch });
      return { ...key, frame, in: side(key.in), out: side(key.out) };
    }),
  }));
}

/** How far a channel goes; x and y of a place go as far as the further of them. */
function spanOf(subject: Subject, channel: Channel): number {
  const together = subject.channels.filter((other) => other === channel || (isPlace(other) && isPlace(channel)));
  return Math.max(...together.map(spanOfKeys));
}

const isPlace = ({ id }: Channel): boolean => id === 'position.x' || id === 'position.y';

/** Whether two motions of the same subjects are seen to differ. */
function differs(model: MotionDocument, take: MotionDocument): boolean {
  return take.subjects.some((subject, s) =>
    subject.channels.some((channel, c) => {
      const own = model.subjects[s]!.channels[c]!;
      const span = spanOf(model.subjects[s]!, own);
      if (span === 0) return false;
      for (let frame = model.range.first; frame <= model.range.last; frame++)
        if (Math.abs(sampleChannel(channel, frame) - sampleChannel(own, frame)) > 0.08 * span) return true;
      return false;
    }),
  );
}

/** The moving channels' keys on a frame. */
function keysOn(motion: MotionDocument, frame: number): KeyRef[] {
  return motion.subjects.flatMap((subject) =>
    subject.channels
      .filter((channel) => moving(channel) && channel.keys.some((key) => key.frame === frame))
      .map((channel) => ({ subjectId: subject.id, channelId: channel.id, frame })),
  );
}

/** Of eases that go past where they lead to, replaced, that is seen as much as how they start and finish. */
function ofPast({ subjects }: MotionDocument, refs: readonly KeyRef[]): FindingKind[] {
  const isPast = refs.some(({ subjectId, channelId, frame }) => {
    const channel = subjects.find(({ id }) => id === subjectId)?.channels.find(({ id }) => id === channelId);
    const leave = channel?.keys.find((key) => key.frame === frame)?.leave;
    const ease = leave && leave in EASE_FUNCTIONS ? EASE_FUNCTIONS[leave as EaseName] : null;
    return ease !== null && Array.from({ length: 20 }, (_, i) => ease(i / 20)).some((share) => share > 1);
  });
  return isPast ? ['settle-off'] : [];
}

/**
 * What a key on another frame changes besides: handles set by hand go with it as they are, and coordinates of a place
 * keyed on other frames than one another draw another arc.
 */
export function changedBesides({ subjects }: MotionDocument): FindingKind[] {
  const isByHand = subjects.some(({ channels }) =>
    channels.some(({ keys }) => keys.some(({ link, leave }) => leave === 'curve' && link !== 'flat')),
  );
  const isApart = subjects.some(({ channels }) => {
    const [x, y] = ['position.x', 'position.y'].map((id) => channels.find((channel) => channel.id === id)!);
    const frames = ({ keys }: Channel): string => keys.map(({ frame }) => frame).join();
    return moving(x!) && moving(y!) && frames(x!) !== frames(y!);
  });
  return [...(isByHand ? EASES : []), ...(isApart ? (['arc-off', 'arc-kinked'] as const) : [])];
}

/** A channel's keys so many times as far from the first one; turned about where it is less than none. */
export function scaledAbout(channel: Channel, size: number): Channel {
  const from = channel.keys[0]?.value ?? 0;
  const side = (handle: Key['in']): Key['in'] => ({ ...handle, value: handle.value * size });
  const keys = channel.keys.map((key) => ({
    ...key,
    value: from + (key.value - from) * size,
    in: side(key.in),
    out: side(key.out),
  }));
  return { ...channel, keys };
}

const late = (by: number): FindingKind => (by > 0 ? 'key-late' : 'key-early');

/** Faults that can be made on any model. Null where this one has no place for it. */
export const LEARNER_FAULTS: Record<string, (model: Model, dice: Dice) => LearnersTake | null> = {
  nothing: ({ target }) => ({ take: target.motion, main: null }),
  'all late': ({ target }, dice) => {
    const by = dice(2, 6);
    return { take: retimed(target.motion, (frame) => frame + by), main: { kinds: ['key-late'] } };
  },
  'other tempo': ({ target }, dice) => {
    const frames = keyFrames(target.motion);
    const [from] = frames;
    const wanted = [0.75, 0.8, 1.25, 1.4][dice(0, 3)]!;
    // What does not fit the range any more is not seen.
    const factor = from! + (frames.at(-1)! - from!) * wanted > target.motion.range.last ? 1 / wanted : wanted;
    return {
      take: retimed(target.motion, (frame) => Math.round((from! + (frame - from!) * factor) * 4) / 4),
      // Of a move between two keys alone it is no more than where the second lies.
      main: { kinds: frames.length > 2 ? ['tempo-differs'] : ['key-late', 'key-early'] },
    };
  },
  'late from here on': ({ target }, dice) => {
    const frames = keyFrames(target.motion);
    if (frames.length < 4) return null;
    const [from, by] = [frames[dice(1, frames.length - 2)]!, dice(3, 6)];
    return {
      take: retimed(target.motion, (frame) => (frame >= from ? frame + by : frame)),
      main: { kinds: ['key-late', 'overlap-off'] },
      // A recording ends before all of it has come.
      also: [{ kinds: ['key-missing', ...changedBesides(target.motion)] }],
    };
  },
  'a drawing late': ({ target }, dice) => {
    if (isDense(target.motion)) return null;
    const frames = keyFrames(target.motion);
    const frame = frames[dice(0, frames.length - 1)]!;
    const i = frames.indexOf(frame);
    const room = Math.min((frames[i + 1] ?? Infinity) - frame, frame - (frames[i - 1] ?? -Infinity)) - 2;
    const by = Math.min(dice(2, 4), room) * (dice(0, 1) ? 1 : -1);
    const { first, last } = target.motion.range;
    if (Math.abs(by) < 2 || Math.min(frame, frame + by) <= first + 1 || Math.max(frame, frame + by) >= last)
      return null;
    const take = moveKeys(target.motion, keysOn(target.motion, frame), by).motion;
    if (!differs(target.motion, take)) return null;
    return {
      take,
      main: {
        kinds: [late(by), 'overlap-off'],
        within: [frame - 5, frame + 5],
      },
      // A key of one coordinate lies on the way of the other.
      also: [
        { kinds: ['loop-open', 'loop-hitches', 'loop-jerks', 'volume-off', 'hold-moves', 'arc-off'] },
        { kinds: changedBesides(target.motion) },
      ],
    };
  },
  'a pose short': ({ target }, dice) => {
    if (isDense(target.motion)) return null;
    const frames = keyFrames(target.motion);
    const frame = frames[dice(1, frames.length - 1)]!;
    const share = dice(15, 30) / 100;
    const { subjects } = target.motion;
    const all = keysOn(target.motion, frame);
    const ref = all[dice(0, all.length - 1)];
    if (!ref) return null;
    const channel = subjects.find((s) => s.id === ref.subjectId)!.channels.find((c) => c.id === ref.channelId)!;
    // Of a hold one end would be another place: that is a hold that moves.
    const k = channel.keys.findIndex((key) => key.frame === frame);
    if ([k - 1, k + 1].some((other) => channel.keys[other]?.value === channel.keys[k]!.value)) return null;
    return {
      take: moveKeys(target.motion, [ref], 0, -spanOfKeys(channel) * share).motion,
      main: { kinds: [...POSES, 'loop-open'], within: [frame - 20, frame + 20] },
      also: [{ kinds: [...POSES, 'hold-moves', 'arc-kinked', 'loop-open'] }],
    };
  },
  'smaller all over': ({ target }, dice) => {
    const size = dice(55, 80) / 100;
    return {
      take: mapChannels(target.motion, (channel) => scaledAbout(channel, size)),
      main: { kinds: POSES },
      also: [{ kinds: ['loop-open', 'limb-long'] }],
    };
  },
  'the other way': ({ target }) => ({
    take: mapChannels(target.motion, (channel) => scaledAbout(channel, -1)),
    main: { kinds: POSES },
    also: [{ kinds: ['limb-long', 'volume-off'] }],
  }),
  'no ease': ({ target }, dice) => {
    const frames = keyFrames(target.motion);
    const frame = frames[dice(0, frames.length - 2)]!;
    const refs = keysOn(target.motion, frame);
    const even = setLeave(target.motion, refs, 'linear').motion;
    // What was held and goes over evenly is a hold that moves.
    const main = {
      kinds: [...EASES, 'hold-moves' as const, ...ofPast(target.motion, refs)],
      within: [frame - 40, frame + 40] as [number, number],
    };
    return differs(target.motion, even)
      ? {
          take: even,
          main,
          also: [{ kinds: [...EASES, 'settle-off', 'arc-off', 'volume-off', 'loop-jerks', 'strobing'] }],
        }
      : null;
  },
  'a key left out': ({ target }, dice) => {
    if (isDense(target.motion)) return null;
    const frames = keyFrames(target.motion);
    if (frames.length < 3) return null;
    const frame = frames[dice(1, frames.length - 2)]!;
    const take = deleteKeys(target.motion, keysOn(target.motion, frame)).motion;
    return differs(target.motion, take)
      ? {
          take,
          main: {
            kinds: ['key-missing', 'settle-off', 'track-never-keyed', ...POSES],
            within: [frame - 25, frame + 40],
          },
          also: [{ kinds: [...POSES, ...EASES, 'arc-kinked', 'hold-moves', 'key-late', 'key-early', 'overlap-off'] }],
        }
      : null;
  },
  'one part late': ({ target }, dice) => {
    const parts = target.motion.subjects.filter((subject) => subject.channels.some(moving));
    if (parts.length < 2) return null;
    const [part, by] = [parts[dice(0, parts.length - 1)]!, dice(3, 6)];
    const own = { ...target.motion, subjects: [part] };
    const late = retimed(own, (frame) => frame + by).subjects[0]!;
    const subjects = target.motion.subjects.map((subject) => (subject.id === part.id ? late : subject));
    return {
      take: { ...target.motion, subjects },
      main: { kinds: ['key-late', 'overlap-off'] },
      also: [{ kinds: ['limb-long', 'arc-off', 'pose-off'] }],
    };
  },
  'ease overdone': ({ target }, dice) => {
    if (isDense(target.motion)) return null;
    const frames = keyFrames(target.motion);
    const frame = frames[dice(0, frames.length - 2)]!;
    const refs = keysOn(target.motion, frame);
    const steep = setLeave(target.motion, refs, 'expo-in-out').motion;
    return differs(target.motion, steep)
      ? {
          take: steep,
          main: {
            kinds: [...EASES, 'hold-moves', ...ofPast(target.motion, refs)],
            within: [frame - 40, frame + 40],
          },
          also: [{ kinds: [...EASES, 'settle-off', 'arc-off', 'arc-kinked', 'volume-off', 'loop-jerks', 'strobing'] }],
        }
      : null;
  },
  'a hold drifts': ({ target }, dice) => {
    if (isDense(target.motion)) return null;
    const held = target.motion.subjects.flatMap((subject) =>
      subject.channels.flatMap((channel) => {
        const span = spanOfKeys(channel);
        return channel.keys.flatMap((key, i) => {
          const next = channel.keys[i + 1];
          return next && next.value === key.value && next.frame - key.frame >= 6 && span > 0
            ? [{ ref: { subjectId: subject.id, channelId: channel.id, frame: next.frame }, span, from: key.frame }]
            : [];
        });
      }),
    );
    if (held.length === 0) return null;
    const { ref, span, from } = held[dice(0, held.length - 1)]!;
    return {
      take: moveKeys(target.motion, [ref], 0, (span * dice(10, 20)) / 100).motion,
      main: { kinds: ['hold-moves', ...POSES], within: [from - 2, ref.frame + 2] },
      also: [{ kinds: [...POSES, 'hold-moves', 'loop-open'] }],
    };
  },
  'another rate': ({ target }, dice) => {
    const num = [30, 25, 48][dice(0, 2)]!;
    if (num === target.motion.rate.num) return null;
    return {
      take: changeRate(target.motion, { num, den: 1 }, 'keep-seconds', { snap: true }).motion,
      main: { kinds: ['rate-differs'] },
      also: [{ kinds: ['range-differs'] }],
    };
  },
  'a frame either way': ({ target }, dice) => {
    if (isDense(target.motion)) return null;
    const moved = new Map(keyFrames(target.motion).map((frame) => [frame, frame + dice(-1, 1)]));
    return {
      take: mapChannels(target.motion, (channel) => ({
        ...channel,
        keys: channel.keys.map((key) => ({ ...key, frame: moved.get(key.frame) ?? key.frame })),
      })),
      main: null,
      // A closing key on the last frame is seen twice, whatever a key may be off by.
      also: [{ kinds: ['loop-hitches', ...changedBesides(target.motion)] }],
    };
  },
  'an ease like it': ({ target }) => {
    const take = mapChannels(target.motion, (channel) => ({
      ...channel,
      keys: channel.keys.map((key) => (key.leave === 'sine-in-out' ? { ...key, leave: 'quad-in-out' as const } : key)),
    }));
    return { take, main: null };
  },
};
