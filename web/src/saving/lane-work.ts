import type { Saved, SaveWork, StoredLesson, StoredWork, Work } from '@undulan/contract';
import { EMPTY_HISTORY, laneMotion, type Lesson, usualVariant } from '@undulan/core';
import { lessonsApi } from '../server-data/index.ts';
import type { Store } from '../state/index.ts';

type Dispatch = Store['dispatch'];

/** Names a lane of a lesson, as work to be opened. */
export function laneSource(lessonId: string, boardId: string, laneId: string): string {
  return [lessonId, boardId, laneId].join('/');
}

function partsOf(id: string): { lessonId: string; boardId: string; laneId: string } {
  const [lessonId = '', boardId = '', laneId = ''] = id.split('/');
  return { lessonId, boardId, laneId };
}

/** The move of a lane as work on the spread; null where the lesson has no such lane. Its history stays in this tab. */
export function workOfLane({ lesson, version }: StoredLesson, id: string): StoredWork | null {
  const { boardId, laneId } = partsOf(id);
  const board = lesson.boards.find((other) => other.id === boardId);
  const lane = board?.lanes.find((other) => other.id === laneId);
  if (!board || !lane) return null;
  return { version, work: { motion: laneMotion(board, lane), details: null }, history: EMPTY_HISTORY };
}

/** The lesson with a move of its own in a lane: it is made from the board's no more. */
function withLaneMotion(lesson: Lesson, id: string, { motion }: Work): Lesson {
  const { boardId, laneId } = partsOf(id);
  return {
    ...lesson,
    boards: lesson.boards.map((board) =>
      board.id === boardId
        ? {
            ...board,
            lanes: board.lanes.map((lane) =>
              lane.id === laneId ? { ...lane, motion, variant: usualVariant('own') } : lane,
            ),
          }
        : board,
    ),
  };
}

function fetchLesson(dispatch: Dispatch, lessonId: string): Promise<StoredLesson> {
  return dispatch(lessonsApi.endpoints.lesson.initiate(lessonId, { forceRefetch: true, subscribe: false })).unwrap();
}

export async function fetchLane(dispatch: Dispatch, id: string): Promise<StoredWork> {
  const stored = workOfLane(await fetchLesson(dispatch, partsOf(id).lessonId), id);
  if (!stored) throw new Error('This lane was taken out of its lesson.');
  return stored;
}

export async function writeLane(dispatch: Dispatch, id: string, { version, work }: SaveWork): Promise<Saved> {
  const { lessonId } = partsOf(id);
  const { lesson } = await fetchLesson(dispatch, lessonId);
  const save = { version, lesson: withLaneMotion(lesson, id, work) };
  return dispatch(lessonsApi.endpoints.saveLesson.initiate({ id: lessonId, save })).unwrap();
}

/** What a copy of a lesson is called that is kept beside another's. */
export const mineName = ({ name }: Lesson): string => `${name.slice(0, 110)} (mine)`;

/** Keeps the lane's move in a copy of its lesson. Gives the copy's page. */
export async function keepLaneAsCopy(dispatch: Dispatch, id: string, work: Work): Promise<string> {
  const { courseId, lesson } = await fetchLesson(dispatch, partsOf(id).lessonId);
  const copy = { ...withLaneMotion(lesson, id, work), name: mineName(lesson) };
  const made = lessonsApi.endpoints.createLesson.initiate({ courseId, lesson: copy });
  const { id: copyId } = await dispatch(made).unwrap();
  return `/lessons/${copyId}`;
}
