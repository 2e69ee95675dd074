import { act, fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import {
  channelOf,
  createChannel,
  createKey,
  createMotion,
  createSubject,
  findSubject,
  frameTable,
  type MotionDocument,
  TRACKS,
} from '@undulan/core';
import { Tooltip } from 'radix-ui';
import { Provider } from 'react-redux';
import { beforeEach, expect, test } from 'vitest';
import { applyEdit, opened, recordToggled, selectMotion } from '../editing/index.ts';
import { framesCsv } from '../panels/numbers/FramesTable.tsx';
import { NumbersPanel } from '../panels/numbers/index.ts';
import { RecordQuestion } from '../panels/work/index.ts';
import { createStore, type Store, useAppSelector } from '../state/index.ts';
import { ClockProvider } from '../time/index.ts';
import { EditingTime } from './EditingTime.tsx';

const LOOK = { shape: 'slice', widthPx: 90, heightPx: 120, fill: '#9a6b00' } as const;
let store: Store;

const motion = (): MotionDocument => store.getState().document.work!.motion;
const keysOf = (subjectId = 'bread', channelId: 'position.y' | 'rotation' = 'position.y') =>
  channelOf(motion(), subjectId, channelId).keys;
const framesOf = (subjectId?: string): number[] => keysOf(subjectId).map((key) => key.frame);

function rack(): MotionDocument {
  const slice = (id: string, name: string) => {
    const subject = createSubject(id, name, LOOK, { x: 480, y: 345 });
    return {
      ...subject,
      channels: subject.channels.map((channel) =>
        channel.id === 'position.y'
          ? createChannel('position.y', 345, [
              createKey(1, 345, { leave: 'linear' }),
              createKey(13, 225, { leave: 'linear' }),
              createKey(25, 105),
            ])
          : channel,
      ),
    };
  };
  return createMotion([slice('bread', 'Bread'), slice('bun', 'Bun')]);
}

function Working({ rangeFixed }: { rangeFixed: string | null }) {
  const { range, rate, workRange } = useAppSelector(selectMotion)!;
  return (
    <ClockProvider range={range} rate={rate} workRange={workRange}>
      <NumbersPanel />
      <RecordQuestion />
      <EditingTime name="test" tone="take" target={null} rangeFixed={rangeFixed} />
    </ClockProvider>
  );
}

const start = (rangeFixed: string | null = null): void =>
  void render(
    <Provider store={store}>
      <Tooltip.Provider>
        <Working rangeFixed={rangeFixed} />
      </Tooltip.Provider>
    </Provider>,
  );

const key = (name: string): void => void act(() => void fireEvent.keyDown(document.body, { key: name }));
const openMenu = (name: string | RegExp): void =>
  void fireEvent.keyDown(screen.getByRole('button', { name }), { key: 'Enter' });
const choose = (name: string | RegExp): void => void fireEvent.click(screen.getByRole('menuitem', { name }));
const goTo = (text: string): void => {
  const field = screen.getByLabelText('Frame');
  fireEvent.change(field, { target: { value: text } });
  fireEvent.keyDown(field, { key: 'Enter' });
};
const mark = (subject: string, frame: number): HTMLElement =>
  screen.getByRole('button', { name: new RegExp(`^Position y, key on frame ${frame}, .*, ${subject}$`) });

beforeEach(() => {
  localStorage.clear();
  // The simulated browser lays nothing out: what scrolls is given a height, so that rows are in sight.
  Object.defineProperties(HTMLElement.prototype, {
    clientHeight: { configurable: true, get: () => 600 },
    clientWidth: { configurable: true, get: () => 800 },
  });
  store = createStore();
  store.dispatch(
    opened({
      source: { kind: 'draft', id: 'd1' },
      stored: { version: 1, history: { first: 0, steps: [], done: 0 }, work: { motion: rack(), details: null } },
    }),
  );
});

test('every subject has its rows; folded, soloed and hidden ones go, with what filters hide counted', () => {
  start();
  expect(mark('Bread', 13)).toBeDefined();
  fireEvent.click(screen.getByRole('button', { name: 'Fold Bun' }));
  expect(screen.queryByRole('button', { name: /key on frame 13, .*, Bun$/ })).toBeNull();
  fireEvent.click(screen.getByRole('button', { name: 'Unfold Bun' }));
  openMenu('Row Bread');
  choose('Show alone');
  expect(screen.getByRole('button', { name: 'Rows shown, 2 hidden' })).toBeDefined();
  fireEvent.click(screen.getByText('Show all'));
  expect(mark('Bun', 13)).toBeDefined();
});

test('a key is moved by arrows: by one, by ten, by a tenth; the sum row moves all keys of its frame', () => {
  start();
  fireEvent.keyDown(mark('Bread', 13), { key: 'ArrowRight' });
  fireEvent.keyDown(mark('Bread', 14), { key: 'ArrowLeft', altKey: true });
  expect([framesOf('bread'), framesOf('bun')]).toEqual([
    [1, 13.9, 25],
    [1, 13, 25],
  ]);
  fireEvent.keyDown(screen.getByRole('button', { name: 'All keys on frame 25' }), {
    key: 'ArrowRight',
    shiftKey: true,
  });
  expect([framesOf('bread'), framesOf('bun')]).toEqual([
    [1, 13.9, 35],
    [1, 13, 35],
  ]);
});

test('all at this frame, all from here on, all up to here; copied, pasted, duplicated and deleted by keys', () => {
  start();
  goTo('13');
  key('f');
  expect(store.getState().selection.keys.length).toBe(2);
  key('F');
  expect(store.getState().selection.keys.length).toBe(4);
  fireEvent.keyDown(document.body, { key: 'c', ctrlKey: true });
  goTo('19');
  fireEvent.keyDown(document.body, { key: 'v', ctrlKey: true });
  expect([framesOf('bread'), framesOf('bun')]).toEqual([
    [1, 13, 19, 25, 31],
    [1, 13, 19, 25, 31],
  ]);
  key('Delete');
  expect(framesOf()).toEqual([1, 13, 25]);
  openMenu('Select');
  choose('All up to here');
  expect(store.getState().selection.keys.length).toBe(4);
  key('Escape');
  expect(store.getState().selection.keys).toEqual([]);
});

test('a hold is made with later keys along or not, and a wrong number of frames is said', async () => {
  start();
  fireEvent.keyDown(mark('Bread', 13), { key: 'Enter' });
  fireEvent.click(screen.getByRole('button', { name: 'Hold' }));
  const sheet = within(screen.getByRole('dialog'));
  fireEvent.change(sheet.getByLabelText('Frames to hold'), { target: { value: '0' } });
  expect(sheet.getByRole('alert').textContent).toContain('A whole number from 1');
  fireEvent.change(sheet.getByLabelText('Frames to hold'), { target: { value: '4' } });
  fireEvent.click(sheet.getByRole('button', { name: 'Hold' }));
  await waitFor(() => expect(framesOf()).toEqual([1, 13, 17, 29]));
});

test('held keys, poses back to curves, and idle keys are said where they are', () => {
  store.dispatch(
    applyEdit({ operation: 'setKeys', args: [7, [{ subjectId: 'bread', channelId: 'position.y', value: 285 }]] }),
  );
  start();
  key('Escape');
  fireEvent.click(screen.getByRole('button', { name: 'Hold' }));
  expect(screen.getByTestId('idle-keys').textContent).toContain('position y 7');
  fireEvent.click(screen.getByText('Hold all poses'));
  expect(keysOf().map((one) => one.leave)).toEqual(['step', 'step', 'step', 'step']);
  fireEvent.click(screen.getByText('Back to curves'));
  expect(keysOf().map((one) => one.leave)).toEqual(['linear', 'linear', 'linear', 'curve']);
  fireEvent.click(screen.getByText('Thin them'));
  expect([framesOf('bread').includes(7), framesOf('bread').includes(25)]).toEqual([false, true]);
});

test('the selection is stretched to a length about its end, and what is no length stretches nothing', async () => {
  start();
  fireEvent.keyDown(document.body, { key: 'a', ctrlKey: true });
  fireEvent.click(screen.getByRole('button', { name: 'Retime' }));
  const sheet = within(screen.getByRole('dialog'));
  fireEvent.change(sheet.getByLabelText('Length of the selection in frames'), { target: { value: '-3' } });
  fireEvent.click(sheet.getByText('Stretch'));
  expect(framesOf()).toEqual([1, 13, 25]);
  fireEvent.change(sheet.getByLabelText('Length of the selection in frames'), { target: { value: '12' } });
  fireEvent.change(sheet.getByLabelText('Stretch about'), { target: { value: 'end' } });
  fireEvent.click(sheet.getByText('Stretch'));
  await waitFor(() =>
    expect([framesOf('bread'), framesOf('bun')]).toEqual([
      [13, 19, 25],
      [13, 19, 25],
    ]),
  );
});

test('time is put in at the playhead; where the exercise sets the range, that stays', async () => {
  start('The exercise sets it.');
  goTo('5');
  fireEvent.click(screen.getByRole('button', { name: 'Retime' }));
  fireEvent.click(within(screen.getByRole('dialog')).getByText('Insert'));
  await waitFor(() => expect([framesOf(), motion().range]).toEqual([[1, 17, 29], { first: 1, last: 25 }]));
  expect(screen.getByText(/key frame lies outside the range and will not play: 29/)).toBeDefined();
  fireEvent.keyDown(screen.getByRole('button', { name: 'All keys on frame 29' }), { key: 'ArrowLeft' });
  fireEvent.keyDown(screen.getByRole('button', { name: 'All keys on frame 28' }), { key: 'ArrowLeft' });
  fireEvent.keyDown(screen.getByRole('button', { name: 'All keys on frame 27' }), { key: 'ArrowLeft' });
  expect(screen.getByText(/The key on 26 closes a cycle/)).toBeDefined();
});

test('the work range is set from here and to here, and typed; what lies outside the range is refused', () => {
  start('The exercise sets it.');
  goTo('9');
  key('{');
  goTo('17');
  key('}');
  expect(motion().workRange).toEqual({ first: 9, last: 17 });
  fireEvent.click(screen.getByTestId('range-readout'));
  const typed = screen.getByLabelText('Work range, last frame, typed');
  fireEvent.change(typed, { target: { value: '99' } });
  fireEvent.blur(typed);
  expect(screen.getByRole('alert').textContent).toBe('It lies within 1 to 25.');
  expect(motion().workRange).toEqual({ first: 9, last: 17 });
  fireEvent.click(screen.getByText('Play the whole range'));
  expect(motion().workRange).toBeNull();
});

test('a cue is set at the playhead once, named and taken away', () => {
  start();
  goTo('13');
  key('c');
  key('c');
  expect(motion().cues).toEqual([{ frame: 13, name: '' }]);
  fireEvent.click(screen.getByRole('button', { name: /^Cues/ }));
  const name = screen.getByLabelText('Name of cue 1');
  fireEvent.change(name, { target: { value: ' pop ' } });
  fireEvent.blur(name);
  expect(motion().cues).toEqual([{ frame: 13, name: 'pop' }]);
  fireEvent.click(screen.getByLabelText('Remove cue 1'));
  expect(motion().cues).toEqual([]);
});

test('numbers take arithmetic and refuse nonsense; the tab tells how the channel stands', () => {
  start();
  goTo('7');
  expect(screen.getByLabelText('keyed on other frames')).toBeDefined();
  const field = (): HTMLInputElement => screen.getByLabelText('Position y on frame 7');
  fireEvent.change(field(), { target: { value: 'up' } });
  fireEvent.keyDown(field(), { key: 'Enter' });
  expect(field().getAttribute('aria-invalid')).toBe('true');
  fireEvent.change(field(), { target: { value: '/2' } });
  fireEvent.keyDown(field(), { key: 'Enter' });
  expect(keysOf().find((one) => one.frame === 7)!.value).toBe(142.5);
  expect(screen.getByLabelText('keyed on this frame')).toBeDefined();
});

test('with Record off a change can be left unkeyed, goes along over frames, and is keyed where it is wanted', () => {
  store.dispatch(recordToggled());
  start();
  goTo('7');
  const field = (frame: number): HTMLInputElement => screen.getByLabelText(`Position y on frame ${frame}`);
  fireEvent.change(field(7), { target: { value: '200' } });
  fireEvent.keyDown(field(7), { key: 'Enter' });
  fireEvent.click(screen.getByText('Leave it unkeyed'));
  expect(screen.getByLabelText('changed and not keyed')).toBeDefined();
  goTo('13');
  expect(field(13).value).toBe('200');
  expect(screen.getByLabelText('changed over the key on this frame')).toBeDefined();
  fireEvent.change(field(13), { target: { value: '+=5' } });
  fireEvent.keyDown(field(13), { key: 'Enter' });
  expect(screen.queryByRole('dialog')).toBeNull();
  fireEvent.click(screen.getByText(/^Key here \(/));
  expect(keysOf().map((one) => [one.frame, one.value])).toEqual([
    [1, 345],
    [13, 205],
    [25, 105],
  ]);
});

test('a channel is cleared from its row and stays where it was', () => {
  start();
  goTo('13');
  openMenu('Position y: actions');
  choose(/^Clear the channel/);
  expect(screen.getByRole('dialog').textContent).toContain(
    'Its 3 keys go. It stays at 225 px, where it is on frame 13.',
  );
  fireEvent.click(screen.getByText('Clear it'));
  expect([framesOf(), channelOf(motion(), 'bread', 'position.y').resting]).toEqual([[], 225]);
});

test('frames as CSV have every figure in full, and nothing where there is none', () => {
  const track = TRACKS.find((other) => other.id === 'position')!;
  const lines = framesCsv(frameTable(findSubject(motion(), 'bread')!, track, { first: 1, last: 3 }), track).split(
    '\r\n',
  );
  expect(lines).toEqual([
    'frame,position.x,position.y,spacing,even spacing,difference',
    '1,480,345,,,',
    '2,480,335,10,,',
    '3,480,325,10,,',
  ]);
});
