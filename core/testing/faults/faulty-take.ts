import {
  type ChannelId,
  type FindingKind,
  type Key,
  type KeyRef,
  type MotionDocument,
  sampleChannel,
  type Target,
} from '../../src/index.ts';
import { drawer, type Model, ref } from '../clean-models.ts';
import type { Dice } from '../dice.ts';

export interface FaultyTake {
  target: Target;
  take: MotionDocument;
  /** Each kind once; the first is the fault itself. */
  kinds: FindingKind[];
  firstFrame?: number;
  lastFrame?: number;
  measured?: number;
}

/** Known faults by what has to be found. */
export type Faults = Record<string, (dice: Dice) => FaultyTake>;

/** The keys of a channel. */
export const keysOf = (motion: MotionDocument, subject = 0, channel: ChannelId = 'position.x'): Key[] =>
  motion.subjects[subject]!.channels.find((own) => own.id === channel)!.keys;

/** A fault of the drawer, which has four keys. */
export function onDrawer(
  fault: (
    model: Model & { motion: MotionDocument; at: (i: number) => KeyRef },
    dice: Dice,
  ) => Omit<FaultyTake, 'target'>,
): (dice: Dice) => FaultyTake {
  return (dice) => {
    const model = drawer(dice);
    const { motion } = model.target;
    return {
      target: model.target,
      ...fault({ ...model, motion, at: (i) => ref('drawer', 'position.x', model.frames[i]!) }, dice),
    };
  };
}

/** Where a channel is at a frame. */
export function valueAt(motion: MotionDocument, { subjectId, channelId }: KeyRef, frame: number): number {
  const subject = motion.subjects.find((own) => own.id === subjectId)!;
  return sampleChannel(
    subject.channels.find((own) => own.id === channelId)!,
    frame,
  );
}
