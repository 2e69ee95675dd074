import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { createMotion, createSubject, type Limits, USUAL_LIMITS } from '@undulan/core';
import { Tooltip } from 'radix-ui';
import { Provider } from 'react-redux';
import { expect, test } from 'vitest';
import { limited, opened } from '../../editing/index.ts';
import { createStore, type Store } from '../../state/index.ts';
import { ClockProvider } from '../../time/index.ts';
import { hasOwnScene, OwnScene } from './OwnScene.tsx';

const LOOK = { shape: 'disc', widthPx: 90, heightPx: 90, fill: '#9a6b00' } as const;
let store: Store;
const motion = () => store.getState().document.work!.motion;

function show(change: Partial<Limits>): void {
  cleanup();
  store = createStore();
  const limits = { ...USUAL_LIMITS, ...change };
  store.dispatch(
    opened({
      source: { kind: 'draft', id: 'd1' },
      stored: {
        version: 1,
        history: { first: 0, steps: [], done: 0 },
        work: { motion: createMotion([createSubject('dial', 'Hob dial', LOOK, { x: 160, y: 270 })]), details: null },
      },
    }),
  );
  store.dispatch(limited(limits));
  render(
    <Provider store={store}>
      <Tooltip.Provider>
        <ClockProvider range={motion().range} rate={motion().rate}>
          <OwnScene limits={limits} courseId="" />
        </ClockProvider>
      </Tooltip.Provider>
    </Provider>,
  );
}
const disabled = (...labels: string[]): boolean[] =>
  labels.map((label) => screen.getByLabelText<HTMLInputElement>(label).disabled);

test('there is a form for what the exercise leaves to the learner, and none for the rest', () => {
  expect([hasOwnScene(USUAL_LIMITS), hasOwnScene({ ...USUAL_LIMITS, range: true })]).toEqual([false, true]);
  show({ range: true });
  expect(screen.queryByRole('button', { name: 'Add a subject' })).toBeNull();
  expect(disabled('Frame rate', 'First frame', 'Last frame', 'Rest frame')).toEqual([true, false, false, true]);
  show({ subjects: true });
  expect(screen.queryByLabelText('Last frame')).toBeNull();
  fireEvent.click(screen.getByRole('button', { name: 'Add a subject' }));
  expect(motion().subjects).toHaveLength(2);
});

test('beside a field that is free, one the exercise keeps is shown and not to be typed into', () => {
  show({ rate: true });
  expect(disabled('Frame rate', 'First frame', 'Last frame', 'Rest frame')).toEqual([false, true, true, true]);
  fireEvent.change(screen.getByLabelText('Frame rate'), { target: { value: '12' } });
  expect(motion().rate).toEqual({ num: 12, den: 1 });
});
