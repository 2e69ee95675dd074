import type { LedgerExercise } from '@undulan/contract';
import type { KeyTolerances } from '@undulan/core';

/** Frames of a digest are to the thousandth. */
const SAME_FRAME = 1e-3;

/** How far off each key of some exercises may be: one by itself, or as all of its exercise. */
export function keyTolerances(exercises: readonly LedgerExercise[]): KeyTolerances {
  const byId = new Map(exercises.map((exercise) => [exercise.id, exercise]));
  return (exerciseId, subjectId, track, frame) => {
    const exercise = byId.get(exerciseId);
    const own = exercise?.keyTolerances.find(
      (key) => key.subjectId === subjectId && key.track === track && Math.abs(key.frame - frame) < SAME_FRAME,
    );
    return own?.keyFrames ?? exercise?.tolerances.keyFrames ?? Infinity;
  };
}
