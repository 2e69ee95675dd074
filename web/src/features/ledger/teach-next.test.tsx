import { fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import type { Ledger, LedgerTake } from '@undulan/contract';
import { USUAL_TOLERANCES } from '@undulan/core';
import { Tooltip } from 'radix-ui';
import { Provider } from 'react-redux';
import { createMemoryRouter, RouterProvider, useLocation } from 'react-router';
import { beforeEach, expect, test, vi } from 'vitest';
import { createStore } from '../../state/index.ts';
import { readStored } from '../../ui/index.ts';
import { LedgerContext, useKnown } from './ledger-context.tsx';
import { TeachNext } from './TeachNext.tsx';

const LEARNERS = ['ines', 'jonah', 'leif', 'priya', 'sena', 'wout'];

type Fault = NonNullable<LedgerTake['digest']>['faults'][number];
const fault = (kind: Fault['kind'], off = 3): Fault => ({
  kind,
  subjectId: 'lid',
  track: 'position',
  firstFrame: 11,
  lastFrame: 14,
  off,
  unit: 'frames',
  severity: 'strong',
  mends: 0.5,
  event: null,
});

/** `ines/drawer/1`, with its faults and what its key on 11 is late by. */
function take(name: string, faults: Fault[], late = 0): LedgerTake {
  const [learnerId, exerciseId, number] = name.split('/') as [string, string, string];
  return {
    id: name,
    learnerId,
    exerciseId,
    number: Number(number),
    handedInAt: '2026-11-01T08:00:00.000Z',
    late: false,
    state: 'handed-in',
    returnedAt: null,
    grade: null,
    again: false,
    notes: 0,
    digest: {
      grade: faults.length > 0 ? 60 : 100,
      criteria: {},
      faults,
      tracks: [
        { subjectId: 'lid', track: 'position', label: 'Lid, Position', keys: [[11, late]], missing: [], spacing: 1 },
      ],
    },
  };
}

const ledgerOf = (takes: LedgerTake[]): Ledger => ({
  title: 'Kitchen in Motion',
  learners: LEARNERS.map((id) => ({ id, name: id[0]!.toUpperCase() + id.slice(1), email: '', left: false })),
  exercises: ['drawer', 'glass'].map((id) => ({
    id,
    title: id === 'drawer' ? 'Drawer slide' : 'Tea glass',
    published: true,
    dueAt: null,
    tolerances: USUAL_TOLERANCES,
    keyTolerances: [],
  })),
  takes,
  mayTeach: true,
  notesUsed: [],
});

beforeEach(() => {
  localStorage.clear();
  vi.stubGlobal('fetch', () =>
    Promise.resolve(
      Response.json([
        { id: 'l2', name: '2 Timing: how long', boards: [] },
        { id: 'l3', name: '3 Spacing', boards: [] },
      ]),
    ),
  );
});

function Where() {
  const { pathname, search } = useLocation();
  return <p data-testid="where">{pathname + search}</p>;
}

function Page({ ledger }: { ledger: Ledger }) {
  return (
    <LedgerContext value={useKnown('c1', ledger)}>
      <TeachNext />
    </LedgerContext>
  );
}

function open(takes: LedgerTake[]): void {
  const router = createMemoryRouter([
    { path: '/', element: <Page ledger={ledgerOf(takes)} /> },
    { path: '*', element: <Where /> },
  ]);
  render(
    <Provider store={createStore()}>
      <Tooltip.Provider>
        <RouterProvider router={router} />
      </Tooltip.Provider>
    </Provider>,
  );
}

test('what most lack is said with what speaks for it, and leads to its lesson, its drill and the takes', async () => {
  open([
    ...['ines', 'jonah', 'leif'].map((who) => take(`${who}/drawer/1`, [fault('key-late')])),
    take('ines/drawer/2', [fault('key-late', 5)]),
    take('priya/glass/1', [fault('key-late', 1)]),
    take('sena/glass/1', []),
  ]);
  const late = screen.getByRole('region', { name: 'Late' });
  expect(late.textContent).toContain('4 of 5, in Drawer slide and Tea glass; median +3.0 frames');
  expect(late.textContent).toContain('all still have it one take later; it is 50 % of what is off');
  const lesson = await within(late).findByRole('link', { name: '2 Timing: how long' });
  expect(lesson.getAttribute('href')).toBe('/lessons/l2');
  expect(
    within(late)
      .getByRole('link', { name: /^drill: / })
      .getAttribute('href'),
  ).toBe('/courses/c1/drills');
  fireEvent.click(within(late).getByRole('button', { name: 'See the 4 takes' }));
  // The latest takes alone, one a learner and exercise.
  await waitFor(() => expect(screen.getByTestId('where').textContent).toMatch(/^\/takes\/.*\?among=chosen$/));
  const chosen = readStored<{ name: string; takes: { takeId: string; learnerName: string }[] } | null>(
    'chosen-takes',
    null,
  )!;
  expect(chosen.name).toBe('Late');
  expect(chosen.takes.map(({ takeId }) => takeId).sort()).toEqual([
    'ines/drawer/2',
    'jonah/drawer/1',
    'leif/drawer/1',
    'priya/glass/1',
  ]);
  expect(chosen.takes.map(({ learnerName }) => learnerName)).toContain('Priya');
});

test('an exercise that all have right at once is said to be easy; a key that all miss alike, worth a look', () => {
  open([
    ...LEARNERS.map((who) => take(`${who}/drawer/1`, [])),
    ...LEARNERS.map((who, i) => take(`${who}/glass/1`, [fault('key-late')], -3 - 0.1 * i)),
  ]);
  const easy = screen.getByRole('region', { name: 'Worth a look: Drawer slide' });
  expect(easy.textContent).toContain('6 of 6 had it right at once');
  const missed = screen.getByRole('region', { name: 'Worth a look: Tea glass' });
  expect(missed.textContent).toContain(
    'Tea glass: 6 of 6 miss Lid, Position on 11: median −3.3 frames. Its tolerance is ±1',
  );
  expect(within(missed).getByRole('link', { name: 'Open the exercise' }).getAttribute('href')).toBe(
    '/exercises/glass/setting',
  );
});

test('where too few lack the same nothing is said of the class', () => {
  open([take('ines/drawer/1', [fault('key-late')]), take('jonah/glass/1', [fault('arc-off')])]);
  expect(screen.getByText(/Nothing that 3 learners or more get wrong/)).toBeTruthy();
  expect(screen.queryByRole('listitem')).toBeNull();
});
