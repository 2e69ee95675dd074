import { act, renderHook } from '@testing-library/react';
import { expect, test } from 'vitest';
import { useKeptChoice } from './use-kept-choice.ts';

/** A server that answers when it is told to. */
function slowServer() {
  const sent: { choice: number; answer: (answer: { error?: unknown }) => void }[] = [];
  const write = (choice: number) =>
    new Promise<{ error?: unknown }>((answer) => {
      sent.push({ choice, answer });
    });
  return { sent, write };
}

test('of two changes the later one is written once the earlier one is, and only then is all kept', async () => {
  const { sent, write } = slowServer();
  const { result } = renderHook(() => useKeptChoice<number>(1, write));
  expect(result.current.status).toBe('');
  await act(() => result.current.change((now) => now + 1));
  await act(() => result.current.change((now) => now + 10));
  expect(result.current).toMatchObject({ choice: 12, status: 'Saving …' });
  const choices = () => sent.map(({ choice }) => choice);
  expect(choices()).toEqual([2]);
  await act(() => result.current.change((now) => now + 100));
  await act(() => sent[0]!.answer({}));
  expect(result.current.status).toBe('Saving …');
  expect(choices()).toEqual([2, 112]);
  await act(() => sent[1]!.answer({}));
  expect(result.current).toMatchObject({ choice: 112, status: 'Saved' });
  expect(choices()).toEqual([2, 112]);
});

test('what cannot be written is taken back to what was', async () => {
  const { sent, write } = slowServer();
  const { result } = renderHook(() => useKeptChoice<number>(1, write));
  await act(() => result.current.change(() => 2));
  await act(() => sent[0]!.answer({}));
  await act(() => result.current.change(() => 3));
  await act(() => sent[1]!.answer({ error: { status: 'FETCH_ERROR' } }));
  expect(result.current).toMatchObject({ choice: 2, status: 'Not saved' });
});
