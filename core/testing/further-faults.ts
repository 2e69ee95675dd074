import {
  type Channel,
  createKey,
  type FindingKind,
  type Key,
  type MotionDocument,
  sampleChannel,
  setLeave,
  type Subject,
} from '../src/index.ts';
import type { Model } from './clean-models.ts';
import type { Dice } from './dice.ts';
import { changedBesides, EASES, type LearnersTake, POSES } from './learner-faults.ts';
import { isDense, moving, spanOfKeys, withKeys } from './motion-parts.ts';

/** Faults in one channel of one subject, whatever the others do: a coordinate of a place, a turn, a size by itself. */

interface Own {
  subject: Subject;
  channel: Channel;
  /** How far it goes, as a place where it is one of two coordinates. */
  span: number;
  /** What else it shows as where the channel is one of two that move a place together. */
  shows: FindingKind[];
}

/** One of the channels that move. */
function oneOf({ target }: Model, dice: Dice): Own | null {
  const all = target.motion.subjects.flatMap((subject) =>
    subject.channels.filter(moving).map((channel) => ({ subject, channel })),
  );
  const own = all[dice(0, all.length - 1)];
  if (!own || isDense(target.motion)) return null;
  const isPlace = ({ id }: Channel): boolean => id.startsWith('position');
  const places = own.subject.channels.filter((other) => isPlace(other) && moving(other));
  const isPaired = isPlace(own.channel) && places.length > 1;
  return {
    ...own,
    span: isPaired ? Math.hypot(...places.map(spanOfKeys)) : spanOfKeys(own.channel),
    shows: isPaired ? ['arc-off', 'arc-kinked', 'spacing-off', 'limb-long'] : [],
  };
}

/** What is seen is more than this share of the way. */
const SEEN = 0.08;

/** Whether a channel of a take is anywhere off by what is seen. */
function differs({ motion }: Model['target'], take: MotionDocument, { subject, channel, span }: Own): boolean {
  const own = take.subjects.find(({ id }) => id === subject.id)!.channels.find(({ id }) => id === channel.id)!;
  const { first, last } = motion.range;
  return Array.from({ length: last - first + 1 }, (_, i) => first + i).some(
    (frame) => Math.abs(sampleChannel(own, frame) - sampleChannel(channel, frame)) > SEEN * span,
  );
}

/** Keys that lead to another value, and are not held, with at least so many frames to the next. */
function leading({ channel: { keys } }: Own, least: number): { key: Key; next: Key }[] {
  return keys.flatMap((key, i) => {
    const next = keys[i + 1];
    return next && next.value !== key.value && key.leave !== 'step' && next.frame - key.frame >= least
      ? [{ key, next }]
      : [];
  });
}

const of = <T>(all: readonly T[], dice: Dice): T | undefined => all[dice(0, Math.max(0, all.length - 1))];

function leftAs(model: Model, dice: Dice, leaves: readonly Key['leave'][]): LearnersTake | null {
  const own = oneOf(model, dice);
  const seg = own && of(leading(own, 6), dice);
  if (!own || !seg) return null;
  const { subject, channel, shows } = own;
  const ref = { subjectId: subject.id, channelId: channel.id, frame: seg.key.frame };
  const take = setLeave(model.target.motion, [ref], of(leaves, dice)!).motion;
  if (!differs(model.target, take, own)) return null;
  // By an ease that goes past, the way past is what is lost.
  // What is held to the end of a loop jumps where it closes.
  const kinds: FindingKind[] = [...EASES, 'hold-moves', 'key-late', 'settle-off', 'loop-open', ...shows];
  return {
    take,
    main: { kinds, within: [seg.key.frame - 20, seg.next.frame + 20] },
    // In a recording what is held to its end has not come.
    also: [
      { kinds: [...kinds, 'arc-off', 'arc-kinked', 'volume-off', 'limb-long', 'loop-jerks', 'strobing'] },
      { kinds: seg.next.frame > model.target.motion.range.last ? ['pose-off'] : [] },
    ],
  };
}

