import { type AccessToken, type MadeToken, type Operation, OPERATIONS, SIGNED_IN_MARK } from '@undulan/contract';
import { Ajv2020 } from 'ajv/dist/2020.js';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { TokenModel } from '../src/tokens/token.model.ts';
import { courseOf, createHarness, type Harness, overviewOf, takeOnceRead } from './harness.ts';

let harness: Harness;
let instructor: Agent;
let ines: Agent;

beforeAll(async () => {
  harness = await createHarness();
  [instructor, ines] = await Promise.all([harness.signIn('instructor'), harness.signIn('ines')]);
});
afterAll(() => harness.close());

const make = async (who: Agent, scope: string): Promise<MadeToken> =>
  (await who.post('/api/account/tokens').send({ name: 'Grades at night', scope }).expect(201)).body as MadeToken;

interface Described {
  paths: Record<string, Record<string, { responses: Record<string, { content: Record<string, { schema: object }> }> }>>;
}

/** Fills the names in a path. */
const filled = (path: string, ids: Record<string, string>): string =>
  `/api${path.replace(/\{(\w+)\}/g, (_, name: string) => ids[name]!)}`;

test('every call that is documented does what it says, and answers as its schema has it', async () => {
  const description = (await harness.signedOut().get('/openapi.json').expect(200)).body as Described;
  const ajv = new Ajv2020({ strict: false, validateFormats: false });
  const [reads, hands] = await Promise.all([make(instructor, 'read'), make(ines, 'hand-in')]);
  const { exercises } = await courseOf(ines, harness.courseId);
  const exercise = exercises.find(({ takes, drafts }) => takes.length > 0 && drafts.length === 0)!;
  const ids = { courseId: harness.courseId, exerciseId: exercise.id, takeId: exercise.takes[0]!.id, draftId: '' };
  const forInstructors = new Set(['overview', 'ledger', 'waiting']);
  const ask = async ({ method, path, status, name }: Operation, body?: object): Promise<unknown> => {
    const { token } = forInstructors.has(name) ? reads : hands;
    const call = harness.signedOut()[method](filled(path, ids)).set('Authorization', `Bearer ${token}`);
    const answer = await (body ? call.send(body) : call).expect(status);
    const { content } = description.paths[`/api${path}`]![method]!.responses[status]!;
    const isAs = ajv.compile(content['application/json']!.schema);
    expect(isAs(answer.body) || ajv.errorsText(isAs.errors), name).toBe(true);
    return answer.body;
  };
  let draft: { version: number; work: object; history: object } | null = null;
  for (const operation of OPERATIONS) {
    const { name } = operation;
    if (name === 'beginDraft') ids.draftId = ((await ask(operation, {})) as { id: string }).id;
    else if (name === 'draft') draft = (await ask(operation)) as typeof draft;
    else if (name === 'saveDraft') {
      const { version, work, history } = draft!;
      await ask(operation, { version, work, history });
    } else if (name === 'handIn') {
      const { id } = (await ask(operation, { version: draft!.version + 1, title: 'By a script' })) as { id: string };
      expect(await takeOnceRead(ines, id)).toMatchObject({ title: 'By a script', readingState: 'read' });
    } else await ask(operation);
  }
  // Grades for a school's own list.
  expect((await overviewOf(instructor, harness.courseId)).standings.length).toBeGreaterThan(5);
});

test('a token opens what its scope names and nothing else, least of all the account it belongs to', async () => {
  const { token } = await make(ines, 'hand-in');
  const call = (method: 'get' | 'post' | 'put' | 'delete', path: string) =>
    harness.signedOut()[method](path).set('Authorization', `Bearer ${token}`);
  for (const [method, path] of [
    ['get', '/api/account/tokens'],
    ['post', '/api/account/tokens'],
    ['get', '/api/account/data'],
    ['put', '/api/session/password'],
    ['delete', '/api/session'],
    ['post', '/api/account/leave'],
    ['get', '/api/installation'],
    ['get', `/api/courses/${harness.courseId}/people`],
    ['put', `/api/courses/${harness.courseId}`],
    ['get', '/api/nowhere'],
  ] as const)
    await call(method, path).expect(403);
  // Roles stay what they are.
  await call('get', `/api/courses/${harness.courseId}/overview`).expect(403);
  const answer = await call('get', '/api/session').expect(200);
  expect(answer.headers['set-cookie'] ?? '').not.toContain(SIGNED_IN_MARK);
  const readOnly = await make(ines, 'read');
  const { id } = (await courseOf(ines, harness.courseId)).exercises[0]!;
  const begin = harness.signedOut().post(`/api/exercises/${id}/drafts`).send({});
  await begin.set('Authorization', `Bearer ${readOnly.token}`).expect(403);
});

test('a token is told once, kept so that no one can read it, seen with its last use, and revoked', async () => {
  const { token, id } = await make(ines, 'read');
  expect(JSON.stringify(await TokenModel.findAll())).not.toContain(token);
  const listed = async (): Promise<AccessToken[]> =>
    (await ines.get('/api/account/tokens').expect(200)).body as AccessToken[];
  expect(JSON.stringify(await listed())).not.toContain(token);
  expect((await listed()).find((own) => own.id === id)).toMatchObject({ usedAt: null, scope: 'read' });
  const whoAmI = (bearer: string) => harness.signedOut().get('/api/session').set('Authorization', bearer);
  await whoAmI(`Bearer ${token}`).expect(200);
  expect((await listed()).find((own) => own.id === id)!.usedAt).not.toBeNull();
  for (const wrong of [`Bearer ${token}x`, 'Bearer undulan_', `Bearer ${id}`, `Bearer ${'x'.repeat(5000)}`])
    await whoAmI(wrong).expect(401);
  await instructor.delete(`/api/account/tokens/${id}`).expect(404);
  await ines.delete(`/api/account/tokens/${id}`).expect(204);
  await ines.delete(`/api/account/tokens/${id}`).expect(404);
  await whoAmI(`Bearer ${token}`).expect(401);
  for (const bad of [
    { name: '', scope: 'read' },
    { name: 'x', scope: 'all' },
    { name: 'x'.repeat(61), scope: 'read' },
  ])
    await ines.post('/api/account/tokens').send(bad).expect(400);
});
