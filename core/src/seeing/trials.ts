import type { MotionDocument } from '../motion/document/schema.ts';
import { mainMovement, usualVariant, variantOf } from '../teaching/index.ts';
import { seededRandom } from './seeded.ts';

/** Choices of two: on which side the difference is, and nothing else differs. */
export const CHOICES = ['lands-later', 'starts-slower'] as const;
export type Choice = (typeof CHOICES)[number];

export interface SeeingTrial {
  left: MotionDocument;
  right: MotionDocument;
  answer: 'left' | 'right';
  size: number;
}

/** Sizes that can be asked for: lateness in whole frames, since a rate shows nothing between; ease in percent. */
export const CHOICE_SIZES: Record<Choice, readonly number[]> = {
  'lands-later': Array.from({ length: 12 }, (_, i) => i + 1),
  'starts-slower': Array.from({ length: 50 }, (_, i) => 2 * (i + 1)),
};

/** The move with its last key some frames later, all else as it is; shown for as long as the longest there is. */
function landingLater(motion: MotionDocument, frames: number): MotionDocument {
  const moved = mainMovement(motion);
  const last = moved?.events.at(-1);
  if (!moved || last === undefined) return motion;
  return {
    ...motion,
    subjects: motion.subjects.map((subject) =>
      subject.id === moved.subject.id
        ? {
            ...subject,
            channels: subject.channels.map((channel) => ({
              ...channel,
              keys: channel.keys.map((key) => (key.frame === last ? { ...key, frame: key.frame + frames } : key)),
            })),
          }
        : subject,
    ),
  };
}

/** One trial of a kind with a move of the course: the same for the same seed. */
export function makeTrial(choice: Choice, motion: MotionDocument, size: number, seed: number): SeeingTrial {
  const answer = seededRandom(seed)() < 0.5 ? 'left' : 'right';
  const [plain, other] =
    choice === 'lands-later'
      ? [motion, landingLater(motion, size)]
      : [
          variantOf(motion, usualVariant('even')),
          variantOf(motion, { ...usualVariant('slow-start'), amount: Math.min(100, size) }),
        ];
  // Both are shown as long: how long it plays must not tell.
  const room = choice === 'lands-later' ? CHOICE_SIZES[choice].at(-1)! : 0;
  const shown = (side: MotionDocument): MotionDocument => ({
    ...side,
    range: { first: motion.range.first, last: motion.range.last + room },
    workRange: null,
  });
  const [left, right] = answer === 'left' ? [other, plain] : [plain, other];
  return { left: shown(left), right: shown(right), answer, size };
}
