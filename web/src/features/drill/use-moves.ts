import { framesPerSecond, mainMovement, type MotionDocument } from '@undulan/core';
import { useMemo } from 'react';
import { useLessonQuery, useLessonsQuery } from '../../server-data/index.ts';

/** Less than this takes a move too short to be judged, and shows a rate too low. */
const LEAST_FRAMES = 8;
const LEAST_FPS = 12;

function isFit(motion: MotionDocument): boolean {
  const events = mainMovement(motion)?.events ?? [];
  return events.length > 1 && events.at(-1)! - events[0]! >= LEAST_FRAMES && framesPerSecond(motion.rate) >= LEAST_FPS;
}

/** Moves of the course to train the eye on: those of a lesson, chosen by a seed; null while they come. */
export function useMoves(courseId: string, seed: number): { moves: MotionDocument[] | null; error: unknown } {
  const list = useLessonsQuery(courseId);
  const withBoards = list.data?.filter(({ boards }) => boards.length > 0) ?? [];
  const chosen = withBoards[seed % Math.max(1, withBoards.length)];
  const lesson = useLessonQuery(chosen?.id ?? '', { skip: !chosen });
  const moves = useMemo(
    () => lesson.currentData?.lesson.boards.map(({ motion }) => motion).filter(isFit) ?? null,
    [lesson.currentData],
  );
  return { moves: list.data && !chosen ? [] : moves, error: list.error ?? lesson.error };
}
