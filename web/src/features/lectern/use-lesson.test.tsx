import 'fake-indexeddb/auto';
import { act, renderHook, waitFor } from '@testing-library/react';
import type { SaveLesson, StoredLesson } from '@undulan/contract';
import { createLesson } from '@undulan/core';
import { clear, get, set } from 'idb-keyval';
import type { ReactNode } from 'react';
import { Provider } from 'react-redux';
import { beforeEach, expect, test, vi } from 'vitest';
import { createStore } from '../../state/index.ts';
import { useLesson } from './use-lesson.ts';

/** A server of one lesson: what was written, and how it answers next. */
let written: SaveLesson[];
let created: string[];
let answer: 'ok' | 'away' | 'stale';

const json = (body: unknown, status = 200) =>
  new Response(JSON.stringify(body), { status, headers: { 'content-type': 'application/json' } });

beforeEach(async () => {
  await clear();
  [written, created, answer] = [[], [], 'ok'];
  vi.stubGlobal('fetch', async (request: Request) => {
    if (answer === 'away') throw new TypeError('no network');
    const body = (await request.json()) as SaveLesson;
    if (request.method === 'POST') {
      created.push(body.lesson.name);
      return json({ id: 'copy' }, 201);
    }
    if (answer === 'stale') return json({ type: '/problems/stale-version', title: 'No', status: 409 }, 409);
    written.push(body);
    return json({ version: body.version + 1 });
  });
});

const stored = (role: StoredLesson['role'] = 'instructor', version = 3): StoredLesson => ({
  id: 'l1',
  courseId: 'c1',
  courseTitle: 'Kitchen in Motion',
  role,
  version,
  lesson: createLesson('Pans'),
  tolerances: { keyFrames: 1, spacingPercent: 4 },
});

function opened(lesson = stored()) {
  const store = createStore();
  const wrapper = ({ children }: { children: ReactNode }) => <Provider store={store}>{children}</Provider>;
  return renderHook(() => useLesson(lesson), { wrapper });
}
type Opened = ReturnType<typeof opened>;
const rename = ({ result }: Opened, name: string, gesture?: string) =>
  act(() => result.current.change((lesson) => ({ ...lesson, name }), gesture));
const nameOf = ({ result }: Opened) => result.current.lesson.name;

test('what went through as the page went is not brought back, nor kept beside it', async () => {
  const { lesson } = stored();
  await set('lesson:l1', { version: 2, lesson });
  const page = opened({ ...stored(), lesson });
  await waitFor(async () => expect(await get('lesson:l1')).toBeUndefined());
  expect([created, written, page.result.current.standing]).toEqual([[], [], 'saved']);
});

test('what is changed is written a moment later, each write on the version of the one before', async () => {
  const page = opened();
  rename(page, 'Lids');
  expect(page.result.current.standing).toBe('saving');
  await waitFor(() => expect(page.result.current.standing).toBe('saved'));
  rename(page, 'Pots');
  await waitFor(() =>
    expect(written.map(({ version, lesson }) => [version, lesson.name])).toEqual([
      [3, 'Lids'],
      [4, 'Pots'],
    ]),
  );
});

test('steps are taken back and done again; those of one gesture are one', () => {
  const page = opened();
  rename(page, 'Lids');
  for (const name of ['a', 'b', 'c']) rename(page, name, 'drag');
  act(() => page.result.current.undo());
  expect(nameOf(page)).toBe('Lids');
  act(() => page.result.current.undo());
  expect([nameOf(page), page.result.current.canUndo]).toEqual(['Pans', false]);
  act(() => page.result.current.undo());
  act(() => page.result.current.redo());
  act(() => page.result.current.redo());
  expect([nameOf(page), page.result.current.canRedo]).toEqual(['c', false]);
  act(() => page.result.current.undo());
  rename(page, 'Spoons');
  expect(page.result.current.canRedo).toBe(false);
});

test('what a page leaves unwritten is written as it goes', async () => {
  const page = opened();
  rename(page, 'Lids');
  page.unmount();
  await waitFor(() => expect(written.map(({ lesson }) => lesson.name)).toEqual(['Lids']));
  await waitFor(async () => expect(await get('lesson:l1')).toBeUndefined());
});

test('while the server is away it is kept in the browser, and brought back by the next page', async () => {
  answer = 'away';
  const page = opened();
  rename(page, 'Lids');
  await waitFor(() => expect(page.result.current.standing).toBe('away'));
  page.unmount();
  await act(() => page.result.current.settle());
  expect(await get('lesson:l1')).toMatchObject({ version: 3, lesson: { name: 'Lids' } });
  answer = 'ok';
  const next = opened();
  await waitFor(() => expect(nameOf(next)).toBe('Lids'));
  await waitFor(() => expect(written.map(({ lesson }) => lesson.name)).toEqual(['Lids']));
});

test('what was left of a version that is past is kept as a lesson of its own', async () => {
  await set('lesson:l1', { version: 2, lesson: createLesson('Lids') });
  const page = opened();
  await waitFor(() => expect(created).toEqual(['Lids (mine)']));
  await waitFor(async () => expect(await get('lesson:l1')).toBeUndefined());
  expect(nameOf(page)).toBe('Pans');
});

test('changed elsewhere, it is written no more until somebody has decided', async () => {
  answer = 'stale';
  const page = opened();
  rename(page, 'Lids');
  await waitFor(() => expect(page.result.current.standing).toBe('stale'));
  answer = 'ok';
  rename(page, 'Pots');
  await act(() => page.result.current.settle());
  expect(written).toEqual([]);
  expect(await get('lesson:l1')).toMatchObject({ lesson: { name: 'Pots' } });
  await act(() => page.result.current.forget());
  expect(await get('lesson:l1')).toBeUndefined();
});

test('who may not change it tries things out, and nothing is kept', async () => {
  const page = opened(stored('learner'));
  rename(page, 'Mine');
  expect([nameOf(page), page.result.current.standing]).toEqual(['Mine', 'saved']);
  await act(() => page.result.current.settle());
  page.unmount();
  expect(written).toEqual([]);
  expect(await get('lesson:l1')).toBeUndefined();
});
