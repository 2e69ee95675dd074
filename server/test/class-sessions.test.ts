import { once } from 'node:events';
import type { Ask, ClassEntry, ClassView } from '@undulan/contract';
import { afterAll, afterEach, beforeAll, expect, test } from 'vitest';
import { asked, type ClassLines, classLines, next, say, told, view } from './class-lines.ts';
import { createHarness, type Harness } from './harness.ts';

let harness: Harness;
let lines: ClassLines;

beforeAll(async () => {
  harness = await createHarness();
  lines = classLines(harness, await harness.listen());
});
afterEach(() => lines.hangUp());
afterAll(() => harness.close());

test('what the instructor shows is on the screens of the class; who comes late is where the others are', async () => {
  const { session, lesson } = await lines.opened();
  const [lead, ines] = await Promise.all([lines.connected('instructor'), lines.connected('ines')]);
  expect((await told<ClassEntry>(lead, 'enter', { code: session.code })).role).toBe('instructor');
  const entry = await told<ClassEntry>(ines, 'enter', { code: session.code.toUpperCase() });
  expect([entry.role, entry.state, entry.here]).toEqual(['learner', null, 1]);
  const [board, shown] = [next<{ name: string; notes: string }>(ines, 'board'), next<ClassView>(ines, 'view')];
  await told(lead, 'board', { board: lesson.lesson.boards[0] });
  await told(lead, 'view', { view: view(lesson, 1, { covered: false }), sure: true });
  // What is for who presents it stays there.
  expect(await board).toMatchObject({ name: 'Slow at the ends', notes: '' });
  expect((await shown).covered).toBe(false);
  const here = next<number>(lead, 'here');
  const late = await lines.connected('jonah');
  const lateEntry = await told<ClassEntry>(late, 'enter', { code: session.code });
  expect(lateEntry.state).toMatchObject({ board: { name: 'Slow at the ends', notes: '' }, view: { covered: false } });
  expect(await here).toBe(2);
  expect(Math.abs((await told<number>(late, 'time')) - Date.now())).toBeLessThan(1000);
});

test('a question is asked, answered, counted and revealed; names are shown only when they are to be', async () => {
  const { session, lesson } = await lines.opened();
  const [lead, ines, jonah] = await Promise.all([
    lines.connected('instructor'),
    lines.connected('ines'),
    lines.connected('jonah'),
  ]);
  for (const socket of [lead, ines, jonah]) await told(socket, 'enter', { code: session.code });
  const coming = next<Ask>(ines, 'ask');
  const ask = await told<Ask>(lead, 'ask', asked(lesson));
  expect(ask.truth).toEqual({ frame: 33 });
  expect(await coming).toMatchObject({ question: 'When does it land?', truth: null, replies: [] });
  await told(ines, 'answer', { askId: ask.id, answer: { frame: 31 } });
  // Another one in its place.
  await told(ines, 'answer', { askId: ask.id, answer: { frame: 32 } });
  await told(jonah, 'answer', { askId: ask.id, answer: { frame: 36 } });
  await expect
    .poll(async () => (await told<ClassEntry>(lead, 'enter', { code: session.code })).asks[0]!.replies)
    .toEqual(
      expect.arrayContaining([
        { name: null, answer: { frame: 32 } },
        { name: null, answer: { frame: 36 } },
      ]),
    );
  const hidden = (await told<ClassEntry>(ines, 'enter', { code: session.code })).asks[0]!;
  expect(hidden).toMatchObject({ replies: [], count: 2, own: { frame: 32 }, truth: null });
  await told(lead, 'settle', { askId: ask.id, settings: { revealed: true, namesShown: true } });
  const seen = (await told<ClassEntry>(ines, 'enter', { code: session.code })).asks[0]!;
  expect(seen.truth).toEqual({ frame: 33 });
  expect(seen.replies.map(({ name }) => name).sort()).toEqual([
    expect.stringMatching(/^Ines/),
    expect.stringMatching(/^Jonah/),
  ]);
  expect(await say(ines, 'answer', { askId: ask.id, answer: { frame: 33 } })).toMatchObject({ ok: false });
});

test('what only the instructor does is refused to a learner, and junk to everyone', async () => {
  const { session, lesson } = await lines.opened();
  const [lead, ines] = await Promise.all([lines.connected('instructor'), lines.connected('ines')]);
  expect(await say(ines, 'view', { view: view(lesson, 1), sure: true })).toMatchObject({ ok: false });
  await told(lead, 'enter', { code: session.code });
  await told(ines, 'enter', { code: session.code });
  for (const [name, body] of [
    ['view', { view: view(lesson, 1), sure: true }],
    ['view', { view: view(lesson, 1), sure: false }],
    ['board', { board: lesson.lesson.boards[0] }],
    ['ask', asked(lesson)],
    ['end', {}],
  ] as const)
    expect(await say(ines, name, body), name).toMatchObject({
      ok: false,
      problem: expect.stringMatching(/instructor/),
    });
  const ask = await told<Ask>(lead, 'ask', asked(lesson));
  for (const body of [
    { askId: ask.id, answer: { laneId: 'lane-1' } },
    { askId: ask.id, answer: { frame: 1e12 } },
    { askId: 'nothing', answer: { frame: 1 } },
    { askId: '00000000-0000-4000-8000-000000000000', answer: { frame: 1 } },
    null,
    'junk',
    [],
  ])
    expect(await say(ines, 'answer', body)).toMatchObject({ ok: false });
  expect(await say(lead, 'answer', { askId: ask.id, answer: { frame: 1 } })).toMatchObject({ ok: false });
  expect(await say(ines, 'enter', { code: 'nothing-000' })).toMatchObject({ ok: false });
});

test('without a session of their own, or from a foreign page, nobody gets a socket', async () => {
  const failing = async (extraHeaders: Record<string, string>): Promise<string> => {
    const socket = lines.socketWith(extraHeaders);
    return new Promise((resolve) => {
      socket.on('connect', () => resolve('connected'));
      socket.on('connect_error', ({ message }) => resolve(message));
    });
  };
  expect(await failing({})).toBe('not-signed-in');
  expect(await failing({ cookie: await lines.cookieOf('ines'), origin: 'http://elsewhere.example' })).not.toBe(
    'connected',
  );
});

test('an open session is found by the people of its course; it ends for all, and can be read afterwards', async () => {
  const { session } = await lines.opened();
  const ines = await harness.signIn('ines');
  expect((await ines.get('/api/class-sessions').expect(200)).body).toMatchObject([{ code: session.code }]);
  await ines.post(`/api/courses/${harness.courseId}/class-sessions`).send({ lessonId: session.lessonId }).expect(403);
  const [lead, follower] = await Promise.all([lines.connected('instructor'), lines.connected('ines')]);
  await told(lead, 'enter', { code: session.code });
  await told(follower, 'enter', { code: session.code });
  const ended = once(follower as never, 'ended');
  await told(lead, 'end');
  await ended;
  expect(await say(lead, 'end')).toMatchObject({ ok: false, problem: 'This session is over.' });
  expect((await ines.get('/api/class-sessions').expect(200)).body).toEqual([]);
  const after = (await ines.get(`/api/class-sessions/${session.code}`).expect(200)).body as ClassEntry;
  expect(after.session.endedAt).not.toBeNull();
  // The next one that is opened ends the one before.
  const [first, second] = [await lines.opened(), await lines.opened()];
  expect((await ines.get('/api/class-sessions')).body).toMatchObject([{ code: second.session.code }]);
  expect(first.session.code).not.toBe(second.session.code);
});
