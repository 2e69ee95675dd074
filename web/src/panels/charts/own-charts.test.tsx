import { act, fireEvent, render, screen } from '@testing-library/react';
import { createChannel, createKey, createMotion, createSubject, type KeyRef } from '@undulan/core';
import { Provider } from 'react-redux';
import { beforeEach, expect, test } from 'vitest';
import { applyEdit, type EditRequest, opened, previewEdit } from '../../editing/index.ts';
import { createStore, type Store } from '../../state/index.ts';
import { ClockProvider, useClock } from '../../time/index.ts';
import { OwnCharts } from './OwnCharts.tsx';

const LOOK = { shape: 'pill', widthPx: 40, heightPx: 20, fill: '#9a6b00' } as const;
const STEP = 6;
const SEGMENTS = 30;
const LAST = 1 + SEGMENTS * STEP;
const LAST_KEY: KeyRef = { subjectId: 'lid', channelId: 'position.y', frame: LAST };

let store: Store;

function Seek({ to }: { to: number }) {
  const clock = useClock();
  return (
    <button type="button" onClick={() => clock.seek(to)}>
      to {to}
    </button>
  );
}

const shown = (): string[] =>
  screen
    .queryAllByRole('img', { name: /^Timing chart of the take/ })
    .map((figure) => /from frame (.*)$/.exec(figure.getAttribute('aria-label')!)![1]!);
const segment = (i: number): string => `${1 + i * STEP} to ${1 + (i + 1) * STEP}`;

beforeEach(() => {
  localStorage.clear();
  store = createStore();
  const keys = Array.from({ length: SEGMENTS + 1 }, (_, i) => createKey(1 + i * STEP, i % 2 === 0 ? 0 : 60));
  const lid = {
    ...createSubject('lid', 'Lid', LOOK, { x: 0, y: 0 }),
    channels: [createChannel('position.y', 0, keys)],
  };
  const motion = { ...createMotion([lid]), range: { first: 1, last: LAST } };
  store.dispatch(
    opened({
      source: { kind: 'draft', id: 'd1' },
      stored: { version: 1, history: { first: 0, steps: [], done: 0 }, work: { motion, details: null } },
    }),
  );
  render(
    <Provider store={store}>
      <ClockProvider range={motion.range} rate={motion.rate}>
        <Seek to={100} />
        <Seek to={LAST} />
        <OwnCharts tone="take" target={null} />
      </ClockProvider>
    </Provider>,
  );
});

test('of very many charts those about the playhead are shown, with how many there are; all on request', () => {
  expect(shown()).toEqual(Array.from({ length: 12 }, (_, i) => segment(i)));
  expect(screen.getByText(/^12 of 30 charts, about the playhead/)).toBeDefined();
  fireEvent.click(screen.getByRole('button', { name: 'to 100' }));
  expect(shown()).toHaveLength(12);
  expect(shown()).toContain('97 to 103');
  fireEvent.click(screen.getByRole('button', { name: 'Show all 30' }));
  expect(shown()).toHaveLength(30);
  fireEvent.click(screen.getByRole('button', { name: 'Show those about the playhead' }));
  expect(shown()).toHaveLength(12);
});

test('in a gesture what becomes of a chart is painted over it, and the page stays as it is until it is over', () => {
  fireEvent.click(screen.getByRole('button', { name: `to ${LAST}` }));
  const before = screen.getAllByRole('img', { name: /^Timing chart/ });
  const painted = (): number[] =>
    screen.getAllByRole('figure').flatMap((figure, i) => (figure.querySelector('canvas') ? [i] : []));
  const move: EditRequest = { operation: 'moveKeys', args: [[LAST_KEY], -2] };
  act(() => void store.dispatch(previewEdit(move)));
  // The one that ends on the key, and the one before, whose automatic handle it changes.
  expect(painted()).toEqual([10, 11]);
  expect(screen.getAllByRole('img', { name: /^Timing chart/ })).toEqual(before);
  act(() => void store.dispatch(previewEdit(null)));
  expect(painted()).toEqual([]);
  act(() => void store.dispatch(applyEdit(move)));
  expect(shown().at(-1)).toBe(`${LAST - STEP} to ${LAST - 2}`);
});
