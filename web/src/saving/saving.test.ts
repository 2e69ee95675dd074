import 'fake-indexeddb/auto';
import type { ChangeWork, SaveWork, StoredWork } from '@undulan/contract';
import { applyChanges, createKey, createMotion, createSubject, EMPTY_HISTORY, withHistoryChange } from '@undulan/core';
import { clear, createStore as createKept, entries, set } from 'idb-keyval';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { applyEdit, broughtBack, opened } from '../editing/index.ts';
import { createStore, type Store } from '../state/index.ts';
import { catchUp, keepMine, saveAll, saveWork, takeTheirs } from './save-work.ts';
import { selectIsDirty, targetUnlocked } from './saving.slice.ts';
import { keepUnsaved, takeUnsaved } from './unsaved-copy.ts';
import { keepAsCopy } from './work-store.ts';

const LOOK = { shape: 'drawer', widthPx: 200, heightPx: 80, fill: '#d9b98a' } as const;
const DRAFT = { kind: 'draft', id: 'd1' } as const;

function stored(version: number, last = 25): StoredWork {
  const motion = {
    ...createMotion([createSubject('drawer', 'Drawer', LOOK, { x: 0, y: 0 })]),
    range: { first: 1, last },
  };
  return { version, history: { first: 0, steps: [], done: 0 }, work: { motion, details: null } };
}

/** A server of one draft: what it has, what was written to it, and how it answers next. */
interface FakeServer {
  draft: StoredWork;
  writes: (ChangeWork | SaveWork)[];
  answer: 'ok' | 'away' | 'stale-version' | 'target-has-takes' | 'not-found';
  created: unknown[];
}

let server: FakeServer;
let store: Store;
const now = () => store.getState();
const edit = (last: number): void =>
  void store.dispatch(applyEdit({ operation: 'setScene', args: [{ range: { first: 1, last } }] }));

/** What the server has after a write. */
function after(save: ChangeWork | SaveWork): StoredWork {
  if (!('changes' in save)) return save;
  const work = applyChanges(server.draft.work, save.changes);
  const history = withHistoryChange(server.draft.history, save.history);
  if (!work.ok || !history) throw new Error('The change does not fit.');
  return { version: save.version, work: work.value, history };
}

const kept = createKept('undulan', 'unsaved');

const STATUS = { 'stale-version': 409, 'target-has-takes': 409, 'not-found': 404 } as const;

function json(body: unknown, status = 200): Response {
  return new Response(JSON.stringify(body), { status, headers: { 'content-type': 'application/json' } });
}

beforeEach(async () => {
  await clear(kept);
  server = { draft: stored(4), writes: [], answer: 'ok', created: [] };
  vi.stubGlobal('fetch', async (request: Request) => {
    if (server.answer === 'away') throw new TypeError('no network');
    if (request.method === 'GET')
      return json({ ...server.draft, id: 'd1', name: 'Draft of take 1', exerciseId: 'e1', nextTakeNumber: 1 });
    const body: unknown = await request.json();
    if (request.method === 'POST') {
      server.created.push(body);
      return json({ id: 'd2' }, 201);
    }
    const save = body as ChangeWork | SaveWork;
    if (server.answer !== 'ok')
      return json(
        { type: `/problems/${server.answer}`, title: 'No', status: STATUS[server.answer], detail: 'Not like this.' },
        STATUS[server.answer],
      );
    if (save.version !== server.draft.version)
      return json({ type: '/problems/stale-version', title: 'No', status: 409 }, 409);
    server.writes.push(save);
    server.draft = { ...after(save), version: save.version + 1 };
    return json({ version: server.draft.version });
  });
  localStorage.clear();
  store = createStore();
  store.dispatch(opened({ source: DRAFT, stored: server.draft }));
});
afterEach(() => vi.unstubAllGlobals());

test('what is unsaved is written once, from the version it was made from, and not again once saved', async () => {
  expect(await store.dispatch(saveWork())).toBe(true);
  edit(30);
  edit(31);
  expect(await store.dispatch(saveWork())).toBe(true);
  expect(server.writes).toHaveLength(1);
  expect(server.writes[0]).toEqual({
    version: 4,
    changes: [{ kind: 'value', path: ['motion', 'range', 'last'], from: 25, to: 31 }],
    history: { keep: 0, add: now().document.history.steps, done: 2 },
    targetMayChange: false,
  });
  expect(server.draft).toMatchObject({ work: now().document.work, history: now().document.history });
  expect(now()).toMatchObject({ saving: { version: 5, standing: 'idle' } });
  expect(await store.dispatch(saveWork())).toBe(true);
  expect(server.writes).toHaveLength(1);
});

