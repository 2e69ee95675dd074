import { act, cleanup, render, screen } from '@testing-library/react';
import { useEffect } from 'react';
import { createMemoryRouter, RouterProvider, useLocation } from 'react-router';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { type Planner, usePlannerState } from './use-planner.ts';

let planner: Planner;
const report = (now: Planner): void => void (planner = now);

function Probe() {
  const now = usePlannerState();
  useEffect(() => report(now));
  return <output>{useLocation().search}</output>;
}

async function open(search: string) {
  const router = createMemoryRouter(
    [
      { path: '/planner', element: <Probe /> },
      { path: '/course', lazy: { Component: () => new Promise((done) => setTimeout(() => done(() => null), 1000)) } },
    ],
    { initialEntries: [`/planner${search}`] },
  );
  render(<RouterProvider router={router} />);
  await act(() => vi.advanceTimersByTimeAsync(10));
  return router;
}

const change = (patch: Parameters<Planner['change']>[0]): void => act(() => planner.change(patch));
const rest = async (ms: number): Promise<void> => {
  await act(() => vi.advanceTimersByTimeAsync(ms));
};
const address = (): string => screen.getByRole('status').textContent;

beforeEach(() => void vi.useFakeTimers());
afterEach(() => {
  cleanup();
  vi.useRealTimers();
});

test('the address opens the state, and the state goes into the address', async () => {
  await open('?tool=counts&tempo=92');
  expect(planner.state).toMatchObject({ tool: 'counts', tempo: '92' });
  change({ tempo: '96 bpm' });
  await rest(250);
  expect(address()).toBe('?tool=counts&tempo=96+bpm');
});

test('many changes in a row become few addresses, the last of them right, and none takes the state back', async () => {
  await open('');
  for (let frames = 1; frames <= 30; frames++) {
    change({ length: `${frames}f` });
    await rest(16);
  }
  expect(planner.state.length).toBe('30f');
  await rest(300);
  expect([planner.state.length, address()]).toEqual(['30f', '?tool=act&length=30f']);
});

test('an address written from outside (a saved plan, the way back) brings its own state', async () => {
  const router = await open('?tool=counts');
  change({ counts: '7' });
  await rest(300);
  await act(() => router.navigate('/planner?tool=distance&distance=3+m'));
  await rest(10);
  expect(planner.state).toMatchObject({ tool: 'distance', distance: '3 m', counts: '4' });
  await act(() => router.navigate(-1));
  await rest(300);
  expect(planner.state).toMatchObject({ tool: 'counts', counts: '7' });
});

test('who leaves just after a change is not called back by it, however long the next page takes', async () => {
  const router = await open('');
  change({ length: '30f' });
  act(() => void router.navigate('/course'));
  await rest(2000);
  expect(router.state.location.pathname).toBe('/course');
});

test('the plan’s range comes from rate, first frame and length; what cannot be read is said where it is', async () => {
  await open('?rate=25&first=101&length=2.5s');
  expect(planner.range).toEqual({ ok: true, value: { first: 101, last: 163, exactFrames: 62.5 } });
  const issueOf = (patch: Parameters<Planner['change']>[0]): string => {
    change(patch);
    return planner.range.ok ? 'none' : String(planner.range.issues[0]!.path[0] ?? planner.range.issues[0]!.code);
  };
  expect(issueOf({ length: 'long' })).toBe('length');
  expect(issueOf({ length: '0f' })).toBe('length');
  expect(issueOf({ length: '48f', first: '1.5' })).toBe('first');
  expect(issueOf({ first: '1', rate: 'quick' })).toBe('rate-not-a-number');
  expect(issueOf({ rate: '24' })).toBe('none');
});
