import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import type { DrillAnswer } from '@undulan/contract';
import { createDrill, createKey, createKeyedSubject, createMotion, SIZES } from '@undulan/core';
import { Tooltip } from 'radix-ui';
import { Provider } from 'react-redux';
import { beforeEach, expect, test, vi } from 'vitest';
import { resultWords, sizeWords, truthWords } from '../../drills/index.ts';
import { createStore } from '../../state/index.ts';
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
      unobserve() {}
      disconnect() {}
    },
  );
});

const LATER = createDrill('lands-later');

function run(seed = 3, drill = LATER, begun: DrillAnswer[] = []): void {
  render(
    <Provider store={createStore()}>
      <Tooltip.Provider>
        <DrillRunner
          drill={drill}
          seed={seed}
          moves={[slide]}
          begun={begun}
          onAnswers={() => undefined}
          onDone={(answers) => (done = answers)}
        />
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
  const sizes = SIZES['lands-later']!;
  expect(done!.every((answer) => 'size' in answer && sizes.includes(answer.size))).toBe(true);
  expect(done!.flatMap((answer, i) => ('isCatch' in answer ? [i] : []))).toEqual([10, 20, 30]);
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

test('one that was left goes on where it was, and ends after as many', async () => {
  run(
    3,
    LATER,
    Array.from({ length: 39 }, () => ({ size: 2, right: true })),
  );
  expect(screen.getByText(/^trial 40 of 40/)).toBeTruthy();
  await press('ArrowLeft');
  await press('Enter');
  expect(done).toHaveLength(40);
});

test('a fault is found and then called by its name; both are told, and kept', async () => {
  run(4, createDrill('spot-the-fault'));
  await press('3');
  expect(said()).toBeNull();
  await press('ArrowLeft');
  expect(screen.getByRole('group', { name: 'What it is' })).toBeTruthy();
  expect(said()).toBeNull();
  await press('3');
  expect(said()).toMatch(
    /the (left|right) one has the fault “(float|hard stop|drift|late pose|popped arc|missing ease)”: /,
  );
  for (let trial = 1; trial < 8; trial++) {
    await press('Enter');
    await press('ArrowRight');
    await press('1');
  }
  await act(() => fireEvent.click(screen.getByRole('button', { name: 'Stop here' })));
  expect(done).toHaveLength(8);
  expect(done![0]).toMatchObject({ named: 'drift' });
  expect(new Set(done!.map((answer) => 'fault' in answer && answer.fault)).size).toBe(6);
});

test('frames are told in a number, and the truth is told back', async () => {
  run(2, createDrill('how-many-frames'));
  const field = screen.getByLabelText('Frames');
  await act(() => fireEvent.change(field, { target: { value: '12' } }));
  await act(() => fireEvent.keyDown(field, { key: 'Enter' }));
  const [, truth] = /^It takes (\d+) frames; you said 12\./.exec(said()!)!;
  await press('Enter');
  expect(screen.getByText(/^trial 2 of 40/)).toBeTruthy();
  expect(Number(truth)).toBeGreaterThanOrEqual(6);
});

test('a chart is drawn by its drawings, and told how far they are off', async () => {
  run(2, createDrill('drag-chart'));
  const tick = screen.getByRole('slider', { name: 'Timing chart, tick 1' });
  const before = tick.getAttribute('aria-valuenow');
  await act(() => fireEvent.keyDown(tick, { key: 'ArrowRight' }));
  expect(tick.getAttribute('aria-valuenow')).not.toBe(before);
  await act(() => fireEvent.click(screen.getByRole('button', { name: 'Answer' })));
  expect(said()).toMatch(/^Your drawings are \d+ % of the way off/);
});

test('sizes, truths and results in words', () => {
  expect([sizeWords('lands-later', 1), sizeWords('lands-later', 2.34), sizeWords('starts-slower', 12.4)]).toEqual([
    '1 frame',
    '2.3 frames',
    '12 % of ease',
  ]);
  const trial = { left: slide, right: slide, answer: 'right' as const, size: 3, isCatch: false, fault: null };
  expect(truthWords(LATER, trial)).toBe('the right one lands 3 frames later');
  expect(truthWords({ ...LATER, kind: 'starts-slower' }, { ...trial, size: 20 })).toBe(
    'the right one leaves more slowly, by 20 % of ease',
  );
  expect(truthWords(createDrill('spot-the-fault'), { ...trial, fault: 'late-pose' })).toBe(
    'the right one has the fault “late pose”: a pose in between comes 3 frames late',
  );
  const result = { of: 'lands-later' as const, trials: 40, size: 2, low: 1.7, high: 2.4, bias: null, named: null };
  expect(resultWords(result, false, 24)).toBe('You see 2 frames of lateness at 24 fps (1.7 to 2.4), 3 times in 4.');
  expect(resultWords(result, true, 24)).toMatch(/says little/);
  expect(resultWords({ ...result, named: { right: 3, of: 5 } }, false, 24)).toMatch(
    /Called by its name 3 times of 5\.$/,
  );
  expect(resultWords({ ...result, of: 'tap-contact', bias: -1.5 }, false, 30)).toBe(
    'Within 2 frames at 30 fps (1.7 to 2.4), 3 times in 4. Mostly early, by 1.5 frames.',
  );
  expect(resultWords({ ...result, of: 'how-many-frames', size: 18, low: 12, high: 25, bias: 11 }, false, 24)).toBe(
    'Within 18 % of the length at 24 fps (12 to 25), 3 times in 4. Mostly too many, by 11 % of the length.',
  );
});