test('a change made while a write is on its way stays unsaved and goes with the next', async () => {
  edit(30);
  const first = store.dispatch(saveWork());
  edit(40);
  expect(await first).toBe(false);
  expect(selectIsDirty(store.getState())).toBe(true);
  expect(await store.dispatch(saveWork())).toBe(true);
  expect(server.draft.work.motion.range.last).toBe(40);
});

test('who waits for all of it waits for the write on its way and for what was made meanwhile', async () => {
  edit(30);
  const first = store.dispatch(saveWork());
  edit(40);
  const all = store.dispatch(saveAll());
  edit(50);
  expect([await first, await all]).toEqual([false, true]);
  expect(selectIsDirty(now())).toBe(false);
  expect(server.draft.work.motion.range.last).toBe(50);
  expect(server.writes).toHaveLength(2);
});

test.each(['away', 'not-found', 'target-has-takes'] as const)(
  'who waits is told where all is refused: %s',
  async (no) => {
    edit(30);
    const first = store.dispatch(saveWork());
    edit(40);
    server.answer = no;
    expect([await first, await store.dispatch(saveAll())]).toEqual([false, false]);
    server.answer = 'ok';
    store.dispatch(targetUnlocked());
    expect(await store.dispatch(saveAll())).toBe(true);
    expect(server.draft.work.motion.range.last).toBe(40);
  },
);

test('with the server away the work stays here, says so, and is written when it is back', async () => {
  server.answer = 'away';
  edit(30);
  expect(await store.dispatch(saveWork())).toBe(false);
  expect(now().saving.standing).toBe('unreachable');
  server.answer = 'ok';
  expect(await store.dispatch(saveWork())).toBe(true);
  expect(now()).toMatchObject({ saving: { standing: 'idle', problem: null } });
});

test('a refusal is told in the words of the server', async () => {
  server.answer = 'not-found';
  edit(30);
  await store.dispatch(saveWork());
  expect(now()).toMatchObject({ saving: { standing: 'failed', problem: 'Not like this.' } });
});

test('a locked target waits for a word, and is then written with it', async () => {
  server.answer = 'target-has-takes';
  edit(30);
  await store.dispatch(saveWork());
  expect(now().saving.standing).toBe('target-locked');
  expect(await store.dispatch(saveWork())).toBe(false);
  server.answer = 'ok';
  store.dispatch(targetUnlocked());
  expect(await store.dispatch(saveWork())).toBe(true);
  expect(server.writes[0]!.targetMayChange).toBe(true);
});

async function meetAnother(): Promise<void> {
  edit(30);
  server.draft = stored(7, 77);
  await store.dispatch(saveWork());
  expect(now().saving.standing).toBe('stale');
}

test('work changed elsewhere loses nothing: mine over theirs', async () => {
  await meetAnother();
  await store.dispatch(keepMine());
  expect(server.draft).toMatchObject({ version: 8, work: { motion: { range: { last: 30 } } } });
  expect(now()).toMatchObject({ saving: { version: 8, standing: 'idle' } });
});

test('… theirs over mine', async () => {
  await meetAnother();
  await store.dispatch(takeTheirs());
  expect(now()).toMatchObject({ saving: { version: 7 }, document: { work: { motion: { range: { last: 77 } } } } });
  expect(selectIsDirty(store.getState())).toBe(false);
});

test('… or both, mine as a draft of its own', async () => {
  await meetAnother();
  const { source, work, history } = now().document;
  expect(await keepAsCopy(store.dispatch, source!, work!, history)).toBe('/drafts/d2');
  expect(server.created).toMatchObject([{ copy: { name: 'Draft of take 1, copy', motion: { range: { last: 30 } } } }]);
  expect(server.draft.work.motion.range.last).toBe(77);
});

