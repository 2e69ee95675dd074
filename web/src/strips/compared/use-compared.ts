import type { TakeView } from '@undulan/contract';
import {
  asRead,
  MODEL_NAME,
  type MotionDocument,
  type Reading,
  readTake,
  sameRate,
  withTargetSpacing,
  withTargetTiming,
} from '@undulan/core';
import { useMemo } from 'react';

/** What a take is laid beside: its target, or the take itself made right in its timing or its spacing. */
export type Against = 'model' | 'timing' | 'spacing';

export interface Compared {
  /** Keyed by position; null where the learner may not see it. */
  target: MotionDocument | null;
  reading: Reading | null;
  targetName: string;
}

/** Why a take cannot be shown made right: its frames are not the target's; null where it can. */
export function correctionProblem(target: MotionDocument, take: MotionDocument): string | null {
  const same = sameRate(target.rate, take.rate) && target.range.first === take.range.first;
  return same ? null : 'The take has another frame rate or first frame than the target: that comes first.';
}

/**
 * The pair to compare and the reading of it. A take made right is read like a target, so that every strip tells what
 * making it right has changed.
 */
export function useCompared(
  { target, reading, tolerances }: Pick<TakeView, 'target' | 'reading' | 'tolerances'>,
  take: MotionDocument,
  against: Against,
): Compared {
  return useMemo(() => {
    // As they are read: what goes along a path by where it goes.
    const model = target && asRead(target);
    if (!model || !reading || against === 'model') {
      const other = reading?.nearest && reading.nearest !== MODEL_NAME ? reading.nearest : null;
      return { target: model, reading, targetName: other ?? 'Model' };
    }
    const corrected =
      against === 'timing' ? withTargetTiming(model, take, reading) : withTargetSpacing(model, take, reading);
    return {
      target: corrected,
      reading: readTake({ motion: corrected, tolerances }, take),
      targetName: against === 'timing' ? 'On the target’s frames' : 'With the target’s spacing',
    };
  }, [target, reading, tolerances, take, against]);
}
