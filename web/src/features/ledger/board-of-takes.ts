import { type Board, createBoard, type Lane, MOST_LANES, type MotionDocument, usualVariant } from '@undulan/core';

/** So many takes stand beside the model on a board. */
export const MOST_ON_BOARD = MOST_LANES - 1;

/** A board of an exercise's model and some takes of it, whose names are off. */
export function boardOfTakes(exercise: string, model: MotionDocument, takes: readonly MotionDocument[]): Board {
  const lane = (id: string, name: string, motion: MotionDocument | null): Lane => ({
    id,
    name,
    variant: usualVariant('own'),
    motion,
  });
  const lanes = [
    lane('model', 'The model', null),
    ...takes.slice(0, MOST_ON_BOARD).map((motion, i) => lane(`take-${i + 1}`, `Take ${'ABCDE'[i]}`, motion)),
  ];
  const board = createBoard('board-1', exercise.slice(0, 80), model, lanes);
  return { ...board, coversFirst: true, question: 'What is the difference?' };
}

/** Of some takes those of the exercise that most are of, in their order; of the first of two that are as many. */
export function ofOneExercise(takes: readonly { id: string; exerciseId: string }[]): {
  exerciseId: string | null;
  chosen: string[];
} {
  const counts = new Map<string, string[]>();
  for (const { id, exerciseId } of takes) counts.set(exerciseId, [...(counts.get(exerciseId) ?? []), id]);
  let most: [string | null, string[]] = [null, []];
  for (const each of counts) if (each[1].length > most[1].length) most = each;
  return { exerciseId: most[0], chosen: most[1] };
}
