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
