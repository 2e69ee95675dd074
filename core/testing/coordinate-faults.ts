import type { Channel, FindingKind, MotionDocument, Subject } from '../src/index.ts';
import type { Model } from './clean-models.ts';
import type { Dice } from './dice.ts';
import type { LearnersTake } from './learner-faults.ts';
import { isDense, moving, spanOfKeys } from './motion-parts.ts';

/** Faults of one coordinate of a place alone, the other being as asked. */

const COORDINATES: readonly string[] = ['position.x', 'position.y'];
/** A coordinate goes this share of what the other does at least, or nobody sees it. */
const SEEN = 0.25;

const pair = ({ channels }: Subject): Channel[] =>
  channels.filter((own) => COORDINATES.includes(own.id) && moving(own) && !own.before && !own.after);

/** One of the coordinates of a subject in which both move. */
function oneOf({ target: { motion } }: Model, dice: Dice): { subject: Subject; channel: Channel } | null {
  const both = motion.subjects.filter((subject) => {
    const spans = pair(subject).map(spanOfKeys);
    return spans.length === 2 && Math.min(...spans) >= SEEN * Math.max(...spans);
  });
  const subject = both[dice(0, Math.max(0, both.length - 1))];
  return isDense(motion) || !subject ? null : { subject, channel: pair(subject)[dice(0, 1)]! };
}

const withChannelOf = (motion: MotionDocument, of: Subject, channel: Channel): MotionDocument => ({
  ...motion,
  subjects: motion.subjects.map((subject) =>
    subject === of
      ? { ...subject, channels: subject.channels.map((own) => (own.id === channel.id ? channel : own)) }
      : subject,
  ),
});

/** Of a coordinate that is elsewhere on time a part that hangs on it is too far away, and it may stand for longer. */
const ALONG: LearnersTake['also'] = [{ kinds: ['limb-long', 'overlap-off', 'on-stage-off'] }];

const fault =
  (kinds: FindingKind[], change: (channel: Channel, dice: Dice) => Channel | null, least = 2) =>
  (model: Model, dice: Dice): LearnersTake | null => {
    const one = oneOf(model, dice);
    const changed = one && one.channel.keys.length >= least ? change(one.channel, dice) : null;
    if (!one || !changed) return null;
    return { take: withChannelOf(model.target.motion, one.subject, changed), main: { kinds }, also: ALONG };
  };

const later = (channel: Channel, from: number, by: number): Channel => ({
  ...channel,
  keys: channel.keys.map((key, i) => (i >= from ? { ...key, frame: key.frame + by } : key)),
});

const sized = (channel: Channel, size: number): Channel => {
  const from = channel.keys[0]!.value;
  const keys = channel.keys.map((key) => ({
    ...key,
    value: from + (key.value - from) * size,
    in: { ...key.in, value: key.in.value * size },
    out: { ...key.out, value: key.out.value * size },
  }));
  return { ...channel, keys };
};

/** So late a key passes none after it, and is seen to be. */
const LATE = 4;

export const COORDINATE_FAULTS: Record<string, (model: Model, dice: Dice) => LearnersTake | null> = {
  'one coordinate late': fault(['key-late'], (channel) => later(channel, 0, LATE)),
  'one coordinate late from here on': fault(
    ['key-late'],
    (channel, dice) => later(channel, dice(1, channel.keys.length - 2), LATE),
    4,
  ),
  'one coordinate smaller': fault(['pose-off', 'arc-off'], (channel) => sized(channel, 0.7)),
  'one coordinate the other way': fault(['pose-off', 'settle-off'], (channel) => sized(channel, -1)),
  'one coordinate slower': fault(
    ['tempo-differs', 'key-late'],
    (channel) => {
      const [first, last] = [channel.keys[0]!.frame, channel.keys.at(-1)!.frame];
      if (last - first < 24) return null;
      const keys = channel.keys.map((key) => ({ ...key, frame: first + Math.round((key.frame - first) * 1.25) }));
      return { ...channel, keys };
    },
    3,
  ),
};
