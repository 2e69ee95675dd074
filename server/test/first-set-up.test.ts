import type { SignedIn } from '@undulan/contract';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { setUpCode } from '../src/people/first-set-up.ts';
import { PersonModel } from '../src/people/person.model.ts';
import { createHarness, type Harness } from './harness.ts';

let harness: Harness;

beforeAll(async () => {
  harness = await createHarness({ demo: false, copies: 2 });
});
afterAll(() => harness.close());

const FIRST = { name: 'Marta Olesen', email: 'marta@kitchen.example', password: 'a-long-password', course: 'Kitchen' };
const isNew = async (): Promise<unknown> => (await harness.signedOut().get('/api/set-up').expect(200)).body;

test('an empty installation is set up once, by the code that was printed: an account and its course', async () => {
  expect(await isNew()).toEqual({ isNew: true });
  const code = (await setUpCode(harness.sequelize))!;
  // The same at each start, and at each copy.
  const again = await Promise.all([1, 2, 3].map(() => setUpCode(harness.sequelize)));
  expect(again).toEqual([code, code, code]);

  const send = (of: object) =>
    harness
      .signedOut()
      .post('/api/set-up')
      .send({ ...FIRST, code, ...of });
  await send({ code: 'x'.repeat(24) }).expect(401);
  await send({ code: `${code}x` }).expect(401);
  for (const bad of [{ code: '' }, { course: ' ' }, { password: 'short' }, { email: 'marta' }, { name: '' }])
    await send(bad).expect(400);
  expect(await PersonModel.count()).toBe(0);

  // Of two who do it at once one is first.
  const [marta, late] = [harness.signedOut(), harness.signedOut()];
  const answers = await Promise.all([
    marta.post('/api/set-up').send({ ...FIRST, code }),
    late.post('/api/set-up').send({ ...FIRST, code, email: 'late@kitchen.example' }),
  ]);
  expect(answers.map(({ status }) => status).sort()).toEqual([201, 404]);
  const first = answers[0].status === 201 ? marta : late;
  const { person, courses } = (await first.get('/api/session').expect(200)).body as SignedIn;
  expect(person.name).toBe('Marta Olesen');
  expect(courses).toMatchObject([{ title: 'Kitchen', role: 'instructor' }]);
  expect(await PersonModel.count()).toBe(1);

  expect(await isNew()).toEqual({ isNew: false });
  expect(await setUpCode(harness.sequelize)).toBeNull();
  await send({ email: 'other@kitchen.example' }).expect(404);
  // From there on others come in by links.
  const invited = await first
    .post(`/api/courses/${courses[0]!.id}/invitations`)
    .send({ role: 'learner', places: 1, days: 1 })
    .expect(201);
  const { code: link } = invited.body as { code: string };
  const account = { name: 'Ines Calado', email: 'ines@kitchen.example', password: 'a-long-password' };
  await harness.signedOut().post(`/api/invitations/${link}/accounts`).send(account).expect(201);
});