export const FURTHER_FAULTS: Record<string, (model: Model, dice: Dice) => LearnersTake | null> = {
  'a key too many': (model, dice) => {
    const own = oneOf(model, dice);
    const gap = own && of(leading(own, 9), dice);
    if (!own || !gap) return null;
    const { channel } = own;
    const [from, to] = [gap.key.frame, gap.next.frame];
    const frame = dice(from + 4, to - 4);
    const by = ((spanOfKeys(channel) * dice(18, 35)) / 100) * (dice(0, 1) ? 1 : -1);
    const key = createKey(frame, sampleChannel(channel, frame) + by, { link: 'flat' });
    const kinds: FindingKind[] = ['key-extra', 'hold-moves', 'frame-pops', 'arc-kinked', ...POSES, ...EASES];
    // In a recording an extreme, or a start, that is drawn on by it is there later or sooner.
    kinds.push('key-late', 'key-early');
    return {
      take: withKeys(model.target.motion, channel, (keys) => [...keys, key].sort((a, b) => a.frame - b.frame)),
      main: { kinds, within: [from - 2, to + 2] },
      also: [{ kinds: [...kinds, 'strobing', 'loop-jerks'] }],
    };
  },
  'eased the wrong way': (model, dice) => leftAs(model, dice, ['cubic-in', 'cubic-out']),
  'held in place of moving': (model, dice) => leftAs(model, dice, ['step']),
  'elsewhere throughout': (model, dice) => {
    const own = oneOf(model, dice);
    if (!own || own.channel.id === 'opacity' || own.channel.id === 'travel') return null;
    const by = spanOfKeys(own.channel) * (dice(12, 25) / 100) * (dice(0, 1) ? 1 : -1);
    const take = withKeys(model.target.motion, own.channel, (keys) =>
      keys.map((key) => ({ ...key, value: key.value + by })),
    );
    // Of two coordinates the smaller may be off by less than is seen of the whole.
    return Math.abs(by) < SEEN * own.span ? null : { take, main: { kinds: POSES }, also: [{ kinds: ['loop-open'] }] };
  },
  'never keyed': (model, dice) => {
    const own = oneOf(model, dice);
    return own
      ? {
          take: withKeys(model.target.motion, own.channel, () => []),
          main: { kinds: ['track-never-keyed', 'subject-missing'] },
          also: [{ kinds: ['arc-off', 'volume-off', 'limb-long', 'overlap-off', 'pose-off'] }],
        }
      : null;
  },
  'starts late and ends on time': (model, dice) => {
    const own = oneOf(model, dice);
    const [start, next] = own?.channel.keys ?? [];
    if (!own || !start || !next || next.frame - start.frame < 9) return null;
    const by = dice(3, next.frame - start.frame - 5);
    const take = withKeys(model.target.motion, own.channel, ([key, ...rest]) => [
      { ...key!, frame: key!.frame + by },
      ...rest,
    ]);
    return differs(model.target, take, own)
      ? {
          take,
          main: {
            kinds: ['key-late', 'overlap-off', 'start-too-slow', ...own.shows],
            within: [start.frame - 3, next.frame],
          },
          also: [
            { kinds: ['arc-off', 'arc-kinked', 'overlap-off', 'limb-long', 'volume-off'] },
            { kinds: changedBesides(model.target.motion) },
          ],
        }
      : null;
  },
  'a swing less': (model, dice) => {
    const own = oneOf(model, dice);
    const [before, out, last] = own?.channel.keys.slice(-3) ?? [];
    if (!own || !before || !out || !last || (out.value - before.value) * (last.value - out.value) >= 0) return null;
    const take = withKeys(model.target.motion, own.channel, (keys) => keys.filter((key) => key !== out));
    const kinds: FindingKind[] = ['key-missing', 'arc-kinked', 'hold-moves', ...POSES, ...own.shows];
    return differs(model.target, take, own)
      ? {
          take,
          main: { kinds, within: [out.frame - 20, out.frame + 30] },
          also: [{ kinds: [...kinds, ...EASES, 'key-late', 'key-early', 'volume-off', 'limb-long', 'loop-jerks'] }],
        }
      : null;
  },
  'moved where it rests': (model, dice) => {
    const own = oneOf(model, dice);
    const still = own?.subject.channels.find(
      ({ id, keys }) => keys.length === 0 && (id === 'rotation' || id === 'position.y'),
    );
    if (!still || own!.subject.guide) return null;
    const { first } = model.target.motion.range;
    const keys = [first + 2, first + dice(10, 16)].map((frame, i) =>
      createKey(frame, still.resting + i * 60, { link: 'flat' }),
    );
    return {
      take: withKeys(model.target.motion, still, () => keys),
      main: { kinds: ['track-extra', 'arc-off'] },
      also: [{ kinds: ['arc-off', 'arc-kinked', 'limb-long'] }],
    };
  },
  'late and short': (model, dice) => {
    const own = oneOf(model, dice);
    const [before, last] = own?.channel.keys.slice(-2) ?? [];
    if (!own || !before || !last || last.frame + 4 > model.target.motion.range.last) return null;
    const short = ((last.value - before.value) * dice(20, 35)) / 100;
    if (Math.abs(short) < 0.12 * spanOfKeys(own.channel)) return null;
    // A recording ends before it has come.
    const kinds: FindingKind[] = ['key-late', 'key-missing', 'overlap-off', ...POSES, ...own.shows];
    return {
      take: withKeys(model.target.motion, own.channel, (keys) =>
        keys.map((key) => (key === last ? { ...key, frame: key.frame + 4, value: key.value - short } : key)),
      ),
      main: { kinds, within: [last.frame - 15, last.frame + 6] },
      also: [{ kinds: [...kinds, 'loop-open', 'limb-long', 'volume-off', ...changedBesides(model.target.motion)] }],
    };
  },
};
