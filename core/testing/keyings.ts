import {
  bakeKeys,
  type Channel,
  createChannel,
  createKey,
  createSubject,
  exposedFrame,
  findChannel,
  type Key,
  type MotionDocument,
  sampleChannel,
  type Subject,
  thinChannels,
} from '../src/index.ts';
import { withKeyAt } from '../src/motion/edit/insert-key.ts';
import { effectiveHandles } from '../src/motion/keys/set-handles.ts';
import { createDice, type Dice } from './dice.ts';
import { isDense, keyFrames, mapChannels, moving, spanOfKeys } from './motion-parts.ts';

/** The same motion keyed otherwise: what is true of it stays as it is. */
export const KEYINGS: Record<string, (motion: MotionDocument, dice: Dice) => MotionDocument> = {
  'as keyed': (motion) => motion,
  baked: (motion) =>
    sampled(motion, (channel, frame) => createKey(frame, sampleChannel(channel, frame), { leave: 'linear' })),
  'baked as in-betweens': (motion) =>
    sampled(motion, (channel, frame) =>
      createKey(frame, sampleChannel(channel, frame), { leave: 'linear', role: 'inbetween' }),
    ),
  tracked: (motion, dice) => withNoise(motion, () => ((dice(-100, 100) + dice(-100, 100)) / 200) * 0.004),
  'held on ones': (motion) =>
    sampled(motion, (channel, frame) => createKey(frame, sampleChannel(channel, frame), { leave: 'step' })),
  'split segments': (motion) =>
    mapChannels(motion, (channel) =>
      moving(channel)
        ? {
            ...channel,
            keys: channel.keys.flatMap((key, i) => {
              const next = channel.keys[i + 1];
              if (!next || key.leave === 'step' || next.frame - key.frame < 2) return [key];
              const first = Math.floor(key.frame) + 1;
              return [
                { ...key, leave: 'linear' as const },
                ...Array.from({ length: Math.ceil(next.frame) - first }, (_, k) =>
                  createKey(first + k, sampleChannel(channel, first + k), { leave: 'linear', role: 'inbetween' }),
                ),
              ];
            }),
          }
        : channel,
    ),
  'baked, its keys kept': (motion) =>
    motion.subjects
      .flatMap(({ id, channels }) =>
        channels.filter(moving).map((channel) => ({ subjectId: id, channelId: channel.id })),
      )
      .reduce((now, channel) => bakeKeys(now, channel).motion, motion),
  'baked in part': bakedInPart,
  'breakdowns marked': (motion) =>
    mapChannels(KEYINGS['split segments']!(motion, createDice(1)), (channel) => ({
      ...channel,
      keys: channel.keys.map((key, i) => (isMiddle(channel.keys, i) ? { ...key, role: 'breakdown' as const } : key)),
    })),
  'breakdowns put in': (motion) => mapChannels(motion, withBreakdowns),
  'holds written out': (motion) =>
    mapChannels(motion, (channel) => ({
      ...channel,
      keys: channel.keys.flatMap((key, i) => {
        const next = channel.keys[i + 1];
        if (key.leave !== 'step' || !next || next.frame - key.frame <= 1) return [key];
        return [{ ...key, leave: 'linear' }, createKey(next.frame - 1, key.value, { leave: 'linear' })];
      }),
    })),
  'holds keyed again': (motion) =>
    mapChannels(motion, (channel) => ({ ...channel, keys: withHoldsAgain(channel.keys) })),
  'held before and after': (motion) =>
    mapChannels(motion, (channel) => {
      const [first, last] = [channel.keys[0], channel.keys.at(-1)];
      if (!first || !last || !moving(channel) || channel.before || channel.after) return channel;
      const keys = [createKey(first.frame - 12, first.value, { leave: 'step' }), ...channel.keys];
      return { ...channel, keys: [...keys, createKey(last.frame + 3, last.value, { link: 'flat' })] };
    }),
  'all in-betweens': (motion) =>
    mapChannels(motion, (channel) => ({
      ...channel,
      keys: channel.keys.map((key) => ({ ...key, role: 'inbetween' as const })),
    })),
  'subjects turned about': (motion) => ({ ...motion, subjects: motion.subjects.toReversed() }),
  'carried, and a turn more': carriedAndTurned,
};

