import * as z from 'zod';
import { CourseOverview, LearnerCourse, SignedIn, WaitingQueue } from './courses.ts';
import { Assignment, Created, Draft, HandIn, NewDraft } from './exercises.ts';
import { Ledger } from './ledger.ts';
import { Problem, PROBLEMS } from './problem.ts';
import { Review, TakeView } from './takes.ts';
import type { TokenScope } from './tokens.ts';
import { Saved, SaveWork } from './work.ts';

/** Something that scripts can ask for. */
export interface Operation {
  method: 'get' | 'post' | 'put';
  /** Below `/api`, with names in braces for what changes. */
  path: string;
  scope: TokenScope;
  name: string;
  says: string;
  status: 200 | 201;
  body?: z.ZodType;
  answer: z.ZodType;
}

const read = (path: string, name: string, says: string, answer: z.ZodType): Operation => ({
  method: 'get',
  path,
  scope: 'read',
  name,
  says,
  status: 200,
  answer,
});

/** All that access tokens open; nothing else of the program's own calls is promised to stay as it is. */
export const OPERATIONS: readonly Operation[] = [
  read('/session', 'whoAmI', 'Whose token it is, and their courses.', SignedIn),
  read('/courses/{courseId}', 'course', 'A course with the caller’s own drafts and takes.', LearnerCourse),
  read(
    '/courses/{courseId}/overview',
    'overview',
    'A course with everyone’s standing and grades; for instructors.',
    CourseOverview,
  ),
  read(
    '/courses/{courseId}/ledger',
    'ledger',
    'Every take of a course with grades and what its reading says in short; for instructors.',
    Ledger,
  ),
  read('/courses/{courseId}/waiting', 'waiting', 'Takes that wait for review; for instructors.', WaitingQueue),
  read('/takes/{takeId}', 'take', 'A take with its motion and reading.', TakeView),
  read('/takes/{takeId}/review', 'review', 'What is said of a take; null until it is returned.', Review.nullable()),
  read(
    '/exercises/{exerciseId}/assignment',
    'assignment',
    'An exercise as its learner has it: brief, starting scene, terms.',
    Assignment,
  ),
  {
    method: 'post',
    path: '/exercises/{exerciseId}/drafts',
    scope: 'hand-in',
    name: 'beginDraft',
    says: 'Begins a draft, or gives the one that is there.',
    status: 201,
    body: NewDraft,
    answer: Created,
  },
  { ...read('/drafts/{draftId}', 'draft', 'A draft with its motion and version.', Draft), scope: 'hand-in' },
  {
    method: 'put',
    path: '/drafts/{draftId}',
    scope: 'hand-in',
    name: 'saveDraft',
    says: 'Writes a draft whole; by the version that was read.',
    status: 200,
    body: SaveWork,
    answer: Saved,
  },
  {
    method: 'post',
    path: '/drafts/{draftId}/hand-in',
    scope: 'hand-in',
    name: 'handIn',
    says: 'Hands a draft in as the next take.',
    status: 201,
    body: HandIn,
    answer: Created,
  },
];

const schemaOf = (schema: z.ZodType, io: 'input' | 'output'): object =>
  z.toJSONSchema(schema, { io, unrepresentable: 'any', target: 'draft-2020-12' });

const json = (schema: object): object => ({ content: { 'application/json': { schema } } });

/** The operations as an OpenAPI 3.1 document. */
export function openApi(): object {
  const problem = { content: { 'application/problem+json': { schema: schemaOf(Problem, 'output') } } };
  const paths: Record<string, Record<string, object>> = {};
  for (const { method, path, scope, name, says, status, body, answer } of OPERATIONS) {
    const parameters = [...path.matchAll(/\{(\w+)\}/g)].map(([, parameter]) => ({
      name: parameter,
      in: 'path',
      required: true,
      schema: { type: 'string', format: 'uuid' },
    }));
    (paths[`/api${path}`] ??= {})[method] = {
      operationId: name,
      summary: says,
      description: `Opened by a token of the scope “${scope}”${scope === 'read' ? ' or “hand-in”' : ''}.`,
      parameters,
      ...(body && { requestBody: { required: true, ...json(schemaOf(body, 'input')) } }),
      responses: {
        [status]: { description: 'As asked for.', ...json(schemaOf(answer, 'output')) },
        default: { description: 'What went wrong (RFC 9457).', ...problem },
      },
      security: [{ token: [] }],
    };
  }
  return {
    openapi: '3.1.0',
    info: {
      title: 'Undulan for scripts',
      version: '1',
      description:
        'What a school’s own scripts can ask for, with an access token that someone makes on the page of their ' +
        `account. Problems are named by their type: ${Object.keys(PROBLEMS).join(', ')}.`,
    },
    paths,
    components: { securitySchemes: { token: { type: 'http', scheme: 'bearer' } } },
  };
}
