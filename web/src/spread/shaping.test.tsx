import { act, fireEvent, render, screen } from '@testing-library/react';
import {
  channelOf,
  createChannel,
  createKey,
  createMotion,
  createSubject,
  type MotionDocument,
  sampleChannel,
} from '@undulan/core';
import { Tooltip } from 'radix-ui';
import { Provider } from 'react-redux';
import { beforeEach, expect, test } from 'vitest';
import {
  applyEdit,
  keysSelected,
  opened,
  selectMotion,
  selectShownMotion,
  selectUndoName,
  undo,
} from '../editing/index.ts';
import { createStore, type Store, useAppSelector } from '../state/index.ts';
import { ClockProvider } from '../time/index.ts';
import { EditingTime } from './EditingTime.tsx';

const LOOK = { shape: 'glass', widthPx: 74, heightPx: 108, fill: '#b5651d' } as const;
let store: Store;

const motion = (): MotionDocument => store.getState().document.work!.motion;
const xAt = (frame: number, of: MotionDocument = motion()): number =>
  sampleChannel(channelOf(of, 'glass', 'position.x'), frame);
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
  return createMotion([
    {
      ...subject,
      channels: subject.channels.map((channel) =>
        channel.id === 'position.x'
          ? createChannel('position.x', 0, [createKey(1, 0, { leave }), createKey(25, 600)])
          : channel,
      ),
    },
  ]);
}
const TARGET = glass('sine-in-out');

