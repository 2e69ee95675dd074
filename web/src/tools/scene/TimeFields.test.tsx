import { fireEvent, render, screen } from '@testing-library/react';
import { createMotion, createSubject } from '@undulan/core';
import { Provider } from 'react-redux';
import { beforeEach, expect, test } from 'vitest';
import { opened } from '../../editing/index.ts';
import { createStore, type Store } from '../../state/index.ts';
import { TimeFields } from './TimeFields.tsx';

const LOOK = { shape: 'disc', widthPx: 90, heightPx: 90, fill: '#9a6b00' } as const;
let store: Store;

const motion = () => store.getState().document.work!.motion;
const field = (label: string): HTMLInputElement => screen.getByLabelText(label);

function type(label: string, text: string): void {
  fireEvent.change(field(label), { target: { value: text } });
  fireEvent.blur(field(label));
}

beforeEach(() => {
  store = createStore();
  const work = { motion: createMotion([createSubject('dial', 'Hob dial', LOOK, { x: 160, y: 270 })]), details: null };
  store.dispatch(
    opened({
      source: { kind: 'draft', id: 'd1' },
      stored: { version: 1, history: { first: 0, steps: [], done: 0 }, work },
    }),
  );
  render(
    <Provider store={store}>
      <TimeFields />
    </Provider>,
  );
  // The simulated browser leaves a list of choices on its first one, whatever it was given.
  fireEvent.change(screen.getByLabelText('Frame rate'), { target: { value: '24' } });
});

test('both durations follow what is typed before it is kept', () => {
  fireEvent.change(field('Last frame'), { target: { value: '24' } });
  expect(screen.getByTestId('durations').textContent).toBe(
    '24 frames · runs 1.000 s · travel 0.958 s from first to last',
  );
  expect(motion().range.last).toBe(25);
  fireEvent.blur(field('Last frame'));
  expect(motion().range).toEqual({ first: 1, last: 24 });
});

test('a range or rest frame that is wrong is said, keeps what was typed and changes nothing', () => {
  type('Last frame', '0');
  expect(screen.getByRole('alert').textContent).toBe('The last frame (0) comes before the first (1).');
  expect(field('Last frame').value).toBe('0');
  expect(motion().range).toEqual({ first: 1, last: 25 });
  type('Last frame', '25');
  for (const text of ['half', '−100001']) {
    type('Rest frame', text);
    expect(screen.getByRole('alert').textContent).toBe('A whole number from −100000 to 100000, or nothing.');
  }
  expect(motion().restFrame).toBeNull();
});

test('a range that is right only with both its ends waits for the other', () => {
  type('First frame', '101');
  expect([motion().range.first, screen.getByRole('alert').textContent]).toEqual([
    1,
    'The last frame (25) comes before the first (101).',
  ]);
  type('Last frame', '124');
  expect(motion().range).toEqual({ first: 101, last: 124 });
  expect([field('First frame').value, screen.queryByRole('alert')]).toEqual(['101', null]);
});

test('a rest frame is set and taken away again', () => {
  type('Rest frame', '0');
  expect(motion().restFrame).toBe(0);
  type('Rest frame', '');
  expect(motion().restFrame).toBeNull();
});
