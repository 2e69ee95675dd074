import { CHANNELS } from '../motion/document/channels.ts';
import { findChannel, shiftedChannel, withChannel } from '../motion/document/document.ts';
import type { MotionDocument, Subject } from '../motion/document/schema.ts';
import { sampleChannel } from '../motion/sampling/sample.ts';
import { counterpart } from './counterpart.ts';

/** Once round, in degrees. */
export const ONCE_ROUND = 360;
/** Beside more rounds than these the turns themselves would be lost to rounding. */
const MOST_ROUNDS = 10_000;

/** How far a subject is turned when a motion begins. */
function turnedAtFirst({ range }: MotionDocument, subject: Subject): number {
  const rotation = findChannel(subject, 'rotation');
  return rotation ? sampleChannel(rotation, range.first) : CHANNELS.rotation.resting;
}

/**
 * A target whose subjects have turned round as often as a take's when both begin: whole turns more, or fewer, are the
 * same picture. The target itself where they have.
 */
export function turnedAsTake(target: MotionDocument, take: MotionDocument): MotionDocument {
  return target.subjects.reduce((motion, subject) => {
    const own = counterpart(take, subject);
    const rotation = findChannel(subject, 'rotation');
    if (!own || !rotation) return motion;
    const rounds = Math.round((turnedAtFirst(take, own) - turnedAtFirst(target, subject)) / ONCE_ROUND);
    if (rounds === 0 || !(Math.abs(rounds) <= MOST_ROUNDS)) return motion;
    return withChannel(motion, subject.id, shiftedChannel(rotation, ONCE_ROUND * rounds));
  }, target);
}
