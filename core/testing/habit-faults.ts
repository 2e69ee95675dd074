import type { Channel, Key, Subject } from '../src/index.ts';
import type { Model } from './clean-models.ts';
import type { Dice } from './dice.ts';
import { changedBesides, EASES, type LearnersTake, POSES, scaledAbout } from './learner-faults.ts';
import { isDense, keyFrames, mapChannels, moving, spanOfKeys, withKeys } from './motion-parts.ts';

/** Faults of habit: the same done to all of a take, a stop put in, a move not finished, one done too much. */

/** One of the channels that move, if it is so. */
function oneThat(
  { target: { motion } }: Model,
  dice: Dice,
  isMeant: (channel: Channel) => boolean,
): Channel | undefined {
  const all = motion.subjects.flatMap((subject) => subject.channels.filter((own) => moving(own) && isMeant(own)));
  return isDense(motion) ? undefined : all[dice(0, Math.max(0, all.length - 1))];
}

/** A value that may be any: not a share, nor a place on a path. */
const isFree = ({ id }: Channel): boolean => id !== 'opacity' && id !== 'travel';

/** How far the last key is from the one before it, as a share of how far the channel goes. */
function lastWay(channel: Channel): number {
  const [before, last] = channel.keys.slice(-2);
  return before && last ? Math.abs(last.value - before.value) / spanOfKeys(channel) : 0;
}

/** So many frames at least for an ease to be seen. */
const LONG = 8;
const SHOWN: LearnersTake['also'] = [
  { kinds: [...EASES, 'settle-off', 'arc-off', 'arc-kinked', 'volume-off', 'loop-jerks', 'strobing', 'limb-long'] },
  { kinds: ['hold-moves'] },
];

/** All moves that are not held leave by one ease, where that is seen of as many at least. */
function allBy(
  { target: { motion } }: Model,
  leave: Key['leave'],
  { least, isOther }: { least: number; isOther: (key: Key) => boolean },
): LearnersTake | null {
  if (isDense(motion)) return null;
  const seen = motion.subjects.flatMap(({ channels }) =>
    channels.flatMap(({ keys }) =>
      keys.filter((key, i) => {
        const next = keys[i + 1];
        return next && next.value !== key.value && isOther(key) && next.frame - key.frame >= LONG;
      }),
    ),
  );
  if (seen.length < least) return null;
  const take = mapChannels(motion, (channel) => ({
    ...channel,
    keys: channel.keys.map((key) => (key.leave === 'step' ? key : { ...key, leave })),
  }));
  return { take, main: { kinds: [...EASES, 'settle-off'] }, also: SHOWN };
}

/** The first key that ends a hold and leads on to another pose, with at least so many frames on either side. */
function endOfHold({ keys }: Channel, held: number, moves: number): Key | undefined {
  return keys.find((key, i) => {
    const [before, after] = [keys[i - 1], keys[i + 1]];
    return (
      before?.value === key.value &&
      key.frame - before.frame > held &&
      after !== undefined &&
      after.value !== key.value &&
      after.frame - key.frame > moves
    );
  });
}

/** The end of a hold so many frames later, or sooner. */
function holdEnding(model: Model, dice: Dice, by: number): LearnersTake | null {
  const [held, moves] = by > 0 ? [0, by + 3] : [2 - by, 0];
  const channel = oneThat(model, dice, (own) => endOfHold(own, held, moves) !== undefined);
  const end = channel && endOfHold(channel, held, moves);
  if (!channel || !end) return null;
  const { motion } = model.target;
  return {
    take: withKeys(motion, channel, (keys) =>
      keys.map((key) => (key === end ? { ...key, frame: key.frame + by } : key)),
    ),
    main: {
      kinds: [by > 0 ? 'key-late' : 'key-early', 'overlap-off'],
      within: [end.frame - Math.abs(by) - 4, end.frame + Math.abs(by) + 4],
    },
    also: [{ kinds: [...EASES, 'arc-off', 'arc-kinked', 'limb-long', ...changedBesides(motion)] }],
  };
}

