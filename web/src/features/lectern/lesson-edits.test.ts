import { createLesson, createMotion, type Lesson, usualVariant } from '@undulan/core';
import { expect, test } from 'vitest';
import {
  addBoard,
  addLane,
  addVariant,
  copyBoard,
  moveBoard,
  moveLane,
  removeBoard,
  removeLane,
  setVariant,
  withBoard,
} from './lesson-edits.ts';

const motion = createMotion([]);
const withBoards = (...names: string[]): Lesson =>
  names.reduce((lesson, name) => addBoard(lesson, name, motion).lesson, createLesson('Pans'));
const [board] = withBoards('Lid').boards;
const names = ({ boards }: Lesson) => boards.map(({ name }) => name);

test('a board begins with its move as it is and even; of one name are two told apart', () => {
  const { lesson, boardId } = addBoard(withBoards('Lid'), 'Lid', motion);
  expect(names(lesson)).toEqual(['Lid', 'Lid 2']);
  expect(lesson.boards[1]!.id).toBe(boardId);
  expect(board!.lanes.map(({ name, variant }) => [name, variant.kind])).toEqual([
    ['As it is', 'own'],
    ['Even', 'even'],
  ]);
});

test('boards are copied after themselves, moved, and taken out; no two have one id', () => {
  const lesson = withBoards('a', 'b', 'c');
  const copied = copyBoard(lesson, lesson.boards[0]!.id).lesson;
  expect(names(copied)).toEqual(['a', 'a 2', 'b', 'c']);
  expect(new Set(copied.boards.map(({ id }) => id)).size).toBe(4);
  expect(names(moveBoard(lesson, lesson.boards[2]!.id, 0))).toEqual(['c', 'a', 'b']);
  const fewer = removeBoard(lesson, lesson.boards[1]!.id);
  expect(names(fewer)).toEqual(['a', 'c']);
  const more = addBoard(fewer, 'd', motion).lesson;
  expect(new Set(more.boards.map(({ id }) => id)).size).toBe(3);
});

test('lanes are added up to six, moved and taken out; a move from elsewhere is the lane’s own', () => {
  let full = board!;
  for (let i = 0; i < 9; i++) full = addVariant(full, 'slow-start');
  expect(full.lanes).toHaveLength(6);
  expect(full.lanes.map(({ name }) => name).slice(2, 4)).toEqual(['Slow start, 80 %', 'Slow start, 80 % 2']);
  const other = addLane(board!, 'A take', createMotion([]));
  expect(other.lanes[2]).toMatchObject({ name: 'A take', variant: { kind: 'own' } });
  expect(other.lanes[2]!.motion).not.toBeNull();
  const ids = (of: typeof full) => of.lanes.map(({ id }) => id);
  expect(ids(moveLane(other, 'lane-3', -1))).toEqual(['lane-1', 'lane-3', 'lane-2']);
  expect(moveLane(other, 'lane-1', -1)).toBe(other);
  expect(moveLane(other, 'lane-3', 1)).toBe(other);
  expect(ids(removeLane(other, 'lane-2'))).toEqual(['lane-1', 'lane-3']);
});

test('a name that says how a lane is made goes along with the amount; one given by hand stays', () => {
  const made = addVariant(board!, 'slow-finish');
  const { id } = made.lanes[2]!;
  const dragged = setVariant(made, id, { ...usualVariant('slow-finish'), amount: 35 });
  expect(dragged.lanes[2]!.name).toBe('Slow finish, 35 %');
  const named = {
    ...made,
    lanes: made.lanes.map((lane) => (lane.id === id ? { ...lane, name: 'The heavy one' } : lane)),
  };
  expect(setVariant(named, id, { ...usualVariant('slow-finish'), amount: 35 }).lanes[2]!.name).toBe('The heavy one');
});

test('what is not changed stays the same object, so that nothing of it is made anew', () => {
  const lesson = withBoards('a', 'b');
  const changed = withBoard(lesson, lesson.boards[0]!.id, (one) => ({ ...one, name: 'c' }));
  expect(changed.boards[1]).toBe(lesson.boards[1]);
  expect(setVariant(board!, 'lane-2', usualVariant('stepped')).lanes[0]).toBe(board!.lanes[0]);
});