beforeEach(() => {
  localStorage.clear();
  Object.defineProperties(HTMLElement.prototype, {
    clientHeight: { configurable: true, get: () => 600 },
    clientWidth: { configurable: true, get: () => 800 },
  });
  store = createStore();
  store.dispatch(
    opened({
      source: { kind: 'draft', id: 'd1' },
      stored: {
        version: 1,
        history: { first: 0, steps: [], done: 0 },
        work: { motion: glass('linear'), details: null },
      },
    }),
  );
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

test('the sentence follows what is done to the segment at the playhead', () => {
  expect(sentence()).toBe(
    'Position 1–25: Even: the same way on every frame (600 px/s), no slow start and no slow finish.',
  );
  act(() => void fireEvent.click(screen.getByRole('button', { name: '1–25' })));
  fireEvent.click(screen.getByRole('button', { name: /^Swing/ }));
  expect(sentence()).toBe('Position 1–25: Starts slow, fastest at frame 13 (943 px/s), finishes slow.');
  act(() => void store.dispatch(undo()));
  expect(sentence()).toContain('Even');
});

test('a foot is moved by arrows: by a hundredth, with Shift by a tenth; the curve goes exactly through it', () => {
  expect(foot(13).getAttribute('aria-valuetext')).toBe('1/2 of the way');
  fireEvent.keyDown(foot(13), { key: 'ArrowLeft', shiftKey: true });
  expect(xAt(13)).toBeCloseTo(240, 6);
  fireEvent.keyDown(foot(13), { key: 'ArrowRight' });
  expect(xAt(13)).toBeCloseTo(246, 6);
  expect([keysOf().length, keysOf()[0]!.leave, selectUndoName(store.getState())]).toEqual([
    2,
    'curve',
    'spacing of a segment',
  ]);
});

test('arrows move a foot no further than the next drawing, with Alt past it', () => {
  for (let n = 0; n < 12; n++) fireEvent.keyDown(foot(13), { key: 'ArrowRight', shiftKey: true });
  const places = Array.from({ length: 25 }, (_, i) => xAt(1 + i));
  expect(xAt(13)).toBeGreaterThan(400);
  places.slice(1).forEach((x, i) => expect(x).toBeGreaterThanOrEqual(places[i]! - 1e-6));
  const met = xAt(13);
  fireEvent.keyDown(foot(13), { key: 'ArrowRight', altKey: true });
  expect(xAt(13)).toBeCloseTo(met + 6, 6);
});

test('set to breakdowns, a moved foot becomes one; from then on it is that breakdown that moves', () => {
  fireEvent.change(screen.getByLabelText('Dragging a foot'), { target: { value: 'breakdown' } });
  fireEvent.keyDown(foot(9), { key: 'ArrowLeft', shiftKey: true });
  expect(keysOf().map((key) => [key.frame, Math.round(key.value), key.role])).toEqual([
    [1, 0, 'extreme'],
    [9, 140, 'breakdown'],
    [25, 600, 'extreme'],
  ]);
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
  expect(
    Number(
      screen.getByRole('slider', { name: 'Speed the key on frame 25 arrives with' }).getAttribute('aria-valuenow'),
    ),
  ).toBe(600);
  expect([keysOf()[0]!.leave, xAt(1), xAt(25)]).toEqual(['curve', 0, 600]);
});

test('the strips say why they are empty', () => {
  act(() => void store.dispatch(keysSelected({ keys: [{ subjectId: 'glass', channelId: 'rotation', frame: 1 }] })));
  expect(screen.getByText('Rotation needs two keys.')).toBeDefined();
  expect(screen.getByText('Rotation needs two extremes at different places.')).toBeDefined();
});

const selectFirst = (): void =>
  void act(
    () => void store.dispatch(keysSelected({ keys: [{ subjectId: 'glass', channelId: 'position.x', frame: 1 }] })),
  );
const type = (label: string, text: string): void => {
  const field = screen.getByLabelText(label);
  fireEvent.change(field, { target: { value: text } });
  fireEvent.keyDown(field, { key: 'Enter' });
};

test('a way to leave is seen while pointed at, made when pressed; amounts are typed, refused, turned about', () => {
  selectFirst();
  fireEvent.click(screen.getByRole('button', { name: 'How it leaves: straight' }));
  const back = screen.getByRole('button', { name: 'past and back at the start (back)' });
  fireEvent.pointerEnter(back);
  expect(xAt(7, selectShownMotion(store.getState())!)).toBeLessThan(0);
  expect(xAt(7)).toBe(150);
  fireEvent.pointerLeave(back);
  expect(selectShownMotion(store.getState())).toBe(motion());
  type('Slow start in percent', '60 %');
  expect(keysOf()[0]!.out.value).toBeCloseTo((0.4 * 600) / 3, 6);
  type('Slow start in percent', '130');
  expect(screen.getByLabelText('Slow start in percent').getAttribute('aria-invalid')).toBe('true');
  fireEvent.click(screen.getByRole('button', { name: 'Turn about' }));
  expect(keysOf()[1]!.in.value).toBeCloseTo((-0.4 * 600) / 3, 6);
  fireEvent.click(screen.getByRole('button', { name: 'Copy ease' }));
  fireEvent.click(screen.getByRole('button', { name: 'bouncing at the end (bounce)' }));
  expect(keysOf()[0]!.leave).toBe('bounce-out');
  fireEvent.click(screen.getByRole('button', { name: 'Paste ease' }));
  expect([keysOf()[0]!.leave, selectUndoName(store.getState())]).toEqual(['curve', 'ease']);
});

test('from the last key it is the way to it that is set; of an only key there is none', () => {
  act(() => void store.dispatch(keysSelected({ keys: [{ subjectId: 'glass', channelId: 'position.x', frame: 25 }] })));
  fireEvent.click(screen.getByRole('button', { name: /^How it arrives: / }));
  fireEvent.click(screen.getByRole('button', { name: 'straight' }));
  expect(keysOf()[0]!.leave).toBe('linear');
  act(
    () =>
      void store.dispatch(
        applyEdit({ operation: 'deleteKeys', args: [[{ subjectId: 'glass', channelId: 'position.x', frame: 1 }]] }),
      ),
  );
  act(() => void store.dispatch(keysSelected({ keys: [{ subjectId: 'glass', channelId: 'position.x', frame: 25 }] })));
  const trigger = screen.getByRole('button', { name: 'How it leaves: only key' });
  expect(trigger.getAttribute('aria-disabled')).toBe('true');
});

test('handles by numbers: speed and reach are the handle, and back; what is no number is refused', () => {
  selectFirst();
  fireEvent.click(screen.getByRole('button', { name: 'Handles: automatic' }));
  type('Leaves: speed', '900');
  expect(keysOf()[0]).toMatchObject({
    leave: 'curve',
    out: { frames: expect.closeTo(8, 9) as number, value: expect.closeTo(300, 6) as number },
  });
  type('Leaves: reach', '50');
  expect(keysOf()[0]!.out).toEqual({ frames: 12, value: expect.closeTo(450, 6) as number });
  type('Leaves: reach', 'far');
  expect(screen.getByLabelText('Leaves: reach').getAttribute('aria-invalid')).toBe('true');
  expect(keysOf()[0]!.out.frames).toBe(12);
  expect(screen.getByText('no key on this side')).toBeTruthy();
  fireEvent.click(screen.getByRole('radio', { name: 'flat' }));
  expect(keysOf()[0]!.link).toBe('flat');
});

test('rounds beyond the keys are counted at their grip, never below one; typed, an empty count is without end', () => {
  fireEvent.click(screen.getByRole('button', { name: 'Beyond' }));
  fireEvent.change(screen.getByLabelText('Before the first key'), { target: { value: 'repeat' } });
  expect(channelOf(motion(), 'glass', 'position.x').before).toEqual({ kind: 'repeat', count: 0 });
  type('Before the first key: times', '1.5');
  expect(screen.getByLabelText('Before the first key: times').getAttribute('aria-invalid')).toBe('true');
  type('Before the first key: times', '2');
  expect(channelOf(motion(), 'glass', 'position.x').before).toEqual({ kind: 'repeat', count: 2 });
  fireEvent.change(screen.getByLabelText('Before the first key'), { target: { value: 'hold' } });
  expect(channelOf(motion(), 'glass', 'position.x').before).toBeUndefined();
});

test('drawings are chosen with the space bar and squeezed; a motion that does not close makes no ring', () => {
  fireEvent.keyDown(foot(9), { key: ' ' });
  fireEvent.keyDown(foot(17), { key: ' ' });
  fireEvent.keyDown(screen.getByRole('button', { name: 'Loom: actions' }), { key: 'Enter' });
  expect(screen.getByText('Drawings 9, 17')).toBeTruthy();
  expect(screen.getByRole('menuitem', { name: /^Show as a ring/ }).getAttribute('aria-disabled')).toBe('true');
  fireEvent.click(screen.getByRole('menuitem', { name: 'Squeeze toward the end' }));
  expect(xAt(9)).toBeGreaterThan(200);
  expect(xAt(17)).toBeGreaterThan(400);
  expect([keysOf().length, selectUndoName(store.getState())]).toEqual([2, 'drawings squeezed or spread']);
});

test('values are typed in another unit and kept in the channel’s own', () => {
  selectFirst();
  fireEvent.change(screen.getByLabelText('Values in'), { target: { value: 'm' } });
  const value = screen.getByLabelText(/^value/);
  fireEvent.change(value, { target: { value: '1.25 m' } });
  fireEvent.keyDown(value, { key: 'Enter' });
  expect(keysOf()[0]!.value).toBeCloseTo(125, 9);
  fireEvent.change(screen.getByLabelText('Values in'), { target: { value: 'px' } });
  expect(screen.getByLabelText<HTMLInputElement>(/^value/).value).toBe('125');
});

test('a move is put on a path and taken off it, and says where it is', () => {
  const open = (): void => void fireEvent.keyDown(screen.getByRole('button', { name: 'Move' }), { key: 'Enter' });
  open();
  fireEvent.click(screen.getByRole('menuitem', { name: 'Put the move on a path of its own' }));
  expect(motion().guides.map((path) => path.name)).toEqual(['Tea glass: its way']);
  // The move that was looked at is now its travel: loom, sentence and charts go on from there.
  expect(sentence()).toMatch(/^Travel 1–25:/);
  expect(foot(13).getAttribute('aria-valuetext')).toBe('1/2 of the way');
  open();
  expect(screen.getByRole('menuitem', { name: /^Put the move on a path/ }).textContent).toContain(
    'It is on the path "Tea glass: its way".',
  );
  fireEvent.click(screen.getByRole('menuitem', { name: 'Take it off the path, into keys' }));
  expect(motion().guides).toEqual([]);
  expect(sentence()).toMatch(/^Position 1–25:/);
  expect(xAt(13)).toBeCloseTo(300, 2);
});