test('the same change made on both sides is no conflict', async () => {
  edit(77);
  server.draft = stored(7, 77);
  await store.dispatch(saveWork());
  expect(now()).toMatchObject({ saving: { standing: 'idle', version: 7 } });
});

test('coming back to a tab without changes shows what was written elsewhere; with changes it waits', async () => {
  server.draft = stored(9, 60);
  await store.dispatch(catchUp());
  expect(now()).toMatchObject({ saving: { version: 9 }, document: { work: { motion: { range: { last: 60 } } } } });
  edit(61);
  server.draft = stored(10, 62);
  await store.dispatch(catchUp());
  expect(now().document.work!.motion.range.last).toBe(61);
});

/** What is kept of the work being edited, as autosave keeps it. */
const keep = (): Promise<void> => keepUnsaved(DRAFT, { ...now().document, ...now().saving });

test('an unsaved copy is base and changes; it is taken up once, with its steps, by any tab', async () => {
  edit(30);
  edit(31);
  await keep();
  const first = await entries<string, unknown>(kept);
  edit(32);
  await keep();
  const sizes = (await entries<string, unknown>(kept)).map(
    ([name, value]) => [name.split(':').at(-1), JSON.stringify(value).length] as const,
  );
  expect(sizes.find(([name]) => name === 'unsaved')![1]).toBeLessThan(700);
  expect((await entries<string, unknown>(kept)).find(([name]) => name.endsWith('base'))).toEqual(
    first.find(([name]) => name.endsWith('base')),
  );
  sessionStorage.clear();
  const left = (await takeUnsaved(DRAFT, EMPTY_HISTORY))!;
  expect(left).toEqual({ version: 4, work: now().document.work, history: now().document.history });
  expect(await takeUnsaved(DRAFT, EMPTY_HISTORY)).toBeNull();
  expect(await entries<string, unknown>(kept)).toEqual([]);
});

test('brought back on what it was made from it is saved by its changes; on something newer is a conflict', async () => {
  edit(30);
  await keep();
  for (const [version, save] of [
    [4, 'idle'],
    [7, 'stale'],
  ] as const) {
    server.draft = stored(version, version === 4 ? 25 : 77);
    store = createStore();
    store.dispatch(opened({ source: DRAFT, stored: server.draft }));
    const left = (await takeUnsaved(DRAFT, server.draft.history))!;
    store.dispatch(broughtBack(left));
    expect([now().saving.version, selectIsDirty(now())]).toEqual([left.version, true]);
    await keep();
    await store.dispatch(saveWork());
    expect(now().saving.standing).toBe(save);
    expect(now().document.work!.motion.range.last).toBe(30);
    // As the first time again.
    edit(29);
    edit(30);
    await keep();
  }
});

test('what cannot be read of what is kept is passed over and gone', async () => {
  await set('draft:d1:another-tab:base', { version: 3, work: { motion: 'none' } }, kept);
  await set('draft:d1:another-tab:unsaved', { version: 3, changes: [], history: { keep: 0, add: [], done: 0 } }, kept);
  await set('draft:d1:third-tab:unsaved', 7, kept);
  localStorage.setItem('undulan:unsaved:draft:d1:old-tab', '{"version":');
  expect(await takeUnsaved(DRAFT, EMPTY_HISTORY)).toBeNull();
  expect([await entries(kept), localStorage.length]).toEqual([[], 0]);
});

test('a copy left by an older program is brought up to date', async () => {
  const subject = {
    id: 'drawer',
    name: 'Drawer',
    look: LOOK,
    locked: false,
    exposure: 1,
    channels: [{ id: 'position.x', resting: 0, keys: [createKey(1, 3)] }],
  };
  const motion = {
    format: 'undulan-motion',
    version: 1,
    rate: { num: 24, den: 1 },
    range: { first: 1, last: 25 },
    stage: { widthPx: 960, heightPx: 540, background: '#fffdf8' },
    subjects: [subject],
  };
  localStorage.setItem(
    'undulan:unsaved:draft:d1:old',
    JSON.stringify({ version: 2, history: { steps: [], done: 0 }, work: { motion, details: null } }),
  );
  expect(await takeUnsaved(DRAFT, EMPTY_HISTORY)).toMatchObject({
    version: 2,
    work: { motion: { version: 2, subjects: [{ visible: true }] } },
  });
});
