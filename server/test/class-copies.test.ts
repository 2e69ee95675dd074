import type { Ask, ClassEntry, ClassView } from '@undulan/contract';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { asked, type ClassLines, classLines, next, told, view } from './class-lines.ts';
import { createHarness, type Harness } from './harness.ts';

let harness: Harness;
let lines: ClassLines;

beforeAll(async () => {
  harness = await createHarness({ copies: 2, redisUrl: process.env['TEST_REDIS_URL']! });
  lines = classLines(harness, await harness.listen());
});
afterAll(async () => {
  lines.hangUp();
  await harness.close();
});

test('people at two copies of the server are in one session', async () => {
  const { session, lesson } = await lines.opened();
  const [lead, ines] = [await lines.connected('instructor', 0), await lines.connected('ines', 1)];
  await told(lead, 'enter', { code: session.code });
  await told(ines, 'enter', { code: session.code });
  const shown = next<ClassView>(ines, 'view');
  await told(lead, 'board', { board: lesson.lesson.boards[0] });
  await told(lead, 'view', { view: view(lesson, 1, { covered: false }), sure: true });
  expect((await shown).covered).toBe(false);
  const jonah = await lines.connected('jonah', 1);
  const here = next<number>(lead, 'here');
  expect((await told<ClassEntry>(jonah, 'enter', { code: session.code })).here).toBe(2);
  expect(await here).toBe(2);
  const ask = await told<Ask>(lead, 'ask', asked(lesson));
  const counted = next<Ask>(lead, 'ask');
  await told(jonah, 'answer', { askId: ask.id, answer: { frame: 30 } });
  expect((await counted).replies).toEqual([{ name: null, answer: { frame: 30 } }]);
});
