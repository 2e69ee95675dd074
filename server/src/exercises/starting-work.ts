import type { CourseDefaults, ExerciseDetails, Work } from '@undulan/contract';
import { createMotion, createSubject } from '@undulan/core';

/**
 * What a new exercise begins as: one box at the left of the stage, at the rate and with the tolerances of its course.
 */
export function startingWork({ rate, tolerances }: CourseDefaults): Work & { details: ExerciseDetails } {
  const subject = createSubject(
    'subject-1',
    'Box',
    { shape: 'box', widthPx: 90, heightPx: 90, fill: '#9a6b00' },
    { x: 160, y: 270 },
  );
  return {
    motion: { ...createMotion([subject]), rate },
    details: {
      title: 'New exercise',
      brief: '',
      tolerances,
      modelShown: 'always',
    },
  };
}
