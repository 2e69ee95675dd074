import type { MotionDocument } from '../src/index.ts';
import type { Model } from './clean-models.ts';
import type { Dice } from './dice.ts';
import { changedBesides, type LearnersTake, retimed } from './learner-faults.ts';
import { isDense, keyFrames } from './motion-parts.ts';

/** Faults of the pace of a part: another one from a key on, up to a key, or one up to it and another from it on. */

/** Fewer keys at another pace are rather late each by itself, */
const LEAST_KEYS = 3;
/** and what comes to fewer frames may be a shift as well. */
const LEAST_LATE = 6;
const PACES = [0.65, 0.8, 1.25, 1.4];

/** The frames of keys, but for those at the end up to which nothing moves. */
function seenFrames(motion: MotionDocument): number[] {
  const isMoved = (frame: number): boolean =>
    motion.subjects.some(({ channels }) =>
      channels.some(({ keys }) => keys.some((key, i) => key.frame === frame && key.value !== keys[i - 1]?.value)),
    );
  const frames = keyFrames(motion);
  return frames.slice(0, frames.findLastIndex(isMoved) + 1);
}

const fault =
  (late: (at: number, ends: { first: number; brk: number; last: number }, pace: number) => number, isUntil: boolean) =>
  ({ target: { motion } }: Model, dice: Dice): LearnersTake | null => {
    const frames = seenFrames(motion);
    if (isDense(motion) || frames.length < LEAST_KEYS + 2) return null;
    const i = isUntil ? dice(LEAST_KEYS, frames.length - 2) : dice(1, frames.length - 1 - LEAST_KEYS);
    const ends = { first: frames[0]!, brk: frames[i]!, last: frames.at(-1)! };
    const pace = PACES[dice(0, PACES.length - 1)]!;
    const placeOf = (frame: number): number => Math.round(frame + late(frame, ends, pace));
    const placed = frames.map(placeOf);
    const most = Math.max(...frames.map((frame, k) => Math.abs(placed[k]! - frame)));
    if (most < LEAST_LATE || placed.some((frame, k) => k > 0 && frame <= placed[k - 1]!)) return null;
    return {
      take: retimed(motion, placeOf),
      main: { kinds: ['tempo-differs'] },
      also: [{ kinds: changedBesides(motion) }],
    };
  };

export const PACE_FAULTS: Record<string, (model: Model, dice: Dice) => LearnersTake | null> = {
  'another pace from here on': fault((at, { brk }, pace) => (pace - 1) * Math.max(0, at - brk), false),
  'another pace up to here': fault((at, { first, brk }, pace) => (pace - 1) * (Math.min(at, brk) - first), true),
};