/** Baked up to a key amid the range, and keyed from there on; where there is none after it, it stands. */
function bakedInPart(motion: MotionDocument, dice: Dice): MotionDocument {
  const { first, last } = motion.range;
  const until = first + Math.round(((last - first) * dice(30, 70)) / 100);
  return mapChannels(motion, (channel) => {
    if (!moving(channel) || channel.before || channel.after || channel.wobble) return channel;
    const { keys } = channel;
    const found = keys.findIndex(({ frame }) => frame > until);
    const from = found < 0 ? keys.length - 1 : found;
    const rest = keys
      .slice(from)
      .map((key, i) => ({ ...key, link: 'broken' as const, ...effectiveHandles(keys, from + i) }));
    const baked = Array.from({ length: Math.max(0, Math.ceil(keys[from]!.frame) - first) }, (_, i) =>
      createKey(first + i, sampleChannel(channel, first + i), { leave: 'linear' }),
    );
    return { ...channel, keys: [...baked, ...rest] };
  });
}

/** A key more amid each hold of some frames. */
const withHoldsAgain = (keys: readonly Key[]): Key[] =>
  keys.flatMap((key, i) => {
    const next = keys[i + 1];
    const isHeld =
      key.leave === 'step' || (next?.value === key.value && [key, next].every(({ link }) => link === 'flat'));
    if (!next || !isHeld || next.frame - key.frame < 4) return [key];
    const { leave } = key;
    return [key, createKey(Math.floor((key.frame + next.frame) / 2), key.value, { link: 'flat', leave })];
  });

/** Whether an in-between is as far from the key before it as from the one after it, or a frame less. */
function isMiddle(keys: readonly Key[], i: number): boolean {
  if (keys[i]!.role !== 'inbetween') return false;
  const before = keys.findLastIndex(({ role }, k) => k < i && role !== 'inbetween');
  const after = keys.findIndex(({ role }, k) => k > i && role !== 'inbetween');
  return before >= 0 && after >= 0 && after - before >= LONG && i === Math.floor((before + after) / 2);
}

/** So many frames at least have room for a breakdown. */
const LONG = 8;

/** A breakdown amid each long way that can be cut there without changing it. */
const withBreakdowns = (channel: Channel): Channel =>
  moving(channel) && channel.keys.length < 10
    ? channel.keys.reduce((now, key, i) => {
        const next = channel.keys[i + 1];
        return next && next.frame - key.frame >= LONG && (key.leave === 'curve' || key.leave === 'linear')
          ? withKeyAt(now, Math.round((key.frame + next.frame) / 2))
          : now;
      }, channel)
    : channel;

/** Each subject that stands by itself moved by a group in its place, and all turned once round before they begin. */
function carriedAndTurned(motion: MotionDocument): MotionDocument {
  const isCarried = ({ parentId, guide }: Subject): boolean => parentId === null && guide === null;
  const isPlace = ({ id }: Channel): boolean => id === 'position.x' || id === 'position.y';
  const turned = mapChannels(motion, (channel) =>
    channel.id === 'rotation'
      ? { ...channel, keys: channel.keys.map((key) => ({ ...key, value: key.value + 360 })) }
      : channel,
  );
  return {
    ...turned,
    subjects: turned.subjects.flatMap((subject) => {
      if (!isCarried(subject)) return [subject];
      const group = createSubject(`${subject.id}-group`, `${subject.name} group`, { ...GROUP }, { x: 0, y: 0 });
      const places = subject.channels.filter(isPlace);
      const others = (of: Subject): Channel[] => of.channels.filter((channel) => !isPlace(channel));
      const still = places.map(({ id }) => createChannel(id, 0));
      return [
        { ...group, channels: [...places, ...others(group)] },
        { ...subject, parentId: group.id, channels: [...still, ...others(subject)] },
      ];
    }),
  };
}

const GROUP = { shape: 'group', widthPx: 20, heightPx: 20, fill: '#6b7680' } as const;

/** Recorded so that some of what is true of the motion can no longer be told. */
export const ROUGH_KEYINGS: typeof KEYINGS = {
  'tracked badly': (motion, dice) =>
    withNoise(motion, () => (Array.from({ length: 6 }, () => dice(-1000, 1000)).reduce((a, b) => a + b) / 1414) * 0.01),
  'keyed on every other frame': (motion) =>
    sampled(motion, (channel, frame) =>
      (frame - motion.range.first) % 2 === 0
        ? createKey(frame, sampleChannel(channel, frame), { leave: 'linear' })
        : null,
    ),
  thinned,
  'followed in a clip': followed,
};