export const HABIT_FAULTS: Record<string, (model: Model, dice: Dice) => LearnersTake | null> = {
  'a pause put in': ({ target: { motion } }, dice) => {
    const frames = keyFrames(motion);
    if (isDense(motion) || frames.length < 3) return null;
    const [at, by] = [frames[dice(1, frames.length - 2)]!, dice(4, 6)];
    const goesOn = motion.subjects.some(({ channels }) =>
      channels.some(({ keys }) => keys.some(({ frame, value }) => frame > at && value !== keys[0]!.value)),
    );
    const isHold = ({ keys }: Channel): boolean => {
      const k = keys.findIndex(({ frame }) => frame === at);
      return k >= 0 && keys[k]!.value === keys[k + 1]?.value;
    };
    // Where it holds anyway, or nothing follows, a pause is no more than a longer hold.
    if (!goesOn || motion.subjects.some(({ channels }) => channels.some(isHold))) return null;
    if (frames.at(-1)! + by > motion.range.last) return null;
    const paused = (key: Key): Key[] => {
      const after = { ...key, frame: key.frame + by };
      return key.frame < at ? [key] : key.frame > at ? [after] : [{ ...key, leave: 'step' }, after];
    };
    return {
      take: mapChannels(motion, (channel) =>
        moving(channel) ? { ...channel, keys: channel.keys.flatMap(paused) } : channel,
      ),
      main: { kinds: ['key-late', 'held-not-moving', 'overlap-off'] },
      also: [{ kinds: [...EASES, 'hold-moves', 'key-extra', 'arc-off', 'arc-kinked', ...changedBesides(motion)] }],
    };
  },
  'nothing eased': (model) =>
    allBy(model, 'linear', { least: 2, isOther: ({ leave }) => leave !== 'step' && leave !== 'linear' }),
  'one ease for all': (model) =>
    allBy(model, 'sine-in-out', { least: 1, isOther: ({ leave }) => !/^step$|^curve$|in-out$/.test(leave) }),
  'goes past and comes back': (model, dice) => {
    const channel = oneThat(model, dice, (own) => isFree(own) && lastWay(own) >= 0.5);
    const [before, last] = channel?.keys.slice(-2) ?? [];
    if (!channel || !before || !last || last.frame + 7 > model.target.motion.range.last) return null;
    const past = { ...last, value: last.value + (last.value - before.value) * 0.18, link: 'flat' as const };
    return {
      take: withKeys(model.target.motion, channel, (keys) => [
        ...keys.slice(0, -1),
        { ...past, leave: 'curve' },
        { ...last, frame: last.frame + 6 },
      ]),
      main: {
        kinds: ['settle-off', 'key-extra', 'pose-off', 'key-late', 'arc-off', 'hold-moves'],
        within: [before.frame, last.frame + 10],
      },
      also: [{ kinds: [...EASES, ...POSES, 'arc-kinked', 'loop-open', 'loop-jerks'] }],
    };
  },
  'the end not done': (model, dice) => {
    const channel = oneThat(model, dice, (own) => own.keys.length > 2 && !own.after && lastWay(own) > 0.2);
    const before = channel?.keys.at(-2);
    if (!channel || !before) return null;
    return {
      take: withKeys(model.target.motion, channel, (keys) => keys.slice(0, -1)),
      main: {
        kinds: ['key-missing', 'held-not-moving', 'loop-open', ...POSES],
        within: [before.frame - 3, Infinity],
      },
      also: [{ kinds: [...POSES, ...EASES, 'arc-kinked', 'overlap-off', 'track-never-keyed', 'loop-jerks'] }],
    };
  },
  'goes on after the end': (model, dice) => {
    const { motion } = model.target;
    const { first, last } = motion.range;
    const isRoom = ({ keys, after }: Channel): boolean =>
      !after && keys.at(-1)!.frame > first && keys.at(-1)!.frame + 8 <= last;
    const channel = oneThat(model, dice, (own) => isFree(own) && isRoom(own));
    const end = channel?.keys.at(-1);
    if (!channel || !end) return null;
    const by = spanOfKeys(channel) * (dice(15, 30) / 100) * (dice(0, 1) ? 1 : -1);
    const still = { ...end, leave: 'curve' as const, link: 'flat' as const };
    const more = [still, { ...still, frame: end.frame + 2 }, { ...still, frame: last - 1, value: end.value + by }];
    return {
      take: withKeys(motion, channel, (keys) => [...keys.slice(0, -1), ...more]),
      main: {
        kinds: ['hold-moves', 'key-extra', 'settle-off', 'arc-off', ...POSES],
        within: [end.frame - 2, Infinity],
      },
      also: [{ kinds: [...EASES, 'arc-off', 'loop-open', 'loop-jerks'] }],
    };
  },
  'no more rounds': (model, dice) => {
    const { motion } = model.target;
    const channel = oneThat(model, dice, ({ keys, after }) => {
      const end = keys.at(-1)!.frame;
      return after !== undefined && after.kind !== 'hold' && motion.range.last - end > (end - keys[0]!.frame) / 2;
    });
    if (!channel) return null;
    return {
      take: mapChannels(motion, (own) => (own === channel ? { ...own, after: { kind: 'hold', count: 0 } } : own)),
      main: { kinds: ['held-not-moving', 'pose-off'] },
      also: [{ kinds: ['arc-off', 'limb-long'] }],
    };
  },
  'hold too long': (model, dice) => holdEnding(model, dice, 4),
  'hold too short': (model, dice) => holdEnding(model, dice, -4),
  'one part smaller': ({ target: { motion } }, dice) => {
    const parts = motion.subjects.filter(({ channels }) => channels.some(moving));
    const part: Subject = parts[dice(0, parts.length - 1)]!;
    if (parts.length < 2) return null;
    return {
      take: mapChannels(motion, (channel, { id }) => (id === part.id ? scaledAbout(channel, 0.65) : channel)),
      main: { kinds: POSES },
      also: [{ kinds: ['loop-open', 'overlap-off'] }],
    };
  },
};
