import type { SignedIn } from '@undulan/contract';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { createHarness, type Harness } from './harness.ts';

let harness: Harness;
beforeAll(async () => {
  harness = await createHarness();
});
afterAll(() => harness.close());

const shortcutsOf = async (who: 'ines' | 'jonah'): Promise<SignedIn['shortcuts']> =>
  ((await (await harness.signIn(who)).get('/api/session').expect(200)).body as SignedIn).shortcuts;

test('chosen shortcuts are kept with the account, for the next sign-in and nobody else', async () => {
  expect(await shortcutsOf('ines')).toEqual({});
  const ines = await harness.signIn('ines');
  await ines.put('/api/session/shortcuts').send({ frameOn: 'e', record: 'shift+F2' }).expect(204);
  expect(await shortcutsOf('ines')).toEqual({ frameOn: 'e', record: 'shift+F2' });
  expect(await shortcutsOf('jonah')).toEqual({});
  await ines.put('/api/session/shortcuts').send({}).expect(204);
  expect(await shortcutsOf('ines')).toEqual({});
});

test('shortcuts that are none are refused and change nothing; a signed-out caller has none', async () => {
  const ines = await harness.signIn('ines');
  for (const body of [
    { frameOn: '' },
    { frameOn: 7 },
    { frameOn: 'x'.repeat(41) },
    Object.fromEntries(Array.from({ length: 201 }, (_, n) => [`name${n}`, 'x'])),
  ]) {
    const answer = await ines.put('/api/session/shortcuts').send(body).expect(400);
    expect(answer.body).toMatchObject({ type: '/problems/invalid-request' });
  }
  expect(await shortcutsOf('ines')).toEqual({});
  await harness.signedOut().put('/api/session/shortcuts').send({ frameOn: 'e' }).expect(401);
});
