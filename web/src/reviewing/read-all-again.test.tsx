import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import type { ReadingJob } from '@undulan/contract';
import { Tooltip } from 'radix-ui';
import { Provider } from 'react-redux';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { createStore } from '../state/index.ts';
import { Messages } from '../ui/index.ts';
import { ReadAllAgain } from './ReadAllAgain.tsx';

const job = (change: Partial<ReadingJob>): ReadingJob => ({
  id: 'j1',
  total: 3,
  done: 0,
  failed: 0,
  state: 'running',
  ...change,
});
/** How the job stands each time it is asked for; the last answer stays. */
let answers: ReadingJob[];
let asked: string[];

beforeEach(() => {
  asked = [];
  vi.stubGlobal('fetch', (request: Request) => {
    const path = new URL(request.url).pathname.replace('/api', '');
    asked.push(`${request.method} ${path}`);
    const answer =
      request.method === 'POST' && path.endsWith('/cancel')
        ? (answers = [job({ done: 1, state: 'cancelled' })])[0]!
        : answers.length > 1
          ? answers.shift()!
          : answers[0]!;
    return Promise.resolve(
      new Response(JSON.stringify(answer), { status: 200, headers: { 'content-type': 'application/json' } }),
    );
  });
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

function start(...given: ReadingJob[]): void {
  answers = given;
  render(
    <Provider store={createStore()}>
      <Tooltip.Provider>
        <ReadAllAgain exerciseId="e1" label="Read all again" />
        <Messages />
      </Tooltip.Provider>
    </Provider>,
  );
  fireEvent.click(screen.getByRole('button', { name: 'Read all again' }));
}

test('the job is asked how far it is until it has ended; then what came of it is said', async () => {
  start(job({}), job({ done: 2 }), job({ done: 2 }), job({ done: 3, state: 'finished' }));
  expect(await screen.findByText(/2 of 3 read/)).toBeDefined();
  expect(screen.getByRole<HTMLProgressElement>('progressbar', { name: 'Takes read' }).value).toBe(2);
  expect(
    await screen.findByText('3 takes are read against the target as it is now. The older readings are kept.'),
  ).toBeDefined();
  expect(screen.getByRole('button', { name: 'Read all again' })).toBeDefined();
  expect(asked[0]).toBe('POST /exercises/e1/readings');
});

test('it is stopped by the person, and what was read till then is said', async () => {
  start(job({}), job({ done: 1 }));
  fireEvent.click(await screen.findByRole('button', { name: 'Stop' }));
  expect(await screen.findByText('Stopped after 1 of 3 takes.')).toBeDefined();
  expect(asked).toContain('POST /reading-jobs/j1/cancel');
});

test('takes that could not be read are named by number; with nothing left to read there is no job', async () => {
  start(job({}), job({ done: 3, failed: 2, state: 'finished' }));
  expect(await screen.findByText(/^2 of 3 takes could not be read/)).toBeDefined();
  cleanup();
  start(job({ total: 0, state: 'finished' }));
  await waitFor(() => expect(screen.getByText('Every take is read against the target as it is.')).toBeDefined());
  expect(screen.queryByRole('progressbar')).toBeNull();
});
