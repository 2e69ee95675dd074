import { createMotion, createSubject } from '@undulan/core';
import { expect, test } from 'vitest';
import { Credentials, ExerciseDetails, HISTORY_LIMIT, NewPlan, NoteText, Problem, PROBLEMS, problemType, ReviewText, SaveWork, WorkHistory } from './index.ts';

const messages = (result: { success: boolean; error?: { issues: { message: string }[] } }): string[] => result.error?.issues.map((issue) => issue.message) ?? [];

const DETAILS = { title: 'Honey thread', brief: '', tolerances: { keyFrames: 1, spacingPercent: 5 }, modelShown: 'never' };
const MOTION = createMotion([createSubject('honey', 'Honey', { shape: 'drop', widthPx: 44, heightPx: 66, fill: '#e0a21b' }, { x: 480, y: 128 })]);
const SAVE = { version: 1, work: { motion: MOTION, details: DETAILS }, history: { steps: [], done: 0 } };

test('an e-mail is read without regard to case and blanks, and a wrong one is said in words', () => {
  expect(Credentials.parse({ email: ' Marta.Olesen@Kitchen.Example ', password: 'x' }).email).toBe('marta.olesen@kitchen.example');
  expect(messages(Credentials.safeParse({ email: 'marta', password: '' }))).toEqual(['Type an e-mail address, such as name@example.org.', 'Type your password.']);
});

test('details have a title of a length that can be shown, and tolerances that mean something', () => {
  expect(ExerciseDetails.parse({ ...DETAILS, title: '  Honey thread ' }).title).toBe('Honey thread');
  expect(messages(ExerciseDetails.safeParse({ ...DETAILS, title: ' ' }))).toEqual(['Give the exercise a title.']);
  for (const tolerances of [{ keyFrames: 0, spacingPercent: 5 }, { keyFrames: 1, spacingPercent: 101 }, { keyFrames: 1 }]) expect(ExerciseDetails.safeParse({ ...DETAILS, tolerances }).success).toBe(false);
});

test('a history holds so many steps and no more, and cannot have more done than there are', () => {
  const step = { name: 'set key', forth: [{ op: 'add', path: '/motion', value: 1 }], back: [{ op: 'remove', path: '/motion' }] };
  expect(WorkHistory.safeParse({ steps: [step], done: 1 }).success).toBe(true);
  expect(WorkHistory.safeParse({ steps: [step], done: 2 }).success).toBe(false);
  expect(WorkHistory.safeParse({ steps: Array.from({ length: HISTORY_LIMIT + 1 }, () => step), done: 0 }).success).toBe(false);
  expect(WorkHistory.safeParse({ steps: [{ ...step, forth: [{ op: 'copy', path: '/a' }] }], done: 0 }).success).toBe(false);
});

test('saved work names the version it was made from; a motion of an older version is brought up to date on its way in', () => {
  expect(SaveWork.parse(SAVE)).toEqual(SAVE);
  expect(SaveWork.safeParse({ ...SAVE, version: undefined }).success).toBe(false);
  const { workRange, ...older } = MOTION;
  expect(workRange).toBeNull();
  expect(SaveWork.safeParse({ ...SAVE, work: { ...SAVE.work, motion: older } }).success).toBe(false);
  expect(SaveWork.parse({ ...SAVE, work: { ...SAVE.work, motion: { ...older, version: 1 } } }).work.motion.version).toBe(2);
});

test('a grade is from 0 to 100 or none yet, a note stands on a frame and says something, a plan has a name', () => {
  for (const grade of [0, 72.5, 100, null]) expect(ReviewText.safeParse({ version: 1, grade, summary: '' }).success).toBe(true);
  for (const grade of [-1, 101, '72']) expect(ReviewText.safeParse({ version: 1, grade, summary: '' }).success).toBe(false);
  expect(NoteText.safeParse({ frame: 9, text: 'Look here.' }).success).toBe(true);
  expect(messages(NoteText.safeParse({ frame: 9, text: '  ' }))).toEqual(['Write the note first.']);
  expect(NoteText.safeParse({ frame: 9.5, text: 'Between' }).success).toBe(false);
  expect(messages(NewPlan.safeParse({ title: '', query: '' }))).toEqual(['Give the plan a name.']);
  expect(messages(NewPlan.safeParse({ title: 'Long', query: 'x'.repeat(4001) }))).toEqual(['This plan is too long to keep: delete some runs or movers.']);
});

test('every problem has a type of its own, a title and a status of failure', () => {
  for (const name of Object.keys(PROBLEMS) as (keyof typeof PROBLEMS)[]) {
    const { status, title } = PROBLEMS[name];
    expect(Problem.parse({ type: problemType(name), title, status })).toMatchObject({ type: `/problems/${name}` });
    expect(status).toBeGreaterThanOrEqual(400);
  }
});