/** Both coordinates of what moves anywhere, as in a clip: also the one that stands is never twice quite the same. */
function followed(motion: MotionDocument, dice: Dice): MotionDocument {
  const tracked = KEYINGS['tracked']!(motion, dice);
  const { first, last } = motion.range;
  const subjects = tracked.subjects.map((subject): typeof subject => {
    const places = (['position.x', 'position.y'] as const).map(
      (id) => findChannel(subject, id) ?? createChannel(id, 0, []),
    );
    const noise = 0.004 * Math.max(...places.map((channel) => (moving(channel) ? spanOfKeys(channel) : 0)));
    if (noise === 0) return subject;
    const shaken = places.map((channel): Channel => {
      if (moving(channel)) return channel;
      const value = channel.keys[0]?.value ?? channel.resting;
      const keys = Array.from({ length: last - first + 1 }, (_, i) =>
        createKey(first + i, value + ((dice(-100, 100) + dice(-100, 100)) / 200) * noise, { leave: 'linear' }),
      );
      return createChannel(channel.id, channel.resting, keys);
    });
    return {
      ...subject,
      channels: [...shaken, ...subject.channels.filter(({ id }) => !shaken.some((other) => other.id === id))],
    };
  });
  return { ...tracked, subjects };
}

/** A recording thinned to the keys it needs: where these stand is no choice. */
function thinned(motion: MotionDocument, dice: Dice): MotionDocument {
  const smooth = mapChannels(KEYINGS['baked']!(motion, dice), (channel) =>
    moving(channel)
      ? { ...channel, keys: channel.keys.map((key) => ({ ...key, leave: 'curve' as const, link: 'auto' as const })) }
      : channel,
  );
  const channels = smooth.subjects.flatMap(({ id, channels: own }) =>
    own
      .filter(moving)
      .map((channel) => ({ subjectId: id, channelId: channel.id, epsilon: 0.004 * spanOfKeys(channel) })),
  );
  return thinChannels(smooth, channels).motion;
}

/** On twos by hand: equal drawings held. A fault of its own, beside what else there is; null of what is set so. */
export function onTwosByHand(motion: MotionDocument): MotionDocument | null {
  if (motion.subjects.every(({ exposure }) => exposure > 1)) return null;
  return sampled(motion, (channel, frame) =>
    exposedFrame(frame, motion.range.first, 2) === frame
      ? createKey(frame, sampleChannel(channel, frame), { leave: 'step' })
      : null,
  );
}

/** A key on every frame, each off by a share of how far its channel goes. */
const withNoise = (motion: MotionDocument, share: () => number): MotionDocument =>
  sampled(motion, (channel, frame) =>
    createKey(frame, sampleChannel(channel, frame) + share() * spanOfKeys(channel), { leave: 'linear' }),
  );

function sampled(motion: MotionDocument, keyAt: (channel: Channel, frame: number) => Key | null): MotionDocument {
  const { first, last } = motion.range;
  return mapChannels(motion, (channel) =>
    moving(channel)
      ? {
          id: channel.id,
          resting: channel.resting,
          keys: Array.from({ length: last - first + 1 }, (_, i) => keyAt(channel, first + i)).filter(
            (key): key is Key => key !== null,
          ),
        }
      : channel,
  );
}

/** A change of step by more than this share of the way is a corner. */
const CORNER = 0.1;

/** A recording with one drawing out of its row, by a tenth to a quarter of the way of its channel, and its frame. */
export function popped(motion: MotionDocument, dice: Dice): { take: MotionDocument; frame: number } | null {
  if (isDense(motion)) return null;
  const take = KEYINGS['baked']!(motion, dice);
  const subject = take.subjects.find((other) => other.channels.some((channel) => channel.keys.length > 20));
  const channel = subject?.channels.find((other) => other.keys.length > 20);
  if (!subject || !channel) return null;
  // Beside a corner of the motion a drawing out of its row may as well be the corner.
  const bends = channel.keys.map(({ value }, i) => {
    const [before, after] = [channel.keys[i - 1]?.value ?? value, channel.keys[i + 1]?.value ?? value];
    return Math.abs(before - 2 * value + after);
  });
  const corners = [
    ...keyFrames(motion),
    ...channel.keys.flatMap(({ frame }, i) => (bends[i]! > CORNER * spanOfKeys(channel) ? [frame] : [])),
  ];
  const places = channel.keys.flatMap(({ frame }, i) =>
    i > 4 && i < channel.keys.length - 5 && corners.every((corner) => Math.abs(corner - frame) > 3) ? [i] : [],
  );
  if (places.length === 0) return null;
  const at = places[dice(0, places.length - 1)]!;
  const by = (spanOfKeys(channel) * dice(12, 25)) / 100;
  return {
    take: mapChannels(take, (other) =>
      other === channel
        ? { ...channel, keys: channel.keys.map((key, i) => (i === at ? { ...key, value: key.value + by } : key)) }
        : other,
    ),
    frame: channel.keys[at]!.frame,
  };
}
