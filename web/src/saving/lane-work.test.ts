import type { SaveLesson, StoredLesson } from '@undulan/contract';
import {
  createBoard,
  createKey,
  createKeyedSubject,
  createLesson,
  createMotion,
  EMPTY_HISTORY,
  type MotionDocument,
  usualVariant,
} from '@undulan/core';
import { beforeEach, expect, test, vi } from 'vitest';
import { createStore, type Store } from '../state/index.ts';
import { laneSource, workOfLane } from './lane-work.ts';
import { fetchWork, keepAsCopy, writeWork } from './work-store.ts';

const look = { shape: 'glass', widthPx: 70, heightPx: 100, fill: '#b5651d' } as const;
const slide = (to: number): MotionDocument =>
  createMotion([
    createKeyedSubject('glass', 'Glass', look, { x: 0, y: 0 }, { 'position.x': [createKey(1, 0), createKey(17, to)] }),
  ]);
const lanes = [
  { id: 'own', name: 'As it is', variant: usualVariant('own'), motion: null },
  { id: 'slow', name: 'Slow', variant: usualVariant('slow-start'), motion: null },
];
const id = laneSource('l1', 'board', 'slow');
const source = { kind: 'lane', id } as const;

let server: StoredLesson;
let written: SaveLesson[];
let created: { name: string }[];
let store: Store;
const json = (body: unknown, status = 200) =>
  new Response(JSON.stringify(body), { status, headers: { 'content-type': 'application/json' } });

beforeEach(() => {
  [written, created] = [[], []];
  server = {
    id: 'l1',
    courseId: 'c1',
    courseTitle: 'Kitchen in Motion',
    role: 'instructor',
    version: 5,
    lesson: createLesson('Pans', [createBoard('board', 'Lid', slide(400), lanes)]),
    tolerances: { keyFrames: 1, spacingPercent: 4 },
  };
  store = createStore();
  vi.stubGlobal('fetch', async (request: Request) => {
    if (request.method === 'GET') return json(server);
    const body = (await request.json()) as SaveLesson;
    if (request.method === 'POST') {
      created.push(body.lesson);
      return json({ id: 'l2' }, 201);
    }
    if (body.version !== server.version)
      return json({ type: '/problems/stale-version', title: 'No', status: 409 }, 409);
    written.push(body);
    return json({ version: body.version + 1 });
  });
});

test('a lane is opened as it shows: its board’s move as its variant makes it', () => {
  const work = workOfLane(server, id)!;
  expect([work.version, work.work.details, work.history]).toEqual([5, null, EMPTY_HISTORY]);
  const [first] = work.work.motion.subjects[0]!.channels[0]!.keys;
  expect(first!.leave).toBe('curve');
  expect(workOfLane(server, laneSource('l1', 'board', 'gone'))).toBeNull();
  expect(workOfLane(server, laneSource('l1', 'gone', 'slow'))).toBeNull();
});

test('what is changed by hand is the lane’s own from then on; the other lanes and the board stay', async () => {
  const work = { motion: slide(300), details: null };
  const saved = await writeWork(store.dispatch, source, { version: 5, work, history: EMPTY_HISTORY });
  expect(saved.version).toBe(6);
  const [board] = written[0]!.lesson.boards;
  expect(board!.lanes[1]).toMatchObject({ name: 'Slow', variant: { kind: 'own' }, motion: slide(300) });
  expect([board!.motion, board!.lanes[0]]).toEqual([slide(400), lanes[0]]);
});

test('written elsewhere since, it is refused; kept as a copy it is in a lesson of its own', async () => {
  server.version = 6;
  const work = { motion: slide(300), details: null };
  await expect(writeWork(store.dispatch, source, { version: 5, work, history: EMPTY_HISTORY })).rejects.toMatchObject({
    status: 409,
  });
  expect(written).toEqual([]);
  expect(await keepAsCopy(store.dispatch, source, work, EMPTY_HISTORY)).toBe('/lessons/l2');
  expect(created).toMatchObject([{ name: 'Pans (mine)' }]);
});

test('a lane that was taken out meanwhile says so', async () => {
  server.lesson = createLesson('Pans');
  await expect(fetchWork(store.dispatch, source)).rejects.toThrow('This lane was taken out of its lesson.');
});
