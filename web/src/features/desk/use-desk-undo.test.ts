import { act, renderHook } from '@testing-library/react';
import { expect, test } from 'vitest';
import { useDeskUndo } from './use-desk-undo.ts';

function setUp() {
  const log: string[] = [];
  const { result } = renderHook(() => useDeskUndo());
  const deed = (name: string, of = name) => ({
    name,
    undo: () => Promise.resolve(log.push(`undo ${of}`)),
    redo: () => Promise.resolve(log.push(`redo ${of}`)),
  });
  const go = (way: 'undo' | 'redo') =>
    act(async () => {
      result.current[way]();
      await Promise.resolve();
    });
  const names = () => [result.current.undoName, result.current.redoName];
  return { log, result, deed, go, names };
}

test('deeds are taken back and done again in their order; a new one forgets those taken back', async () => {
  const { log, result, deed, go, names } = setUp();
  act(() => result.current.did(deed('grade')));
  act(() => result.current.did(deed('note')));
  await go('undo');
  expect([names(), log]).toEqual([['grade', 'note'], ['undo note']]);
  await go('redo');
  expect([names(), log.at(-1)]).toEqual([['note', null], 'redo note']);
  await go('undo');
  act(() => result.current.did(deed('decision')));
  expect(names()).toEqual(['decision', null]);
  await go('undo');
  await go('undo');
  await go('undo');
  expect([names(), log.slice(-2)]).toEqual([
    [null, 'grade'],
    ['undo decision', 'undo grade'],
  ]);
});

test('what is typed on goes with what was typed before: back to the beginning, and on to the last', async () => {
  const { log, result, deed, go, names } = setUp();
  act(() => result.current.did(deed('closing words', 'W'), true));
  act(() => result.current.did(deed('closing words', 'Wa'), true));
  await go('undo');
  await go('redo');
  expect([names(), log]).toEqual([
    ['closing words', null],
    ['undo W', 'redo Wa'],
  ]);
});
