import type { ExerciseDetails } from '@undulan/contract';
import type { Project } from '@undulan/core';

/** What a project says of an exercise beside its motion. */
export function termsOfProject(details: ExerciseDetails): Project['terms'] {
  const { tolerances, keyTolerances, events, weights, loops, alternatives, brief } = details;
  return { brief, tolerances, keyTolerances, events, weights, loops, alternatives };
}
