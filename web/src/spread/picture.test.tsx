import { act, fireEvent, render, screen } from '@testing-library/react';
import { channelOf, createChannel, createKey, createMotion, createSubject } from '@undulan/core';
import { Tooltip } from 'radix-ui';
import { Provider } from 'react-redux';
import { beforeEach, expect, test } from 'vitest';
import { opened, selectUndoName } from '../editing/index.ts';
import { RecordQuestion } from '../panels/work/index.ts';
import { PLAIN_ONION } from '../picture/stage/index.ts';
import { createStore, type Store } from '../state/index.ts';
import { ClockProvider } from '../time/index.ts';
import { readStored } from '../ui/index.ts';
import { EditingPicture } from './EditingPicture.tsx';

const LOOK = { shape: 'cake', widthPx: 120, heightPx: 24, fill: '#d9a441' } as const;
let store: Store;

const motion = () => store.getState().document.work!.motion;
const framesOf = (channelId: 'position.x' | 'position.y' | 'rotation'): number[] =>
  channelOf(motion(), 'pancake', channelId).keys.map((key) => key.frame);
const press = (key: string): void => void act(() => void fireEvent.keyDown(document.body, { key }));
const picture = (): HTMLElement => screen.getByRole('img', { name: /^Picture/ });

beforeEach(() => {
  localStorage.clear();
  store = createStore();
  const subject = createSubject('pancake', 'Pancake', LOOK, { x: 480, y: 300 });
  const tossed = {
    ...subject,
    channels: subject.channels.map((channel) =>
      channel.id === 'position.y' ? createChannel('position.y', 300, [createKey(5, 300), createKey(17, 120)]) : channel,
    ),
  };
  store.dispatch(
    opened({
      source: { kind: 'draft', id: 'd1' },
      stored: {
        version: 1,
        history: { first: 0, steps: [], done: 0 },
        work: { motion: createMotion([tossed]), details: null },
      },
    }),
  );
  const { range, rate } = motion();
  render(
    <Provider store={store}>
      <Tooltip.Provider>
        <ClockProvider range={range} rate={rate}>
          <EditingPicture
            tone="take"
            target={null}
            noTarget="The model is not shown."
            targetShown={false}
            onTargetShown={() => undefined}
            courseId=""
          >
            <RecordQuestion />
          </EditingPicture>
        </ClockProvider>
      </Tooltip.Provider>
    </Provider>,
  );
});

test('with Record on, arrows in the picture key the changed channel alone; Shift goes ten times as far', () => {
  fireEvent.keyDown(picture(), { key: 'ArrowRight' });
  expect([framesOf('position.x'), framesOf('position.y')]).toEqual([[1], [5, 17]]);
  fireEvent.keyDown(picture(), { key: 'ArrowUp', shiftKey: true });
  expect(channelOf(motion(), 'pancake', 'position.y').keys.map((key) => [key.frame, key.value])).toEqual([
    [1, 290],
    [5, 300],
    [17, 120],
  ]);
});

test('with Record off, a resting channel rests elsewhere; a moving one is asked about, and may stay as it is', () => {
  press('r');
  expect(screen.getByRole('button', { name: 'Record off' })).toBeDefined();
  fireEvent.keyDown(picture(), { key: 'ArrowLeft' });
  expect([channelOf(motion(), 'pancake', 'position.x').resting, framesOf('position.x')]).toEqual([479, []]);
  fireEvent.keyDown(picture(), { key: 'ArrowDown' });
  expect(screen.getByRole('dialog').textContent).toContain('There are keys on position y already.');
  fireEvent.click(screen.getByText('Cancel'));
  expect([framesOf('position.y'), selectUndoName(store.getState())]).toEqual([[5, 17], 'resting value']);
  fireEvent.keyDown(picture(), { key: 'ArrowDown' });
  fireEvent.click(screen.getByText('Move the whole motion'));
  expect(channelOf(motion(), 'pancake', 'position.y').keys.map((key) => key.value)).toEqual([301, 121]);
});

test('K keys the moving channels as they stand; Shift K a set that is chosen once and remembered', () => {
  press('k');
  expect([framesOf('position.y'), framesOf('rotation')]).toEqual([[1, 5, 17], []]);
  fireEvent.keyDown(screen.getByRole('button', { name: 'Which channels to key' }), { key: 'Enter' });
  fireEvent.click(screen.getByRole('menuitem', { name: 'position' }));
  press('K');
  expect([framesOf('position.x'), framesOf('rotation')]).toEqual([[1], []]);
  expect(readStored('key-set', 'all')).toBe('position');
});

test('the onion skin is switched by key, set in its sheet and remembered; a count that is none is refused', () => {
  press('o');
  expect(screen.getByRole('button', { name: 'Onion' }).getAttribute('aria-pressed')).toBe('true');
  fireEvent.click(screen.getByRole('button', { name: 'Onion skin: which frames' }));
  const before = screen.getByLabelText('Onion skin: before');
  fireEvent.change(before, { target: { value: '-1' } });
  fireEvent.blur(before);
  expect(before.getAttribute('aria-invalid')).toBe('true');
  fireEvent.change(before, { target: { value: '5' } });
  fireEvent.blur(before);
  fireEvent.change(screen.getByLabelText('Onion skin of'), { target: { value: 'keys' } });
  expect(readStored('onion', PLAIN_ONION)).toMatchObject({ on: true, before: 5, of: 'keys' });
});

test('a target that may not be seen says why its switch does nothing', () => {
  const toggle = screen.getByRole('button', { name: 'Target' });
  expect([toggle.getAttribute('aria-disabled'), toggle.getAttribute('aria-pressed')]).toEqual(['true', 'false']);
});
