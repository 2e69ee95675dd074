import type { ExerciseDetails, Work } from '@undulan/contract';
import { createMotion, createSubject, USUAL_TOLERANCES } from '@undulan/core';

/**
 * What a new exercise begins as: one box at the left of the stage, one second at 24 fps, one frame and five percent
 * allowed.
 */
export function startingWork(): Work & { details: ExerciseDetails } {
  const subject = createSubject(
    'subject-1',
    'Box',
    { shape: 'box', widthPx: 90, heightPx: 90, fill: '#9a6b00' },
    { x: 160, y: 270 },
  );
  return {
    motion: createMotion([subject]),
    details: {
      title: 'New exercise',
      brief: '',
      tolerances: USUAL_TOLERANCES,
      modelShown: 'always',
    },
  };
}
