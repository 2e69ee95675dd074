import { act, cleanup, fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import type { Note, Review, ReviewedTake } from '@undulan/contract';
import {
  createChannel,
  createKey,
  createMotion,
  createSubject,
  findingKey,
  type MotionDocument,
  moveKeys,
  type Reading,
  readTake,
} from '@undulan/core';
import { Tooltip } from 'radix-ui';
import { Provider } from 'react-redux';
import { createMemoryRouter, RouterProvider } from 'react-router';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { useReviewQuery, useTakeQuery } from '../../server-data/index.ts';
import { createStore } from '../../state/index.ts';
import { ReviewPage } from '../review/index.ts';
import { DeskPage } from './DeskPage.tsx';

const LOOK = { shape: 'drawer', widthPx: 200, heightPx: 80, fill: '#d9b98a' } as const;
const ref = (frame: number) => ({ subjectId: 'drawer', channelId: 'position.x', frame }) as const;
const tolerances = { keyFrames: 1, spacingPercent: 5 };
const model: MotionDocument = {
  ...createMotion([
    {
      ...createSubject('drawer', 'Drawer', LOOK, { x: 0, y: 290 }),
      channels: [
        createChannel('position.x', 0, [
          createKey(1, 0, { link: 'flat' }),
          createKey(13, 400, { link: 'flat' }),
          createKey(25, 100, { link: 'flat' }),
        ]),
        createChannel('position.y', 290),
      ],
    },
  ]),
  range: { first: 1, last: 36 },
};
const twoOff = moveKeys(moveKeys(model, [ref(25)], -4).motion, [ref(13)], 3).motion;
const readingOf = (motion: MotionDocument): Reading => readTake({ motion: model, tolerances }, motion);

const NO_REVIEW: Review = {
  version: 1,
  grade: null,
  summary: '',
  criteria: {},
  decisions: {},
  notes: [],
  instructorName: null,
  returnedAt: null,
  again: false,
};
const summary = (number: number) => ({
  id: `t${number}`,
  number,
  title: '',
  tags: [],
  again: false,
  replies: 0,
  state: 'handed-in' as const,
  handedInAt: `2026-11-0${number}T10:00:00.000Z`,
  late: false,
  grade: null,
  readingState: 'read' as const,
});

/** A server of two takes of one learner, of which the second is under review. */
interface FakeServer {
  view: ReviewedTake;
  /** Answers the next write of the review as if somebody else had written it. */
  stale: boolean;
  /** How long a write of the review takes. */
  slowMs: number;
  reviews: unknown[];
  returned: unknown[];
  done: unknown[];
}
let server: FakeServer;

function json(body: unknown, status = 200): Response {
  return new Response(status === 204 ? null : JSON.stringify(body), {
    status,
    headers: { 'content-type': 'application/json' },
  });
}

function setReview(change: Partial<Review>): void {
  server.view = { ...server.view, review: { ...server.view.review!, ...change } };
}

async function answer(request: Request): Promise<Response> {
  const path = new URL(request.url).pathname.replace('/api', '');
  const notes = server.view.review!.notes;
  const noteId = /notes\/([^/]+)/.exec(path)?.[1];
  if (request.method === 'GET') {
    if (path.endsWith('/series')) {
      return json([
        { take: summary(1), reading: readingOf(moveKeys(twoOff, [ref(1)], 3).motion) },
        { take: summary(2), reading: server.view.reading },
      ]);
    }
    if (path.endsWith('/shown')) return json({ shown: null });
    if (path.endsWith('/review')) return json(server.view.review);
    if (path === '/phrases') return json([{ id: 'p1', text: 'Closer together.' }]);
    if (path.endsWith('/waiting')) return json({ takes: [], total: 0 });
    if (path === '/session')
      return json({
        person: { id: 'x', name: 'Marta', email: 'marta@kitchen.example' },
        isAdministrator: false,
        mailOff: [],
        decimalMark: '.',
        courses: [],
        shortcuts: {},
      });
    return json({ ...server.view, review: undefined });
  }
  if (request.method === 'DELETE') {
    setReview({ notes: notes.filter((note) => note.id !== noteId) });
    return json(null, 204);
  }
  const body = (await request.json()) as Partial<Review & Note> & { done?: boolean };
  if (path.endsWith('/done')) {
    server.done.push(body);
    setReview({ notes: notes.map((note) => (note.id === noteId ? { ...note, done: body.done! } : note)) });
    return json(null, 204);
  }
  if (path.endsWith('/replies')) {
    setReview({
      notes: notes.map((note) =>
        note.id === noteId
          ? {
              ...note,
              replies: [
                ...note.replies,
                { id: 'r', authorName: 'Wout', text: body.text!, createdAt: '2026-11-09T10:00:00.000Z' },
              ],
            }
          : note,
      ),
    });
    return json({ id: 'r' }, 201);
  }
  if (path.endsWith('/notes')) {
    const id = `n${notes.length + 1}`;
    setReview({ notes: [...notes, { ...(body as Note), id, done: false, replies: [] }] });
    return json({ id }, 201);
  }
  if (path.endsWith('/return')) {
    server.returned.push(body);
    return json({ version: 9 });
  }
  if (server.stale) {
    server.stale = false;
    return json({ type: '/problems/stale-version', title: 'Changed', status: 409 }, 409);
  }
  await new Promise((done) => setTimeout(done, server.slowMs));
  server.reviews.push(body);
  const version = server.view.review!.version + 1;
  setReview({ ...body, version });
  return json({ version });
}

function Page() {
  const { data } = useTakeQuery({ id: 't2' });
  const { data: review } = useReviewQuery('t2');
  if (!data || review === undefined) return null;
  const view = { ...data, review };
  return data.role === 'instructor' ? <DeskPage view={view} /> : <ReviewPage view={view} />;
}

async function open(change: Partial<ReviewedTake> = {}): Promise<void> {
  const reading = readingOf(twoOff);
  server = {
    stale: false,
    slowMs: 0,
    reviews: [],
    returned: [],
    done: [],
    view: {
      ...summary(2),
      role: 'instructor',
      left: false,
      exerciseId: 'e1',
      exerciseTitle: 'Drawer slide',
      courseId: 'c1',
      courseTitle: 'Kitchen',
      learner: { id: 'w', name: 'Wout' },
      motion: twoOff,
      target: model,
      tolerances,
      terms: {},
      note: '',
      selfCheck: false,
      clip: null,
      reading,
      targetChanged: false,
      notReadBecause: null,
      review: NO_REVIEW,
      readings: [],
      readingId: null,
      siblings: [summary(1), summary(2)],
      ...change,
    },
  };
  const router = createMemoryRouter([{ path: '*', element: <Page /> }]);
  render(
    <Provider store={createStore()}>
      <Tooltip.Provider>
        <RouterProvider router={router} />
      </Tooltip.Provider>
    </Provider>,
  );
  await screen.findByRole('tablist', { name: 'Words on the take' });
}

const openTab = (name: RegExp): void => void fireEvent.mouseDown(screen.getByRole('tab', { name }), { button: 0 });
const press = (name: string | RegExp, within_: HTMLElement = document.body): void =>
  void fireEvent.click(within(within_).getByRole('button', { name }));
const finding = (n: number): HTMLElement =>
  within(screen.getByRole('list', { name: 'Findings' })).getAllByRole('listitem')[n]!;
const decisions = () => server.view.review!.decisions;

beforeEach(() => {
  localStorage.clear();
  vi.stubGlobal('fetch', answer);
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

test('an accepted finding is a note; opened again its note goes; its note removed, it is open again', async () => {
  await open();
  const [first] = server.view.reading!.findings;
  press(/^Make a note of/, finding(0));
  await waitFor(() => expect(decisions()).toEqual({ [findingKey(first!)]: { state: 'accepted', noteId: 'n1' } }));
  expect(server.view.review!.notes[0]).toMatchObject({
    frame: first!.firstFrame,
    subjectId: 'drawer',
    text: first!.sentence,
  });
  await waitFor(() => expect(finding(0).textContent).toContain('in a note'));
  press(/^Open again/, finding(0));
  await waitFor(() => expect([decisions(), server.view.review!.notes]).toEqual([{}, []]));

  await screen.findByRole('tab', { name: 'Notes 0' });
  press(/^Make a note of/, finding(0));
  await screen.findByRole('tab', { name: 'Notes 1' });
  openTab(/^Notes/);
  press(/^Remove the note/);
  await waitFor(() => expect(decisions()).toEqual({}));
});

test('a finding is dismissed with a reason; others are merged into one note in the instructor’s words', async () => {
  await open();
  const { findings } = server.view.reading!;
  expect(findings.length).toBeGreaterThan(1);
  press(/^Dismiss/, finding(0));
  fireEvent.change(screen.getByLabelText('Why it does not count'), { target: { value: ' Meant so. ' } });
  press('Dismiss it');
  await waitFor(() =>
    expect(decisions()[findingKey(findings[0]!)]).toEqual({ state: 'dismissed', reason: 'Meant so.' }),
  );
  cleanup();

  await open();
  for (const n of [0, 1]) fireEvent.click(within(finding(n)).getByRole('checkbox'));
  press('Merge 2 into one note');
  const text = screen.getByLabelText(/^New note on frames 13–25/);
  expect((text as HTMLTextAreaElement).value).toBe(`${findings[0]!.sentence}\n${findings[1]!.sentence}`);
  fireEvent.change(text, { target: { value: 'Neither end is on its frame.' } });
  press('Pin to frames 13–25');
  await waitFor(() =>
    expect(Object.values(decisions())).toEqual([
      { state: 'accepted', noteId: 'n1' },
      { state: 'accepted', noteId: 'n1' },
    ]),
  );
  expect(server.view.review!.notes).toMatchObject([
    { frame: 13, lastFrame: 25, text: 'Neither end is on its frame.', drawing: null },
  ]);
});

test('a note is refused while it is empty or its span ends before it begins; a phrase is put into it', async () => {
  await open();
  openTab(/^Notes/);
  press('Pin to frame 1');
  expect((await screen.findByRole('alert')).textContent).toBe('Write the note first.');
  const last = screen.getByLabelText('Last frame of the note');
  fireEvent.change(last, { target: { value: '1' } });
  fireEvent.blur(last);
  expect(last.getAttribute('aria-invalid')).toBe('true');
  fireEvent.change(last, { target: { value: '9' } });
  fireEvent.blur(last);
  fireEvent.change(screen.getByLabelText('Subject of the note'), { target: { value: 'drawer' } });
  press('Phrases');
  press('Closer together.');
  press('Pin to frames 1–9');
  await waitFor(() =>
    expect(server.view.review!.notes).toMatchObject([
      { frame: 1, lastFrame: 9, subjectId: 'drawer', text: 'Closer together.' },
    ]),
  );
});

test('a corrected pose of the note’s subject is begun and moved by keyboard, and kept with the note', async () => {
  await open();
  openTab(/^Notes/);
  fireEvent.change(screen.getByLabelText('Subject of the note'), { target: { value: 'drawer' } });
  press('Pose');
  const pose = await screen.findByRole('button', { name: 'Corrected pose' });
  fireEvent.keyDown(pose, { key: 'ArrowRight', shiftKey: true });
  fireEvent.keyDown(pose, { key: 'ArrowUp' });
  fireEvent.change(screen.getByLabelText(/^New note on frame 1/), { target: { value: 'Here.' } });
  press('Pin to frame 1');
  await waitFor(() =>
    expect(server.view.review!.notes).toMatchObject([
      { drawing: { strokes: [], ghosts: [{ subjectId: 'drawer', dx: 10, dy: -1, turn: 0 }] } },
    ]),
  );
});

test('criteria are graded one by one; their weighted total is the grade; one that is none stays typed', async () => {
  await open();
  openTab(/^Grade/);
  const proposed = server.view.reading!.proposedGrade;
  expect(screen.getByRole('button', { name: `Take the proposed ${proposed}` })).toBeDefined();
  const spacing = screen.getByLabelText('Grade for spacing');
  const scoreOf = (id: string) =>
    Math.round(server.view.reading!.criteria.find((criterion) => criterion.id === id)!.score);
  for (const [text, invalid] of [
    ['101', 'true'],
    ['much', 'true'],
    ['50', null],
  ] as const) {
    fireEvent.change(spacing, { target: { value: text } });
    fireEvent.blur(spacing);
    expect(spacing.getAttribute('aria-invalid')).toBe(invalid);
  }
  await waitFor(() => expect(server.view.review!.criteria).toEqual({ spacing: 50 }));
  const total = Number(/\d+/.exec((await screen.findByRole('button', { name: /^Take the total/ })).textContent)![0]);
  expect(Math.abs(total - (scoreOf('timing') + scoreOf('pose') + 50) / 3)).toBeLessThanOrEqual(1);
  press(/^Take the total/);
  await waitFor(() => expect(server.view.review!.grade).toBe(total));
  fireEvent.change(spacing, { target: { value: '' } });
  fireEvent.blur(spacing);
  await waitFor(() => expect(server.view.review!.criteria).toEqual({}));
});

test('a write that meets another’s version keeps what was typed and goes through when it is saved again', async () => {
  await open();
  openTab(/^Grade/);
  server.stale = true;
  const closing = screen.getByLabelText('Closing words');
  fireEvent.change(closing, { target: { value: 'Look at the end.' } });
  fireEvent.blur(closing);
  expect(await screen.findByText(/changed elsewhere in the meantime/)).toBeDefined();
  expect((closing as HTMLTextAreaElement).value).toBe('Look at the end.');
  press('Save again');
  await waitFor(() => expect(server.view.review!.summary).toBe('Look at the end.'));
});

const KEPT = 'undulan:review/t2';
const DECIDED: Review = {
  ...NO_REVIEW,
  decisions: { 'key-late pea position 9 12': { state: 'dismissed', reason: 'So.' } },
};
const closingWords = (): string => screen.getByLabelText<HTMLTextAreaElement>('Closing words').value;

test('what is on its way is kept in the browser until it is through', async () => {
  await open();
  openTab(/^Grade/);
  fireEvent.change(screen.getByLabelText('Closing words'), { target: { value: 'Look at the end.' } });
  fireEvent.blur(screen.getByLabelText('Closing words'));
  expect(localStorage.getItem(KEPT)).toContain('Look at the end.');
  await screen.findByText('Saved');
  expect(localStorage.getItem(KEPT)).toBeNull();
});

test('what had not gone through as the page went is brought back and written', async () => {
  localStorage.setItem(KEPT, JSON.stringify({ version: 1, change: { summary: 'Look at the end.' } }));
  await open({ review: DECIDED });
  await waitFor(() => expect(server.view.review!.summary).toBe('Look at the end.'));
  expect(server.view.review!.decisions).toEqual(DECIDED.decisions);
  openTab(/^Grade/);
  expect(closingWords()).toBe('Look at the end.');
  expect(localStorage.getItem(KEPT)).toBeNull();
});

test('brought back over what another changed meanwhile it waits for a word', async () => {
  localStorage.setItem(KEPT, JSON.stringify({ version: 0, change: { summary: 'Look at the end.' } }));
  await open();
  openTab(/^Grade/);
  expect(await screen.findByText(/changed elsewhere in the meantime/)).toBeDefined();
  expect([closingWords(), server.reviews]).toEqual(['Look at the end.', []]);
  press('Save again');
  await waitFor(() => expect(server.view.review!.summary).toBe('Look at the end.'));
});

test('what is left of two changes, the first of which went through, is written; junk is left alone', async () => {
  const words = { grade: null, summary: '', criteria: {}, decisions: {} };
  localStorage.setItem(KEPT, JSON.stringify({ version: 0, change: { summary: 'Look at the end.' }, sent: words }));
  await open();
  await waitFor(() => expect(server.view.review!.summary).toBe('Look at the end.'));
  cleanup();
  localStorage.setItem(KEPT, JSON.stringify({ version: 'a', change: { summary: 4 } }));
  await open();
  openTab(/^Grade/);
  expect([closingWords(), server.reviews, localStorage.getItem(KEPT)]).toEqual(['', [], null]);
});

test('a review goes back once it has a grade, also one still on its way; for good or for another take', async () => {
  await open();
  press('Return with no notes');
  await waitFor(() => expect(screen.getByRole('tab', { name: 'Grade' }).getAttribute('aria-selected')).toBe('true'));
  expect(screen.queryByRole('dialog')).toBeNull();
  server.slowMs = 60;
  press(/^Take the proposed/);
  await screen.findByText('Saving …');
  press('Return with no notes');
  const question = await screen.findByRole('dialog');
  expect(question.textContent).toContain(`Grade ${server.view.reading!.proposedGrade},`);
  press('Return for another take', question);
  await waitFor(() => expect(server.returned).toMatchObject([{ again: true, version: 2 }]));
});

test('from take to take: what is gone, what stayed, and by how much each criterion went up', async () => {
  await open();
  openTab(/^Takes/);
  const gone = await screen.findByRole('region', { name: 'Gone since take 1' });
  expect(gone.textContent).toContain('3 frames late');
  expect(within(screen.getByRole('region', { name: 'Still there' })).getAllByRole('listitem').length).toBeGreaterThan(
    1,
  );
  expect(screen.getByRole('row', { name: /^Timing/ }).textContent).toMatch(/\+\d+/);
  expect(screen.getByRole('link', { name: 'take 1' }).getAttribute('href')).toBe('/takes/t1');
});

test('a learner reads the notes one by one, marks one as done and answers it', async () => {
  const note = (id: string, frame: number, text: string): Note => ({
    id,
    frame,
    lastFrame: null,
    subjectId: 'drawer',
    spot: null,
    drawing: null,
    text,
    done: false,
    replies: [],
  });
  const review: Review = {
    ...NO_REVIEW,
    grade: 61,
    summary: 'Nearly.',
    again: true,
    instructorName: 'Marta',
    returnedAt: '2026-11-08T10:00:00.000Z',
    criteria: { timing: 40 },
    notes: [note('n1', 13, 'Sooner.'), note('n2', 25, 'Here too.')],
  };
  await open({ role: 'learner', state: 'returned', grade: 61, review });
  expect(screen.getByText('Your instructor asks for another take.')).toBeDefined();
  expect(screen.getByText(/^timing 40 ·/)).toBeDefined();
  press('Next note');
  expect(screen.getByText('Note 1 of 2')).toBeDefined();
  act(() => void fireEvent.click(screen.getByRole('checkbox', { name: 'Done: the note on frame 13' })));
  await waitFor(() => expect(server.done).toEqual([{ done: true }]));
  expect(await screen.findByText('Note 1 of 2, 1 done')).toBeDefined();
  fireEvent.change(screen.getByLabelText('Reply to the note on frame 13'), { target: { value: '  ' } });
  press('Reply');
  expect((await screen.findByRole('alert')).textContent).toBe('Write the reply first.');
  fireEvent.change(screen.getByLabelText('Reply to the note on frame 13'), { target: { value: 'How much?' } });
  press('Reply');
  await waitFor(() => expect(screen.getByRole('list', { name: 'Replies' }).textContent).toContain('How much?'));
  press('Next note');
  expect(screen.getByText('Here too.')).toBeDefined();
  expect(screen.getByRole('button', { name: 'Next note' }).getAttribute('aria-disabled')).toBe('true');
});
