import { createMotion, createSubject, EMPTY_HISTORY } from '@undulan/core';
import { expect, test } from 'vitest';
import {
  ChangeWork,
  Credentials,
  ExerciseDetails,
  NewPlan,
  NoteText,
  Problem,
  PROBLEMS,
  problemType,
  ReviewText,
  SaveWork,
  targetOf,
} from './index.ts';

const messages = (result: { success: boolean; error?: { issues: { message: string }[] } }): string[] =>
  result.error?.issues.map((issue) => issue.message) ?? [];

const DETAILS = {
  title: 'Honey thread',
  brief: '',
  tolerances: { keyFrames: 1, spacingPercent: 5 },
  modelShown: 'never',
};
const MOTION = createMotion([
  createSubject('honey', 'Honey', { shape: 'drop', widthPx: 44, heightPx: 66, fill: '#e0a21b' }, { x: 480, y: 128 }),
]);
const SAVE = { version: 1, work: { motion: MOTION, details: DETAILS }, history: EMPTY_HISTORY };

test('an e-mail is read without regard to case and blanks, and a wrong one is said in words', () => {
  expect(Credentials.parse({ email: ' Marta.Olesen@Kitchen.Example ', password: 'x' }).email).toBe(
    'marta.olesen@kitchen.example',
  );
  expect(messages(Credentials.safeParse({ email: 'marta', password: '' }))).toEqual([
    'Type an e-mail address, such as name@example.org.',
    'Type your password.',
  ]);
});

test('details have a title of a length that can be shown, and tolerances that mean something', () => {
  expect(ExerciseDetails.parse({ ...DETAILS, title: '  Honey thread ' }).title).toBe('Honey thread');
  expect(messages(ExerciseDetails.safeParse({ ...DETAILS, title: ' ' }))).toEqual(['Give the exercise a title.']);
  for (const tolerances of [
    { keyFrames: 0, spacingPercent: 5 },
    { keyFrames: 1, spacingPercent: 101 },
    { keyFrames: 1 },
  ])
    expect(ExerciseDetails.safeParse({ ...DETAILS, tolerances }).success).toBe(false);
});

test('saved work names the version it was made from; an older motion is brought up to date on its way in', () => {
  expect(SaveWork.parse(SAVE)).toEqual(SAVE);
  expect(SaveWork.safeParse({ ...SAVE, version: undefined }).success).toBe(false);
  const change = { version: 1, changes: [], history: { keep: 0, add: [], done: 0 } };
  expect(ChangeWork.parse(change)).toEqual(change);
  for (const part of [
    { changes: [{ kind: 'other', path: [] }] },
    { history: { keep: -1, add: [], done: 0 } },
    { changes: [{ kind: 'keys', path: [], out: [], in: [{ value: 1 }] }] },
  ])
    expect(ChangeWork.safeParse({ ...change, ...part }).success).toBe(false);
  const { workRange, ...older } = MOTION;
  expect(workRange).toBeNull();
  expect(SaveWork.safeParse({ ...SAVE, work: { ...SAVE.work, motion: older } }).success).toBe(false);
  expect(
    SaveWork.parse({ ...SAVE, work: { ...SAVE.work, motion: { ...older, version: 1 } } }).work.motion.version,
  ).toBe(2);
});

test('a grade is from 0 to 100 or none yet, a note stands on a frame and says something, a plan has a name', () => {
  for (const grade of [0, 72.5, 100, null])
    expect(ReviewText.safeParse({ version: 1, grade, summary: '' }).success).toBe(true);
  for (const grade of [-1, 101, '72'])
    expect(ReviewText.safeParse({ version: 1, grade, summary: '' }).success).toBe(false);
  expect(NoteText.safeParse({ frame: 9, text: 'Look here.' }).success).toBe(true);
  expect(messages(NoteText.safeParse({ frame: 9, text: '  ' }))).toEqual(['Write the note first.']);
  expect(NoteText.safeParse({ frame: 9.5, text: 'Between' }).success).toBe(false);
  expect(messages(NewPlan.safeParse({ title: '', query: '' }))).toEqual(['Give the plan a name.']);
  expect(messages(NewPlan.safeParse({ title: 'Long', query: 'x'.repeat(4001) }))).toEqual([
    'This plan is too long to keep: delete some runs or movers.',
  ]);
});

