import { act, renderHook, waitFor } from '@testing-library/react';
import type { ClipTrack } from '@undulan/core';
import { beforeEach, expect, test, vi } from 'vitest';
import type { FromClip, ReadClip, ToClip, ToPropose } from './clip-worker.ts';
import { useFollowed } from './use-followed.ts';

const RATE = { num: 24, den: 1 };
const FILES = [new File(['film'], 'pan.webm')];
const TRACK: ClipTrack = { rate: RATE, isSteady: true, exposure: 1, frames: [], events: [] };
const read = (by: ReadClip['by'] = 'colour'): FromClip => ({ read: { track: TRACK, by, width: 640, height: 360 } });

/** A worker that does as the test says. */
class HandWorker extends EventTarget {
  static all: HandWorker[] = [];
  asked: ToClip | ToPropose | null = null;
  isEnded = false;
  constructor() {
    super();
    HandWorker.all.push(this);
  }
  postMessage(asked: ToClip | ToPropose): void {
    this.asked = asked;
  }
  terminate(): void {
    this.isEnded = true;
  }
  says(data: FromClip): void {
    this.dispatchEvent(new MessageEvent('message', { data }));
  }
}
const latest = (): HandWorker => HandWorker.all.at(-1)!;
const says = (data: FromClip, worker = latest()): Promise<void> =>
  act(async () => {
    worker.says(data);
    await Promise.resolve();
  });
const spotsAsked = (): ToClip['spots'] => (latest().asked as ToClip).spots;

beforeEach(() => {
  HandWorker.all = [];
  vi.stubGlobal('Worker', HandWorker);
  // The page's browsers have it; what tests run in may not.
  vi.stubGlobal('Promise', Object.assign(Promise, { withResolvers }));
});

function withResolvers<T>(): PromiseWithResolvers<T> {
  let resolve!: (value: T | PromiseLike<T>) => void;
  let reject!: (why: unknown) => void;
  const promise = new Promise<T>((yes, no) => ([resolve, reject] = [yes, no]));
  return { promise, resolve, reject };
}

const open = () => renderHook(() => useFollowed(FILES, { ...RATE })).result;

test('nothing is followed before it is pointed at; then how far it is, and what was read', async () => {
  const followed = open();
  expect([HandWorker.all.length, followed.current.seen]).toEqual([0, null]);
  act(() => followed.current.point('main', { picture: 3, x: 10, y: 20 }));
  expect(followed.current.seen).toBe(0);
  await says({ seen: 20 });
  expect(followed.current.seen).toBe(20);
  await says(read());
  await waitFor(() => expect(followed.current.seen).toBeNull());
  expect(followed.current.read).toMatchObject({ by: 'colour', width: 640 });
  expect(HandWorker.all).toHaveLength(1);
});

test('pointed at in a later picture it is put right from there on; in an earlier one it begins anew', async () => {
  const followed = open();
  const point = (picture: number): void => act(() => followed.current.point('main', { picture, x: picture, y: 0 }));
  point(5);
  point(9);
  point(20);
  expect(spotsAsked().map(({ picture }) => picture)).toEqual([5, 9, 20]);
  // What was put right after that is as it is from there on.
  point(12);
  expect(spotsAsked().map(({ picture }) => picture)).toEqual([5, 9, 12]);
  point(12);
  expect(spotsAsked().map(({ picture }) => picture)).toEqual([5, 9, 12]);
  point(2);
  expect(spotsAsked().map(({ picture }) => picture)).toEqual([2]);
  // Only the newest is still being followed.
  await waitFor(() =>
    expect(HandWorker.all.map(({ isEnded }) => !isEnded).lastIndexOf(false)).toBe(HandWorker.all.length - 2),
  );
});

test('a still spot, a second one and other parts go along, each let go of by itself', () => {
  const followed = open();
  act(() => followed.current.point('still', { picture: 0, x: 1, y: 1 }));
  expect(HandWorker.all).toHaveLength(0);
  act(() => followed.current.point('main', { picture: 0, x: 2, y: 2 }));
  act(() => followed.current.point('second', { picture: 0, x: 3, y: 3 }));
  act(() => followed.current.point('part:lid', { picture: 4, x: 4, y: 4 }));
  expect(latest().asked).toMatchObject({
    still: [{ x: 1, by: 'look' }],
    second: [{ x: 3 }],
    parts: [{ subjectId: 'lid', spots: [{ picture: 4, x: 4 }] }],
  });
  act(() => followed.current.letGo('part:lid'));
  act(() => followed.current.letGo('still'));
  expect(latest().asked).toMatchObject({ still: [], second: [{ x: 3 }], parts: [] });
  expect(followed.current.spotsOf('second')).toHaveLength(1);
  expect(followed.current.spotsOf('part:lid')).toEqual([]);
});

test('another way of following is tried at once; what failed says why and leaves what was read', async () => {
  const followed = open();
  act(() => followed.current.point('main', { picture: 0, x: 2, y: 2 }));
  await says(read());
  act(() => followed.current.followBy('difference'));
  expect(spotsAsked()).toMatchObject([{ by: 'difference' }]);
  await says({ problem: 'What was pressed does not differ from the ground.' });
  await waitFor(() => expect(followed.current.problem).toMatch(/does not differ/));
  expect(followed.current.seen).toBeNull();
  expect(followed.current.read?.by).toBe('colour');
  act(() => followed.current.followBy(undefined));
  await says(read('look'));
  await waitFor(() => expect(followed.current.problem).toBeNull());
  expect(followed.current.read?.by).toBe('look');
});

test('what moves is found and pointed at; where nothing does, nothing is', async () => {
  const followed = open();
  let found: unknown = 'not yet';
  act(() => void followed.current.find().then((spot) => (found = spot)));
  expect(followed.current.isFinding).toBe(true);
  expect(latest().asked).toMatchObject({ propose: true });
  await says({ proposed: { spot: { picture: 7, x: 50, y: 60 } } }, HandWorker.all[0]);
  await waitFor(() => expect(found).toEqual({ picture: 7, x: 50, y: 60 }));
  expect(spotsAsked()).toMatchObject([{ picture: 7, x: 50, y: 60 }]);
  await waitFor(() => expect(followed.current.isFinding).toBe(false));

  const none = open();
  act(() => void none.current.find().then((spot) => (found = spot)));
  await says({ proposed: { spot: null } });
  await waitFor(() => expect(found).toBeNull());
  expect(none.current.spotsOf('main')).toEqual([]);
});

test('left before it is done, nothing goes on', () => {
  const { result, unmount } = renderHook(() => useFollowed(FILES, RATE));
  act(() => result.current.point('main', { picture: 0, x: 1, y: 1 }));
  const worker = latest();
  unmount();
  return waitFor(() => expect(worker.isEnded).toBe(true));
});
