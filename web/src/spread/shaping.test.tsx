import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { channelOf, createChannel, createKey, createMotion, createSubject, sampleChannel, type MotionDocument } from '@undulan/core';
import { Tooltip } from 'radix-ui';
import { Provider } from 'react-redux';
import { afterEach, beforeEach, expect, test } from 'vitest';
import { createStore, useAppSelector, type Store } from '../app/store.ts';
import { opened } from '../editing/editing.slice.ts';
import { keysSelected, selectMotion, selectShownMotion, selectUndoName, undone } from '../editing/index.ts';
import { ClockProvider } from '../time-page/index.ts';
import { EditingTime } from './EditingTime.tsx';

const LOOK = { shape: 'glass', widthPx: 74, heightPx: 108, fill: '#b5651d' } as const;
let store: Store;

const motion = (): MotionDocument => store.getState().editing.work!.motion;
const xAt = (frame: number, of: MotionDocument = motion()): number => sampleChannel(channelOf(of, 'glass', 'position.x'), frame);
const keysOf = () => channelOf(motion(), 'glass', 'position.x').keys;
const sentence = (): string => screen.getByTestId('spacing-sentence').textContent;
const press = (key: string): void => void act(() => void fireEvent.keyDown(document.body, { key }));
const foot = (frame: number): HTMLElement => screen.getByRole('slider', { name: `Drawing ${frame} of 1 to 25` });

function Working() {
  const { range, rate } = useAppSelector(selectMotion)!;
  return (
    <ClockProvider range={range} rate={rate}>
      <EditingTime name="test" tone="take" target={TARGET} rangeFixed={null} />
    </ClockProvider>
  );
}

function glass(leave: 'linear' | 'sine-in-out'): MotionDocument {
  const subject = createSubject('glass', 'Tea glass', LOOK, { x: 130, y: 379 });
  return createMotion([{ ...subject, channels: subject.channels.map((channel) => (channel.id === 'position.x' ? createChannel('position.x', 0, [createKey(1, 0, { leave }), createKey(25, 600)]) : channel)) }]);
}
const TARGET = glass('sine-in-out');

beforeEach(() => {
  localStorage.clear();
  Object.defineProperties(HTMLElement.prototype, { clientHeight: { configurable: true, get: () => 600 }, clientWidth: { configurable: true, get: () => 800 } });
  store = createStore();
  store.dispatch(opened({ source: { kind: 'draft', id: 'd1' }, stored: { version: 1, history: { steps: [], done: 0 }, work: { motion: glass('linear'), details: null } } }));
  render(
    <Provider store={store}>
      <Tooltip.Provider>
        <Working />
      </Tooltip.Provider>
    </Provider>,
  );
  press('3');
  press('4');
});
afterEach(cleanup);

test('the sentence follows what is done to the segment at the playhead', () => {
  expect(sentence()).toBe('Position 1–25: Even: the same way on every frame (600 px/s), no slow start and no slow finish.');
  act(() => void fireEvent.click(screen.getByRole('button', { name: '1–25' })));
  fireEvent.click(screen.getByRole('button', { name: /^Swing/ }));
  expect(sentence()).toBe('Position 1–25: Starts slow, fastest at frame 13 (940 px/s), finishes slow.');
  act(() => void store.dispatch(undone()));
  expect(sentence()).toContain('Even');
});

test('a foot is moved by arrows: by a hundredth, with Shift by a tenth; the curve goes exactly through it', () => {
  expect(foot(13).getAttribute('aria-valuetext')).toBe('1/2 of the way');
  fireEvent.keyDown(foot(13), { key: 'ArrowLeft', shiftKey: true });
  expect(xAt(13)).toBeCloseTo(240, 6);
  fireEvent.keyDown(foot(13), { key: 'ArrowRight' });
  expect(xAt(13)).toBeCloseTo(246, 6);
  expect([keysOf().length, keysOf()[0]!.leave, selectUndoName(store.getState())]).toEqual([2, 'curve', 'spacing of a segment']);
});

test('set to breakdowns, a moved foot becomes one; from then on it is that breakdown that moves', () => {
  fireEvent.change(screen.getByLabelText('Dragging a foot'), { target: { value: 'breakdown' } });
  fireEvent.keyDown(foot(9), { key: 'ArrowLeft', shiftKey: true });
  expect(keysOf().map((key) => [key.frame, Math.round(key.value), key.role])).toEqual([[1, 0, 'extreme'], [9, 140, 'breakdown'], [25, 600, 'extreme']]);
  fireEvent.change(screen.getByLabelText('Dragging a foot'), { target: { value: 'curve' } });
  fireEvent.keyDown(foot(9), { key: 'ArrowRight' });
  expect(Math.round(keysOf()[1]!.value)).toBe(146);
  // With a key between, one curve cannot do it: the foot becomes a breakdown all the same.
  fireEvent.keyDown(foot(17), { key: 'ArrowLeft', shiftKey: true });
  expect(keysOf().map((key) => key.frame)).toEqual([1, 9, 17, 25]);
});

test('a ready spacing is shown while it is pointed at and not kept until it is taken', () => {
  act(() => void fireEvent.click(screen.getByRole('button', { name: '1–25' })));
  const drop = screen.getByRole('button', { name: /^Gravity: a drop/ });
  fireEvent.focus(drop);
  expect(xAt(13, selectShownMotion(store.getState())!)).toBeCloseTo(150, 0);
  expect(xAt(13)).toBeCloseTo(300, 9);
  fireEvent.blur(drop);
  expect(selectShownMotion(store.getState())).toBe(motion());
  fireEvent.click(screen.getByRole('radio', { name: 'a drawing a frame' }));
  fireEvent.click(drop);
  expect(keysOf().length).toBe(25);
  expect(xAt(13)).toBeCloseTo(150, 9);
});

test('the speed strip tells peak, average and jumps; a key’s speed is moved by arrows, alone with Alt', () => {
  expect(screen.getByRole('region', { name: 'Speed strip' }).textContent).toContain('average 600');
  const leaving = (): HTMLElement => screen.getByRole('slider', { name: 'Speed the key on frame 1 leaves with' });
  fireEvent.keyDown(leaving(), { key: 'ArrowDown', shiftKey: true });
  expect(Number(leaving().getAttribute('aria-valuenow'))).toBe(540);
  expect(Number(screen.getByRole('slider', { name: 'Speed the key on frame 25 arrives with' }).getAttribute('aria-valuenow'))).toBe(600);
  expect([keysOf()[0]!.leave, xAt(1), xAt(25)]).toEqual(['curve', 0, 600]);
});

test('the strips say why they are empty', () => {
  act(() => void store.dispatch(keysSelected({ keys: [{ subjectId: 'glass', channelId: 'rotation', frame: 1 }] })));
  expect(screen.getByText('Rotation needs two keys.')).toBeDefined();
  expect(screen.getByText('Rotation needs two extremes at different places.')).toBeDefined();
});