test('every problem has a type of its own, a title and a status of failure', () => {
  for (const name of Object.keys(PROBLEMS) as (keyof typeof PROBLEMS)[]) {
    const { status, title } = PROBLEMS[name];
    expect(Problem.parse({ type: problemType(name), title, status })).toMatchObject({ type: `/problems/${name}` });
    expect(status).toBeGreaterThanOrEqual(400);
  }
});

test('a note is pinned to a frame or a span that ends after it begins; a drawing has so many lines', () => {
  expect(NoteText.parse({ frame: 9, text: ' Slower. ' })).toEqual({
    frame: 9,
    lastFrame: null,
    subjectId: null,
    spot: null,
    drawing: null,
    text: 'Slower.',
  });
  expect(messages(NoteText.safeParse({ frame: 9, lastFrame: 9, text: 'x' }))).toEqual(['A span ends after it begins.']);
  const line = {
    kind: 'arrow',
    points: [
      { x: 0, y: 0 },
      { x: 9, y: 9 },
    ],
  };
  const drawing = (strokes: unknown[]) =>
    NoteText.safeParse({ frame: 9, text: 'x', drawing: { strokes, ghosts: [] } }).success;
  expect([
    drawing([line]),
    drawing([{ ...line, kind: 'brush' }]),
    drawing([{ ...line, points: [{ x: 0, y: 0 }] }]),
    drawing(Array(101).fill(line)),
    drawing([
      {
        ...line,
        points: [
          { x: 0, y: 0 },
          { x: Infinity, y: 0 },
        ],
      },
    ]),
  ]).toEqual([true, false, false, false, false]);
});

test('grades of criteria are from 0 to 100, of criteria there are; decisions are of two kinds', () => {
  const words = { version: 1, grade: 80, summary: '' };
  expect(ReviewText.parse(words)).toEqual({ ...words, criteria: {}, decisions: {} });
  for (const criteria of [{ timing: 101 }, { charm: 50 }])
    expect(ReviewText.safeParse({ ...words, criteria }).success).toBe(false);
  expect(
    ReviewText.safeParse({
      ...words,
      decisions: { 'key-late drawer position 5 7': { state: 'dismissed', reason: 'Meant so.' } },
    }).success,
  ).toBe(true);
  expect(ReviewText.safeParse({ ...words, decisions: { x: { state: 'forgotten' } } }).success).toBe(false);
});

test('terms of an exercise may stay unsaid; those that are said go into the target takes are read against', () => {
  const plain = ExerciseDetails.parse(DETAILS);
  expect(targetOf(MOTION, plain)).toEqual({ motion: MOTION, tolerances: DETAILS.tolerances });
  const said = ExerciseDetails.parse({
    ...DETAILS,
    loops: false,
    weights: { economy: 2 },
    keyTolerances: [{ subjectId: 'honey', track: 'position', frame: 37, keyFrames: 0.5 }],
    alternatives: [{ name: 'Quicker', motion: MOTION }],
    dueAt: '2026-12-01T20:00:00.000Z',
    takeLimit: 3,
  });
  expect(targetOf(MOTION, said)).toEqual({
    motion: MOTION,
    tolerances: DETAILS.tolerances,
    loops: false,
    weights: { economy: 2 },
    keyTolerances: said.keyTolerances,
    alternatives: said.alternatives,
  });
  expect(messages(ExerciseDetails.safeParse({ ...DETAILS, takeLimit: 0 }))).toEqual(['At least one take.']);
  expect(messages(ExerciseDetails.safeParse({ ...DETAILS, alternatives: [{ name: ' ', motion: MOTION }] }))).toEqual([
    'Give the alternative a name.',
  ]);
  for (const terms of [
    { weights: { timing: 11 } },
    { dueAt: 'soon' },
    { mayChange: { rate: true } },
    { keyTolerances: [{ subjectId: 'honey', track: 'position', frame: 37, keyFrames: 0.1 }] },
  ]) {
    expect(ExerciseDetails.safeParse({ ...DETAILS, ...terms }).success, JSON.stringify(terms)).toBe(false);
  }
});
