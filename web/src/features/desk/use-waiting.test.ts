import type { WaitingTake } from '@undulan/contract';
import { expect, test } from 'vitest';
import { filterWaiting, neighbours } from './use-waiting.ts';

const take = (
  takeId: string,
  learnerName: string,
  handedInAt: string,
  change: Partial<WaitingTake> = {},
): WaitingTake => ({
  takeId,
  exerciseId: 'drawer',
  exerciseTitle: 'Drawer slide',
  learnerName,
  number: 1,
  title: '',
  tags: [],
  handedInAt,
  late: false,
  readingState: 'read',
  findings: 2,
  proposedGrade: 60,
  ...change,
});
const queue = [
  take('a', 'Ines Calado', '2026-11-01'),
  take('b', 'Leif Arnesen', '2026-11-02', { exerciseId: 'ladle', late: true }),
  take('c', 'Priya Raman', '2026-11-03', { title: 'With more weight', tags: ['slow stop'] }),
];
const ids = (takes: WaitingTake[]): string[] => takes.map(({ takeId }) => takeId);

test('the queue is filtered by exercise, by part of a name, title or tag, and to those that are late', () => {
  const all = { exerciseId: '', words: '', lateOnly: false };
  expect(ids(filterWaiting(queue, all))).toEqual(['a', 'b', 'c']);
  expect(ids(filterWaiting(queue, { ...all, exerciseId: 'drawer' }))).toEqual(['a', 'c']);
  expect(ids(filterWaiting(queue, { ...all, words: ' rAm' }))).toEqual(['c']);
  expect(ids(filterWaiting(queue, { ...all, words: 'STOP' }))).toEqual(['c']);
  expect(ids(filterWaiting(queue, { ...all, words: 'weight' }))).toEqual(['c']);
  expect(ids(filterWaiting(queue, { ...all, lateOnly: true }))).toEqual(['b']);
});

test('a take knows those beside it, also once it is returned and no longer among them', () => {
  expect(neighbours(queue, 'b', '2026-11-02')).toMatchObject({
    before: { takeId: 'a' },
    after: { takeId: 'c' },
    place: 2,
  });
  expect(neighbours(queue, 'a', '2026-11-01').before).toBeUndefined();
  expect(neighbours(queue, 'gone', '2026-11-02T12')).toMatchObject({
    before: { takeId: 'b' },
    after: { takeId: 'c' },
    place: 0,
  });
  expect(neighbours(queue, 'gone', '2026-11-09')).toMatchObject({ before: { takeId: 'c' }, place: 0 });
});
