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

/** Something done, and what comes of it. */
const after = (deed: () => void): Promise<void> =>
  act(() => {
    deed();
    return Promise.resolve();
  });

test('of two changes the later one is written once the earlier one is, and only then is all kept', async () => {
  const { sent, write } = slowServer();
  const { result } = renderHook(() => useKeptChoice<number>(1, write));
  expect(result.current.status).toBe('');
  await after(() => result.current.change((now) => now + 1));
  await after(() => result.current.change((now) => now + 10));
  expect(result.current).toMatchObject({ choice: 12, status: 'Saving …' });
  const choices = () => sent.map(({ choice }) => choice);
  expect(choices()).toEqual([2]);
  await after(() => result.current.change((now) => now + 100));
  await after(() => sent[0]!.answer({}));
  expect(result.current.status).toBe('Saving …');
  expect(choices()).toEqual([2, 112]);
  await after(() => sent[1]!.answer({}));
  expect(result.current).toMatchObject({ choice: 112, status: 'Saved' });
  expect(choices()).toEqual([2, 112]);
});

test('what cannot be written is taken back to what was', async () => {
  const { sent, write } = slowServer();
  const { result } = renderHook(() => useKeptChoice<number>(1, write));
  await after(() => result.current.change(() => 2));
  await after(() => sent[0]!.answer({}));
  await after(() => result.current.change(() => 3));
  await after(() => sent[1]!.answer({ error: { status: 'FETCH_ERROR' } }));
  expect(result.current).toMatchObject({ choice: 2, status: 'Not saved' });
});
