import type { LedgerExercise } from '@undulan/contract';
import type { KeyTolerances } from '@undulan/core';

/** How far off each key of some exercises may be: one by itself, or as all of its exercise. */
export function keyTolerances(exercises: readonly LedgerExercise[]): KeyTolerances {
  const byId = new Map(exercises.map((exercise) => [exercise.id, exercise]));
  return (exerciseId, subjectId, track, frame) => {
    const exercise = byId.get(exerciseId);
    const own = exercise?.keyTolerances.find(
      (key) => key.subjectId === subjectId && key.track === track && key.frame === frame,
    );
    return own?.keyFrames ?? exercise?.tolerances.keyFrames ?? Infinity;
  };
}
