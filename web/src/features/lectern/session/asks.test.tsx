import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import type { Ask } from '@undulan/contract';
import { boardClock, createBoard, createKey, createKeyedSubject, createMotion, usualVariant } from '@undulan/core';
import { Tooltip } from 'radix-ui';
import { Provider } from 'react-redux';
import { beforeEach, expect, test, vi } from 'vitest';
import { createStore } from '../../../state/index.ts';
import { ClockProvider } from '../../../time/index.ts';
import { AskAnswerForm } from './AskAnswerForm.tsx';
import { AskPanel } from './AskPanel.tsx';
import { AskResults } from './AskResults.tsx';
import type { ClassConnection, ClassNow } from './class-connection.ts';

const LANES = [
  { id: 'a', name: 'Even' },
  { id: 'b', name: 'Slow start' },
];
const ask = (part: Partial<Ask>): Ask => ({
  id: 'ask',
  number: 1,
  kind: 'tap',
  boardId: 'board',
  laneId: 'a',
  lanes: LANES,
  question: 'When does it land?',
  ticks: null,
  closed: false,
  revealed: false,
  namesShown: false,
  truth: null,
  replies: [],
  count: 0,
  own: null,
  ...part,
});

let said: [string, Record<string, unknown>][];
const line = {
  say: (name: string, body: Record<string, unknown>) => {
    said.push([name, body]);
    return Promise.resolve({ ok: true, value: null });
  },
  answered: vi.fn(),
} as unknown as ClassConnection;
const lastAnswer = () => said.at(-1)![1]['answer'];

beforeEach(() => {
  cleanup();
  said = [];
});

const show = (child: React.ReactNode) =>
  render(
    <Provider store={createStore()}>
      <Tooltip.Provider>
        <ClockProvider range={{ first: 1, last: 25 }} rate={{ num: 24, den: 1 }}>
          {child}
        </ClockProvider>
      </Tooltip.Provider>
    </Provider>,
  );
const asked = (part: Partial<Ask>) => show(<AskAnswerForm line={line} ask={ask(part)} />);

test('each kind of question has its answer: a tap, a lane, a number, a frame, ticks on a rail', async () => {
  asked({ kind: 'tap' });
  await act(() => fireEvent.pointerDown(screen.getByRole('button', { name: 'Now' })));
  expect(lastAnswer()).toEqual({ frame: 1 });
  cleanup();
  asked({ kind: 'lane' });
  await act(() => fireEvent.click(screen.getByRole('button', { name: 'Slow start' })));
  expect(lastAnswer()).toEqual({ laneId: 'b' });
  for (const [kind, label, answer] of [
    ['count', 'Frames', { frames: 16 }],
    ['ruler', 'On frame', { frame: 16 }],
  ] as const) {
    cleanup();
    asked({ kind });
    const field = screen.getByLabelText(label);
    fireEvent.change(field, { target: { value: '16' } });
    await act(() => fireEvent.keyDown(field, { key: 'Enter' }));
    expect(lastAnswer()).toEqual(answer);
  }
  cleanup();
  asked({ kind: 'chart', ticks: 3 });
  expect(screen.getAllByRole('slider', { name: /^Timing chart, tick/ })).toHaveLength(3);
  await act(() => fireEvent.click(screen.getByRole('button', { name: 'Answer' })));
  expect(lastAnswer()).toEqual({ ticks: [0.25, 0.5, 0.75] });
});

test('half a frame is no answer: it says so, and sends nothing', async () => {
  asked({ kind: 'count' });
  const field = screen.getByLabelText('Frames');
  fireEvent.change(field, { target: { value: '16.5' } });
  await act(() => fireEvent.keyDown(field, { key: 'Enter' }));
  expect(said).toEqual([]);
  expect(screen.getByText('A whole number from 0 to 100000.')).toBeTruthy();
});

test('one’s own answer is shown; what is closed or revealed takes none', () => {
  asked({ kind: 'count', own: { frames: 12 } });
  expect(screen.getByRole('status').textContent).toBe('Your answer: 12 frames. You can answer again.');
  for (const part of [{ closed: true }, { revealed: true }]) {
    cleanup();
    asked({ kind: 'count', ...part });
    expect(screen.queryByLabelText('Frames')).toBeNull();
    expect(screen.getByRole('status').textContent).toBe('It takes no more answers.');
  }
});

test('what came back: lanes by how many, with names only where they are shown, and what is right', () => {
  const replies = [
    { name: 'Ines Calado', answer: { laneId: 'b' } },
    { name: null, answer: { laneId: 'a' } },
    { name: null, answer: { laneId: 'b' } },
  ];
  show(<AskResults ask={ask({ kind: 'lane', replies, truth: { laneId: 'b' } })} />);
  expect(screen.getAllByRole('listitem').map(({ textContent }) => textContent)).toEqual(['Even1', 'Slow start2']);
  expect(screen.getByText('Ines Calado: Slow start')).toBeTruthy();
  expect(screen.getByText('It is', { exact: false }).textContent).toBe('It is Slow start.');
  cleanup();
  const charts = [{ name: null, answer: { ticks: [0.2, 0.8] } }];
  show(<AskResults ask={ask({ kind: 'chart', replies: charts })} />);
  expect(screen.getByRole('img', { name: '1 charts over each other' })).toBeTruthy();
});

const look = { shape: 'box', widthPx: 9, heightPx: 9, fill: '#9a6b00' } as const;
const slide = createMotion([
  createKeyedSubject('lid', 'Lid', look, { x: 0, y: 0 }, { 'position.x': [createKey(3, 0), createKey(19, 90)] }),
]);
const still = createMotion([]);

function panel(now: Partial<ClassNow> = {}) {
  const lanes = LANES.map((lane) => ({ ...lane, variant: usualVariant('own'), motion: null }));
  const motions = [slide, still];
  const all: ClassNow = {
    status: 'here',
    problem: null,
    entry: null,
    board: null,
    view: null,
    asks: [],
    here: 2,
    ...now,
  };
  const board = createBoard('board', 'Lid', slide, lanes);
  show(<AskPanel line={line} now={all} board={board} motions={motions} clock={boardClock(motions, 'start')} />);
}

test('the class is asked with what is right, by the lane; of what stands still nothing can be asked', async () => {
  panel();
  fireEvent.change(screen.getByLabelText('Kind of question'), { target: { value: 'count' } });
  await act(() => fireEvent.click(screen.getByRole('button', { name: 'Ask the class' })));
  expect(said).toEqual([
    [
      'ask',
      {
        kind: 'count',
        boardId: 'board',
        laneId: 'a',
        lanes: LANES,
        question: 'How many frames does it take: Even?',
        truth: { frames: 16 },
      },
    ],
  ]);
  fireEvent.change(screen.getByLabelText('About which lane'), { target: { value: 'b' } });
  expect(screen.getByRole('button', { name: 'Ask the class' }).getAttribute('aria-disabled')).toBe('true');
});

test('a question is revealed, closed, and its names shown, each by one press', async () => {
  panel({ asks: [ask({ count: 1 })] });
  expect(screen.getByText(/1 of 2 answered/)).toBeTruthy();
  for (const [name, settings] of [
    ['Reveal', { revealed: true }],
    ['Names', { namesShown: true }],
    ['Closed', { closed: true }],
  ] as const) {
    await act(() => fireEvent.click(screen.getByRole('button', { name })));
    expect(said.at(-1)).toEqual(['settle', { askId: 'ask', settings }]);
  }
});
