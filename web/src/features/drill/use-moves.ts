import { type Drill, type MotionDocument, movesForDrill } from '@undulan/core';
import { useMemo, useState } from 'react';
import { useLessonQuery, useLessonsQuery } from '../../server-data/index.ts';

/**
 * Moves of the course to train the eye on: those of a lesson, chosen by a seed, or of the next that has any; none where
 * no lesson has. Null while they come.
 */
export function useMoves(
  courseId: string,
  drill: Drill,
  seed: number,
): { moves: MotionDocument[] | null; error: unknown } {
  const list = useLessonsQuery(courseId);
  const [passed, setPassed] = useState(0);
  const withBoards = list.data?.filter(({ boards }) => boards.length > 0) ?? [];
  const chosen = withBoards[(seed + passed) % Math.max(1, withBoards.length)];
  const lesson = useLessonQuery(chosen?.id ?? '', { skip: !chosen });
  const moves = useMemo(() => {
    const boards = lesson.currentData?.lesson.boards;
    return boards
      ? movesForDrill(
          boards.map(({ motion }) => motion),
          drill,
        )
      : null;
  }, [lesson.currentData, drill]);
  if (moves?.length === 0 && passed + 1 < withBoards.length) setPassed(passed + 1);
  return { moves: list.data && !chosen ? [] : moves, error: list.error ?? lesson.error };
}
