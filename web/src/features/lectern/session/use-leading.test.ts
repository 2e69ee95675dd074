import { createBoard, createMotion, usualVariant } from '@undulan/core';
import { expect, test } from 'vitest';
import { answerWords } from './ask-words.ts';
import { variantsSince } from './use-leading.ts';

const lanes = ['a', 'b'].map((id) => ({ id, name: id, variant: usualVariant('even'), motion: null }));
const board = createBoard('board', 'Lid', createMotion([]), lanes);
const slow = { ...usualVariant('slow-start'), amount: 40 };

test('of a board that was sent only what is dragged is sent again', () => {
  expect(variantsSince(board, board)).toEqual({});
  const dragged = { ...board, lanes: [lanes[0]!, { ...lanes[1]!, variant: slow }] };
  expect(variantsSince(board, dragged)).toEqual({ b: slow });
  // What is for who presents it is not sent, so it makes no other board.
  expect(variantsSince(board, { ...board, notes: 'Ask them first.' })).toEqual({});
});

test('anything else of it makes it another board, to be sent whole', () => {
  for (const other of [
    { ...board, id: 'another' },
    { ...board, name: 'Pan' },
    { ...board, chart: 'speed' as const },
    { ...board, lanes: lanes.slice(0, 1) },
    { ...board, lanes: lanes.toReversed() },
    { ...board, lanes: [lanes[0]!, { ...lanes[1]!, name: 'c' }] },
    { ...board, lanes: [lanes[0]!, { ...lanes[1]!, motion: createMotion([]) }] },
  ])
    expect(variantsSince(board, other)).toBeNull();
});

test('answers in words', () => {
  expect(answerWords({ frame: 12.4 }, lanes)).toBe('frame 12');
  expect(answerWords({ frames: 18 }, lanes)).toBe('18 frames');
  expect(answerWords({ laneId: 'b' }, lanes)).toBe('b');
  expect(answerWords({ laneId: 'gone' }, lanes)).toBe('a lane that is gone');
  expect(answerWords({ ticks: [0.25, 0.5] }, lanes)).toBe('25 %, 50 %');
});
