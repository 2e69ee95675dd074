import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import type { DrillAnswer } from '@undulan/contract';
import { CHOICE_SIZES, createKey, createKeyedSubject, createMotion } from '@undulan/core';
import { Tooltip } from 'radix-ui';
import { Provider } from 'react-redux';
import { beforeEach, expect, test, vi } from 'vitest';
import { createStore } from '../../state/index.ts';
import { resultWords, sizeWords, truthWords } from './drill-words.ts';
import { DrillRunner } from './DrillRunner.tsx';

const look = { shape: 'glass', widthPx: 70, heightPx: 100, fill: '#b5651d' } as const;
const slide = createMotion([
  createKeyedSubject('glass', 'Glass', look, { x: 0, y: 0 }, { 'position.x': [createKey(1, 0), createKey(17, 400)] }),
]);

let done: DrillAnswer[] | null;
beforeEach(() => {
  cleanup();
  done = null;
  vi.stubGlobal(
    'ResizeObserver',
    class {
      observe() {}
      disconnect() {}
    },
  );
});

function run(seed = 3): void {
  render(
    <Provider store={createStore()}>
      <Tooltip.Provider>
        <DrillRunner choice="lands-later" seed={seed} moves={[slide]} onDone={(answers) => (done = answers)} />
      </Tooltip.Provider>
    </Provider>,
  );
}
const press = (key: string) => act(() => fireEvent.keyDown(window, { key }));
const said = () => screen.queryByRole('region', { name: 'What it was' })?.textContent ?? null;

test('a trial is answered by a key, explained, and only then left; a second answer counts for nothing', async () => {
  run();
  await press('Enter');
  expect(screen.getByText(/^trial 1 of 40/)).toBeTruthy();
  await press('ArrowLeft');
  const first = said()!;
  expect(first).toMatch(/^(Yes|No): the (left|right) one lands \d+ frames? later\.Everything else is the same\./);
  await press('ArrowRight');
  expect(said()).toBe(first);
  await press('Enter');
  expect(said()).toBeNull();
  expect(screen.getByText(/^trial 2 of 40/)).toBeTruthy();
});

test('after forty trials it is over: every answer with its size, one in ten that cannot be missed', async () => {
  run();
  for (let trial = 0; trial < 40; trial++) {
    await press(trial % 3 === 0 ? 'ArrowLeft' : 'ArrowRight');
    await press('Enter');
  }
  expect(done).toHaveLength(40);
  const sizes = CHOICE_SIZES['lands-later'];
  expect(done!.every(({ size }) => sizes.includes(size))).toBe(true);
  expect(done!.flatMap(({ isCatch }, i) => (isCatch ? [i] : []))).toEqual([10, 20, 30]);
});

test('it can be stopped once something can be said; the same seed begins with the same trial', async () => {
  run(5);
  await press('ArrowLeft');
  const first = said();
  const stop = () => screen.getByRole('button', { name: 'Stop here' });
  expect(stop().getAttribute('aria-disabled')).toBe('true');
  for (let trial = 1; trial < 8; trial++) {
    await press('Enter');
    await press('ArrowLeft');
  }
  expect(screen.getByRole('region', { name: 'So far' }).textContent).toMatch(/3 times in 4\.$/);
  await act(() => fireEvent.click(stop()));
  expect(done).toHaveLength(8);
  cleanup();
  run(5);
  await press('ArrowLeft');
  expect(said()).toBe(first);
});

test('sizes, truths and results in words', () => {
  expect([sizeWords('lands-later', 1), sizeWords('lands-later', 2.34), sizeWords('starts-slower', 12.4)]).toEqual([
    '1 frame',
    '2.3 frames',
    '12 % of ease',
  ]);
  const trial = { left: slide, right: slide, answer: 'right' as const, size: 3 };
  expect(truthWords('lands-later', trial)).toBe('the right one lands 3 frames later');
  expect(truthWords('starts-slower', { ...trial, size: 20 })).toBe('the right one leaves more slowly, by 20 % of ease');
  const result = { choice: 'lands-later' as const, size: 2, low: 1.7, high: 2.4, guessed: false };
  expect(resultWords(result)).toBe('About 2 frames (1.7 to 2.4), 3 times in 4.');
  expect(resultWords({ ...result, guessed: true })).toMatch(/says little/);
});
