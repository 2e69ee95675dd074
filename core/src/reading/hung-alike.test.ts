import { expect, test } from 'vitest';
import { sceneOf, soft, subjectWith } from '../../testing/worked-scenes.ts';
import { groupSubjects, hangSubject, leastEdits, type MotionDocument, readTake, type Subject } from '../index.ts';

const tolerances = { keyFrames: 1, spacingPercent: 4 };
const scene = (...subjects: Subject[]): MotionDocument => sceneOf(subjects, 40);
const tray = (...keys: [frame: number, value: number][]): MotionDocument =>
  scene(subjectWith('tray', { 'position.x': soft(...keys) }));
const MODEL = tray([1, 0], [13, 300], [25, 120]);
const carried = (holder: Subject, own: Parameters<typeof subjectWith>[1] = {}): MotionDocument =>
  scene(holder, subjectWith('tray', own, { parentId: 'holder' }));
const said = (take: MotionDocument, motion = MODEL): string[] =>
  readTake({ motion, tolerances }, take).findings.map(({ sentence }) => sentence);

test.each([
  ['by what carries it', carried(subjectWith('holder', { 'position.x': soft([1, 0], [13, 300], [25, 120]) }))],
  [
    'half by itself',
    carried(subjectWith('holder', { 'position.x': soft([1, 0], [13, 200], [25, 80]) }), {
      'position.x': soft([1, 0], [13, 100], [25, 40]),
    }),
  ],
  ['in a group', groupSubjects(MODEL, { id: 'both', name: 'Both' }, ['tray'], 1).motion],
] as const)('the same picture %s gives nothing to say, whichever of the two is the target', (_, other) => {
  expect(said(other)).toEqual([]);
  expect(readTake({ motion: MODEL, tolerances }, other).proposedGrade).toBe(100);
  const back = said(MODEL, other);
  expect(back.filter((sentence) => !sentence.includes('The holder is not in the take'))).toEqual([]);
});

test('what is off is told of where it is on the stage, with the keys that move it', () => {
  const by = (...keys: [number, number][]): string[] =>
    said(carried(subjectWith('holder', { 'position.x': soft(...keys) })));
  expect(by([1, 0], [13, 240], [25, 120])).toEqual(["The tray is 60 px away from the target's pose at frame 13."]);
  expect(by([1, 0], [16, 300], [25, 120])).toEqual([
    'The tray reaches the extreme 3 frames late: frame 16 instead of 13.',
  ]);
  // Nothing of its own could be put right key by key.
  const short = carried(subjectWith('holder', { 'position.x': soft([1, 0], [13, 240], [25, 120]) }));
  expect(leastEdits({ motion: MODEL, tolerances }, short)).toMatchObject({ edits: [], left: [{ kind: 'pose-off' }] });
});

test('turned and sized by what carries it, a thing is where it is seen', () => {
  const dial = scene(subjectWith('dial', { rotation: soft([1, 0], [25, 90]) }));
  const holder = subjectWith('holder', { rotation: soft([1, 0], [25, 90]) });
  expect(said(scene(holder, subjectWith('dial', {}, { parentId: 'holder' })), dial)).toEqual([]);
  // Hung on what stands askew it keeps its place.
  const askew = scene(...MODEL.subjects, {
    ...subjectWith('shelf', {}),
    channels: [
      { id: 'rotation', resting: 30, keys: [] },
      { id: 'scale.x', resting: 2, keys: [] },
      { id: 'scale.y', resting: 2, keys: [] },
    ],
  });
  const hung = hangSubject(askew, 'tray', 'shelf', 1).motion;
  expect(said(hung).filter((sentence) => /pose|late|early|missing|keyed/.test(sentence))).toEqual([]);
});

test('turned whole rounds more or less when it begins, it is the same picture; by the way it is not', () => {
  const dial = (...keys: [number, number][]): MotionDocument => scene(subjectWith('dial', { rotation: soft(...keys) }));
  const model = dial([1, 0], [13, 90], [25, 40]);
  expect(said(dial([1, 360], [13, 450], [25, 400]), model)).toEqual([]);
  expect(said(dial([1, -720], [13, -630], [25, -680]), model)).toEqual([]);
  const short = dial([1, 360], [13, 430], [25, 400]);
  expect(said(short, model)).toEqual(["The dial is 20° away from the target's pose at frame 13."]);
  expect(leastEdits({ motion: model, tolerances }, short).edits.map(({ sentence }) => sentence)).toEqual([
    'On 13, set rotation 450°.',
  ]);
  expect(said(dial([1, 0], [25, 450]), dial([1, 0], [25, 90]))).toEqual([
    'The dial goes one round too many by frame 25.',
  ]);
  expect(said(dial([1, 0], [25, 0]), dial([1, 0], [25, 360]))).toEqual([
    'The dial stands still from 1 to 25; the target moves all the way.',
  ]);
});
