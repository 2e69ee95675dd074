import { CHANNELS } from '../motion/document/channels.ts';
import { findChannel } from '../motion/document/document.ts';
import type { Channel, MotionDocument, Subject } from '../motion/document/schema.ts';
import { extentOfKeys } from '../motion/keys/thin-keys.ts';
import { trackWith } from '../motion/sampling/track.ts';
import { sameData } from '../steps/index.ts';
import { framesPerSecond } from '../time/rate.ts';
import { counterpart } from './counterpart.ts';
import { regularGap } from './keying.ts';
import type { Finding, Tolerances } from './schema.ts';
import { severityOf } from './severity.ts';
import { amount, capital, roundTo, subjectDoes } from './words.ts';

/** Sizes and rates that differ by less than this share look alike. */
const ALIKE = 0.25;

interface Shaken {
  target: MotionDocument;
  take: MotionDocument;
  findings: Finding[];
}

/** A wobble as it is seen: how far it goes, and how often a second it goes there. */
interface Shake {
  size: number;
  perSecond: number;
}

function shakeOf({ wobble }: Channel, { rate }: MotionDocument): Shake {
  return wobble
    ? { size: Math.abs(wobble.amplitude), perSecond: framesPerSecond(rate) / wobble.periodFrames }
    : { size: 0, perSecond: 0 };
}

/**
 * Both motions without the wobbles that are not quite the same, and what differs of them: their size and their rate.
 * Another throw of the same wobble is the same. What a recording holds of one is left: it cannot be told from the rest.
 */
export function withoutWobbles(target: MotionDocument, take: MotionDocument, tolerances: Tolerances): Shaken {
  const [asked, drawn] = [new Map<Channel, Channel>(), new Map<Channel, Channel>()];
  const findings: Finding[] = [];
  for (const subject of target.subjects) {
    const own = counterpart(take, subject);
    if (!own) continue;
    for (const channel of subject.channels) {
      const other = findChannel(own, channel.id);
      if (!other || CHANNELS[channel.id].blend || sameData(channel.wobble, other.wobble)) continue;
      if (regularGap(other.keys) !== null) continue;
      asked.set(channel, { ...channel, wobble: undefined });
      drawn.set(other, { ...other, wobble: undefined });
      findings.push(
        ...differences(subject, channel, shakeOf(channel, target), shakeOf(other, take), target, tolerances),
      );
    }
  }
  if (asked.size === 0) return { target, take, findings };
  const put = (motion: MotionDocument, by: ReadonlyMap<Channel, Channel>): MotionDocument => ({
    ...motion,
    subjects: motion.subjects.map((subject) => ({
      ...subject,
      channels: subject.channels.map((channel) => by.get(channel) ?? channel),
    })),
  });
  return { target: put(target, asked), take: put(take, drawn), findings };
}

function differences(
  subject: Subject,
  { id, keys }: Channel,
  asked: Shake,
  drawn: Shake,
  { range }: MotionDocument,
  { spacingPercent }: Tolerances,
): Finding[] {
  const { unit, label } = CHANNELS[id];
  // Of what does not move beside it, its own size is the measure.
  const whole = Math.max(extentOfKeys(keys), asked.size);
  const tolerance = Math.max((spacingPercent / 100) * whole, ALIKE * asked.size);
  const size = severityOf(drawn.size - asked.size, tolerance);
  const isBoth = asked.size > 0 && drawn.size > 0;
  const rate = isBoth ? severityOf(drawn.perSecond / asked.perSecond - 1, ALIKE) : null;
  if (!size && !rate) return [];
  const does = (verb: string): string => subjectDoes(subject.name, verb);
  const by = (shake: Shake): string => amount(shake.size, unit);
  const often = (shake: Shake): string => `${roundTo(shake.perSecond, 1)} times a second`;
  const sentence = !size
    ? `${does('wobble')} ${often(drawn)} in ${label.toLowerCase()}; the target ${often(asked)}.`
    : drawn.size === 0
      ? `${does('do')} not wobble in ${label.toLowerCase()}; the target does, by ${by(asked)}.`
      : asked.size === 0
        ? `${does('wobble')} by ${by(drawn)} in ${label.toLowerCase()}; the target does not.`
        : `${does('wobble')} by ${by(drawn)} in ${label.toLowerCase()}; the target by ${by(asked)}.`;
  return [
    {
      kind: 'wobble-off',
      subjectId: subject.id,
      track: trackWith(id)?.id ?? null,
      firstFrame: range.first,
      lastFrame: range.last,
      measured: size ? drawn.size : drawn.perSecond,
      expected: size ? asked.size : asked.perSecond,
      tolerance: size ? tolerance : ALIKE * asked.perSecond,
      unit: size ? unit : 'times a second',
      severity: size ?? rate!,
      sentence: capital(sentence),
    },
  ];
}
