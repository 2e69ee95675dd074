import type { Ledger, LedgerTake } from '@undulan/contract';
import { createMotion, laneMotion, USUAL_TOLERANCES } from '@undulan/core';
import { expect, test } from 'vitest';
import { boardOfTakes, MOST_ON_BOARD, ofOneExercise } from './board-of-takes.ts';
import { keyTolerances } from './key-tolerances.ts';
import { inExercises, stayedWords, typicalWords } from './ledger-words.ts';
import { hoursWords, markedOf } from './marking.ts';
import { filterLearners, learnerRows } from './standings.ts';

const exercise = (id: string, published = true): Ledger['exercises'][number] => ({
  id,
  title: id,
  published,
  dueAt: null,
  tolerances: USUAL_TOLERANCES,
  keyTolerances: [],
});

/** `ines/drawer/2`: her second take of the drawer; with a grade it is returned, a day after. */
function take(name: string, grade: number | null = null, of: Partial<LedgerTake> = {}): LedgerTake {
  const [learnerId, exerciseId, number] = name.split('/') as [string, string, string];
  return {
    id: name,
    learnerId,
    exerciseId,
    number: Number(number),
    handedInAt: `2026-11-0${number}T08:00:00.000Z`,
    late: false,
    state: grade === null ? 'handed-in' : 'returned',
    returnedAt: grade === null ? null : `2026-11-0${Number(number) + 1}T08:00:00.000Z`,
    grade,
    again: false,
    notes: 2,
    digest: { grade: 70, criteria: {}, faults: [], tracks: [] },
    ...of,
  };
}

const LEARNERS = ['Ines Calado', 'Jonah Whitby', 'Sena Aydin'];
const ledger = (takes: LedgerTake[]): Ledger => ({
  title: 'Kitchen in Motion',
  learners: LEARNERS.map((name) => ({ id: name.split(' ')[0]!.toLowerCase(), name, email: '', left: false })),
  exercises: [exercise('drawer'), exercise('glass'), exercise('oven', false)],
  takes,
  mayTeach: true,
  notesUsed: [],
});

test('who needs the instructor most comes first; what is returned has its grade while the next take waits', () => {
  const rows = learnerRows(
    ledger([
      take('ines/drawer/2'),
      take('ines/drawer/1', 60),
      take('jonah/drawer/1', 90),
      take('jonah/glass/1', 80, { late: true }),
      take('stranger/drawer/1', 5),
    ]),
  );
  expect(rows.map(({ id }) => id)).toEqual(['ines', 'sena', 'jonah']);
  const [ines, sena, jonah] = rows;
  expect(ines!.standings.get('drawer')).toMatchObject({ waits: true, grade: 60, latest: { number: 2 } });
  // What waits counts as it is proposed.
  expect(ines!.trend).toEqual([60, 70]);
  expect([ines!.missing, sena!.missing, jonah!.missing]).toEqual([1, 2, 0]);
  expect(sena).toMatchObject({ mean: null, trend: [], waiting: 0 });
  expect(jonah).toMatchObject({ mean: 85, late: 1 });
});

test('learners are found by part of their names, and by what is with them', () => {
  const rows = learnerRows(ledger([take('ines/drawer/1'), take('jonah/glass/1', 80, { late: true })]));
  const found = (words: string, only: Parameters<typeof filterLearners>[1]['only']): string[] =>
    filterLearners(rows, { words, only }).map(({ id }) => id);
  expect(found(' AYD', 'all')).toEqual(['sena']);
  expect(found('', 'waits')).toEqual(['ines']);
  expect(found('', 'late')).toEqual(['jonah']);
  expect(found('jonah', 'missing')).toEqual(['jonah']);
  expect(found('jonah', 'waits')).toEqual([]);
});

test('marking is what was given beside what was proposed, and how long that took', () => {
  const takes = [take('ines/drawer/1', 75), take('jonah/drawer/1', 70), take('sena/drawer/1'), take('ines/glass/1')];
  expect(markedOf(['drawer', 'glass'], takes)).toEqual([
    {
      exerciseId: 'drawer',
      returned: 2,
      difference: 2.5,
      hours: 24,
      notes: 2,
      asProposed: 1,
      takeIds: ['ines/drawer/1', 'jonah/drawer/1'],
    },
  ]);
  // Returned unread, nothing was proposed.
  expect(markedOf(['drawer'], [take('ines/drawer/1', 75, { digest: null })])).toMatchObject([{ difference: null }]);
  expect([0.5, 1, 23, 72].map(hoursWords)).toEqual(['30 minutes', '1 hour', '23 hours', '3 days']);
});

test('a key by itself may be further off than the others of its exercise; of no exercise anything may', () => {
  const tossed = {
    ...exercise('toss'),
    keyTolerances: [{ subjectId: 'cake', track: 'position', frame: 17, keyFrames: 3 }],
  };
  const within = keyTolerances([tossed]);
  expect(within('toss', 'cake', 'position', 17)).toBe(3);
  expect(within('toss', 'cake', 'rotation', 17)).toBe(USUAL_TOLERANCES.keyFrames);
  expect(within('elsewhere', 'cake', 'position', 17)).toBe(Infinity);
});

test('a board of takes has the model first, no names, and never more lanes than a board takes', () => {
  const model = createMotion([]);
  const takes = Array.from({ length: 9 }, (_, i) => ({ ...model, range: { first: 1, last: 10 + i } }));
  const board = boardOfTakes('Toaster rack', model, takes);
  expect(board.lanes.map(({ name }) => name)).toEqual(['The model', 'Take A', 'Take B', 'Take C', 'Take D', 'Take E']);
  expect(laneMotion(board, board.lanes[0]!)).toEqual(model);
  expect(laneMotion(board, board.lanes[2]!)).toEqual(takes[1]);
  expect(board.coversFirst).toBe(true);
  expect(boardOfTakes('x'.repeat(200), model, []).name).toHaveLength(80);
  expect(MOST_ON_BOARD).toBe(5);
});

test('takes of the exercise that most are of go onto a board, in their order', () => {
  const of = (name: string): { id: string; exerciseId: string } => ({ id: name, exerciseId: name[0]! });
  expect(ofOneExercise(['a1', 'b1', 'b2', 'a2', 'b3'].map(of))).toEqual({
    exerciseId: 'b',
    chosen: ['b1', 'b2', 'b3'],
  });
  expect(ofOneExercise(['a1', 'b1'].map(of)).exerciseId).toBe('a');
  expect(ofOneExercise([])).toEqual({ exerciseId: null, chosen: [] });
});

test('figures are said in words', () => {
  expect([[], ['Drawer'], ['Drawer', 'Glass'], ['a', 'b', 'c']].map(inExercises)).toEqual([
    'in no exercise',
    'in Drawer',
    'in Drawer and Glass',
    'in 3 exercises',
  ]);
  expect([null, 0, 1, 0.25].map(stayedWords)).toEqual([
    'nobody has tried again',
    'gone in the next take',
    'all still have it one take later',
    '25 % still have it one take later',
  ]);
  expect(typicalWords({ off: -2.25, unit: 'frames' })).toBe('; median −2.3 frames');
  expect(typicalWords({ off: 36, unit: 'px' })).toBe('; median +36 px');
  // A share of a speed says nothing by itself.
  expect(typicalWords({ off: 1, unit: '× average speed' })).toBe('');
});
