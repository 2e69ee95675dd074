import type { Ask, ClassEntry, ClassView } from '@undulan/contract';
import { createBoard, createMotion } from '@undulan/core';
import { beforeEach, expect, test, vi } from 'vitest';
import { ClassConnection } from './class-connection.ts';

/** A socket without a network: what is said on it, what it answers, and what it can be told. */
const line = vi.hoisted(() => ({
  listeners: new Map<string, (value?: unknown) => void>(),
  said: [] as [string, object][],
  answers: {} as Record<string, unknown>,
}));
vi.mock('socket.io-client', () => ({
  io: () => ({
    on: (name: string, listener: (value?: unknown) => void) => line.listeners.set(name, listener),
    connect: () => line.listeners.get('connect')!(),
    disconnect: () => undefined,
    timeout: () => ({
      emitWithAck: (name: string, body: object) => {
        line.said.push([name, body]);
        if (!(name in line.answers)) return Promise.reject(new Error('timed out'));
        return Promise.resolve(line.answers[name]);
      },
    }),
  }),
}));
const tell = (name: string, value?: unknown): void => line.listeners.get(name)!(value);

const view = (version: number, frame = 1): ClassView => ({
  version,
  boardId: 'board',
  covered: false,
  alone: null,
  laid: 'rows',
  trails: true,
  variants: {},
  play: { direction: 0, frame, atMs: 0, speed: 100, way: 'loop' },
});
const board = createBoard('board', 'Lid', createMotion([]), []);
const ask = (number: number, part: Partial<Ask> = {}): Ask => ({
  id: `ask-${number}`,
  number,
  kind: 'tap',
  boardId: 'board',
  laneId: 'a',
  lanes: [{ id: 'a', name: 'Even' }],
  question: 'When?',
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
const entry = (part: Partial<ClassEntry> = {}) => ({
  ok: true,
  value: { session: { endedAt: null }, role: 'learner', state: null, asks: [], here: 3, ...part },
});

async function entered(part: Partial<ClassEntry> = {}): Promise<ClassConnection> {
  line.answers = { enter: entry(part), time: { ok: true, value: performance.timeOrigin + performance.now() + 5000 } };
  const connection = new ClassConnection('plum-274');
  connection.open();
  await vi.waitFor(() => expect(connection.now.status).not.toBe('connecting'));
  return connection;
}

beforeEach(() => {
  line.listeners.clear();
  line.said = [];
  line.answers = {};
});

test('comes in by the code and stands where the others are', async () => {
  const connection = await entered({ state: { board, view: view(7, 12) }, asks: [ask(1)] });
  expect(line.said[0]).toEqual(['enter', { code: 'plum-274' }]);
  expect(connection.now).toMatchObject({ status: 'here', here: 3, view: { version: 7 }, asks: [{ number: 1 }] });
  connection.close();
});

test('knows the time of the server, and since when a play is on by its own page', async () => {
  const connection = await entered();
  expect(connection.serverMs(100) - performance.timeOrigin - 100).toBeCloseTo(5000, -1);
  expect(connection.pageMs(connection.serverMs(321))).toBeCloseTo(321, 6);
  const play = { ...view(1).play, direction: 1 as const, frame: 4, atMs: connection.serverMs(50) };
  expect(connection.runOf(play)).toEqual({ frame: 4, startMs: expect.closeTo(50, 3) as number, direction: 1 });
  expect(connection.runOf(view(1).play)).toBeNull();
  connection.close();
});

test('a view that was overtaken on its way says nothing any more', async () => {
  const connection = await entered();
  tell('view', view(5, 20));
  tell('view', view(4, 3));
  expect(connection.now.view!.play.frame).toBe(20);
  tell('view', view(6, 9));
  expect(connection.now.view!.play.frame).toBe(9);
  connection.close();
});

test('a new question closes those before it; what one answered oneself stays beside what is told', async () => {
  const connection = await entered({ asks: [ask(1)] });
  connection.answered('ask-1', { frame: 8 });
  tell('ask', ask(1, { count: 2 }));
  expect(connection.now.asks[0]).toMatchObject({ count: 2, own: { frame: 8 } });
  tell('ask', ask(2));
  expect(connection.now.asks.map(({ number, closed }) => [number, closed])).toEqual([
    [1, true],
    [2, false],
  ]);
  tell('ask', ask(1, { closed: true, revealed: true, truth: { frame: 9 } }));
  expect(connection.now.asks[0]).toMatchObject({ truth: { frame: 9 }, own: { frame: 8 } });
  expect(connection.now.asks[1]!.closed).toBe(false);
  connection.close();
});

test('says when the line is down, when one may not come in, and when it is over', async () => {
  const connection = await entered();
  tell('disconnect');
  expect(connection.now.status).toBe('away');
  tell('connect');
  await vi.waitFor(() => expect(connection.now.status).toBe('here'));
  tell('ended');
  tell('disconnect');
  expect(connection.now.status).toBe('ended');
  connection.close();
  line.answers = { enter: { ok: false, problem: 'There is no session of this code.' } };
  const other = new ClassConnection('none');
  other.open();
  await vi.waitFor(() =>
    expect([other.now.status, other.now.problem]).toEqual(['refused', 'There is no session of this code.']),
  );
  tell('connect_error', { message: 'not-signed-in' });
  expect(other.now.problem).toBe('Sign in first.');
  other.close();
});

test('what is said while the line is down comes to nothing, and throws nothing', async () => {
  const connection = await entered();
  line.answers = {};
  expect(await connection.say('answer', {})).toBeNull();
  connection.close();
});
