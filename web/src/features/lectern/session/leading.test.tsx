import { act, render } from '@testing-library/react';
import type { ClassView } from '@undulan/contract';
import { type Board, createBoard, createKey, createKeyedSubject, createMotion, usualVariant } from '@undulan/core';
import { useEffect } from 'react';
import { Provider } from 'react-redux';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { createStore } from '../../../state/index.ts';
import { ClockProvider, type PlaybackClock, useClock } from '../../../time/index.ts';
import type { ClassConnection } from './class-connection.ts';
import { useFollowing } from './use-following.ts';
import { useLeading } from './use-leading.ts';

const motion = createMotion([
  createKeyedSubject(
    'lid',
    'Lid',
    { shape: 'box', widthPx: 9, heightPx: 9, fill: '#9a6b00' },
    { x: 0, y: 0 },
    {
      'position.x': [createKey(1, 0), createKey(25, 100)],
    },
  ),
]);
const lane = { id: 'a', name: 'Even', variant: usualVariant('even'), motion: null };
const board = createBoard('board', 'Lid', motion, [lane]);
const LED = { covered: false, alone: null, laid: 'rows' as const, trails: true };

/** A line to a class that keeps what is said on it. */
function fakeLine(view: ClassView | null = null) {
  const listeners = new Set<() => void>();
  const said: [string, Record<string, unknown>][] = [];
  const line = {
    now: { status: 'here', view },
    say: (name: string, body: Record<string, unknown>) => {
      said.push([name, body]);
      return Promise.resolve({ ok: true, value: null });
    },
    subscribe: (listener: () => void) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    serverMs: (pageMs: number) => pageMs + 1e6,
    runOf: ({ direction, frame, atMs }: ClassView['play']) =>
      direction === 0 ? null : { direction, frame, startMs: atMs - 1e6 },
  };
  return {
    line: line as unknown as ClassConnection,
    said,
    views: () => said.filter(([name]) => name === 'view').map(([, body]) => body as { view: ClassView; sure: boolean }),
    tell: (now: Partial<typeof line.now>) => {
      Object.assign(line.now, now);
      for (const listener of listeners) listener();
    },
  };
}

let clock: PlaybackClock;
const taken = (given: PlaybackClock): void => void (clock = given);
function Take({ onClock }: { onClock: (given: PlaybackClock) => void }) {
  const given = useClock();
  useEffect(() => onClock(given), [given, onClock]);
  return null;
}
function Lead({ line, shown, led }: { line: ClassConnection; shown: Board; led: typeof LED }) {
  useLeading(line, shown, led);
  return null;
}
function Follow({ line, follows }: { line: ClassConnection; follows: boolean }) {
  useFollowing(line, follows);
  return null;
}
const within = (child: React.ReactNode) => (
  <Provider store={createStore()}>
    <ClockProvider range={{ first: 1, last: 25 }} rate={{ num: 24, den: 1 }}>
      <Take onClock={taken} />
      {child}
    </ClockProvider>
  </Provider>
);

beforeEach(() => vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] }));
afterEach(() => vi.useRealTimers());
const rest = () => act(() => void vi.advanceTimersByTime(500));

test('the board is said once, then how it stands; what rests is sure, and the versions rise', () => {
  const { line, said, views } = fakeLine();
  render(within(<Lead line={line} shown={board} led={LED} />));
  rest();
  expect(said.filter(([name]) => name === 'board')).toHaveLength(1);
  act(() => clock.seek(9));
  rest();
  const all = views();
  expect(all.at(-1)).toMatchObject({ sure: true, view: { boardId: 'board', play: { direction: 0, frame: 9 } } });
  const versions = all.map(({ view }) => view.version);
  expect(versions).toEqual(versions.toSorted((a, b) => a - b));
  expect(new Set(versions).size).toBe(versions.length);
});

test('an amount that is dragged goes along with the view; the board is not sent for it', () => {
  const { line, said, views } = fakeLine();
  const page = render(within(<Lead line={line} shown={board} led={LED} />));
  rest();
  const slow = { ...usualVariant('slow-start'), amount: 30 };
  page.rerender(within(<Lead line={line} shown={{ ...board, lanes: [{ ...lane, variant: slow }] }} led={LED} />));
  rest();
  expect(views().at(-1)!.view.variants).toEqual({ a: slow });
  expect(said.filter(([name]) => name === 'board')).toHaveLength(1);
});

test('while the line is down nothing is said; when it is back, all of it is', () => {
  const { line, said, tell } = fakeLine();
  act(() => tell({ status: 'away' }));
  render(within(<Lead line={line} shown={board} led={LED} />));
  rest();
  expect(said).toEqual([]);
  act(() => tell({ status: 'here' }));
  rest();
  expect(said.map(([name]) => name)).toEqual(expect.arrayContaining(['board', 'view']));
});

const view = (play: Partial<ClassView['play']>): ClassView => ({
  version: 1,
  boardId: 'board',
  variants: {},
  ...LED,
  play: { direction: 0, frame: 1, atMs: 0, speed: 100, way: 'loop', ...play },
});

test('who follows stands where the lead stands, plays along, and goes by the lead’s speed', () => {
  const { line, tell } = fakeLine(view({ frame: 7 }));
  render(within(<Follow line={line} follows />));
  expect(clock.frame).toBe(7);
  act(() => tell({ view: view({ direction: 1, frame: 3, atMs: 1e6 + performance.now(), speed: 50, way: 'once' }) }));
  expect([clock.playing, clock.settings.speed, clock.settings.way]).toEqual([true, 50, 'once']);
  act(() => tell({ view: view({ frame: 12 }) }));
  expect([clock.playing, clock.frame]).toEqual([false, 12]);
});

test('who looks around is left alone, and comes back to where the others are', () => {
  const { line, tell } = fakeLine(view({ frame: 7 }));
  const page = render(within(<Follow line={line} follows={false} />));
  act(() => clock.seek(2));
  act(() => tell({ view: view({ frame: 20 }) }));
  expect(clock.frame).toBe(2);
  page.rerender(within(<Follow line={line} follows />));
  expect(clock.frame).toBe(20);
});
