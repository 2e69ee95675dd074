import { bareScene, brokenLimits, type Limits, type MotionDocument, startingScene, USUAL_LIMITS } from '@undulan/core';
import type { ExerciseModel } from './exercise.model.ts';

/**
 * The scene an exercise starts from, as its learners may have it: while the model is hidden from them, without what
 * tells of its motion.
 */
export function sceneFor(exercise: ExerciseModel, seesModel: boolean): MotionDocument {
  const limits = exercise.terms?.mayChange ?? USUAL_LIMITS;
  return seesModel ? startingScene(exercise.motion) : bareScene(exercise.motion, { paths: !limits.path });
}

/** The scenes a learner's work may have begun from: what they see of the model may have changed since. */
export function startsOf(motion: MotionDocument, limits: Limits): MotionDocument[] {
  return [startingScene(motion), bareScene(motion, { paths: !limits.path })];
}

/** In what work is beyond the limits of its exercise, held against the start it comes nearest to. */
export function brokenFromStart(motion: MotionDocument, work: MotionDocument, limits: Limits): string[] {
  const [fewest] = startsOf(motion, limits)
    .map((start) => brokenLimits(start, work, limits))
    .sort((a, b) => a.length - b.length);
  return fewest!;
}
