import { expect, test } from 'vitest';
import { sceneOf, soft, subjectWith } from '../../../testing/worked-scenes.ts';
import { leastEdits, type MotionDocument, readTake, type Subject } from '../../index.ts';

const tolerances = { keyFrames: 1, spacingPercent: 4 };
const AWAY = { first: 80, last: 90 };
const from = (first: number, last: number): Partial<Subject> => ({ onStage: { first, last } });

/** A cup that goes along, and a table that only stands, each set so far as is said. */
function scene(cup: Partial<Subject> = {}, table: Partial<Subject> = {}, late = 0): MotionDocument {
  const moving = subjectWith('cup', { 'position.x': soft([4 + late, 100], [20 + late, 400]) });
  return sceneOf(
    [
      { ...moving, ...cup },
      { ...subjectWith('table', {}), ...table },
    ],
    40,
  );
}
const read = (take: MotionDocument, motion = scene()) => readTake({ motion, tolerances }, take);
const said = (take: MotionDocument, motion = scene()): string[] =>
  read(take, motion).findings.map(({ sentence }) => sentence);

test.each([
  ['hidden', scene({ visible: false }), ['The cup is in the take, but never shown.'], ['Show the cup.']],
  [
    'hidden, though it never moves',
    scene({}, { visible: false }),
    ['The table is in the take, but never shown.'],
    ['Show the table.'],
  ],
  [
    'on stage when all is over',
    scene({ onStage: AWAY }),
    ['The cup is in the take, but never shown.'],
    ['Keep the cup on stage throughout.'],
  ],
  [
    'on stage too late',
    scene(from(12, 40)),
    ['The cup comes on stage 11 frames late: on frame 12 instead of 1.'],
    ['Keep the cup on stage throughout.'],
  ],
  [
    'off stage too soon',
    scene({}, from(1, 30)),
    ['The table leaves the stage 10 frames early: after frame 30 instead of 40.'],
    ['Keep the table on stage throughout.'],
  ],
])('what is %s is told, counts, and is put right', (_, take, sentences, edits) => {
  expect(said(take)).toEqual(sentences);
  expect(read(take).proposedGrade).toBeLessThan(80);
  const least = leastEdits({ motion: scene(), tolerances }, take);
  expect(least.edits.map(({ sentence }) => sentence)).toEqual(edits);
  expect(least.left).toEqual([]);
});

test('when a model comes and goes itself the take has to, within the tolerance of a key', () => {
  const model = scene(from(5, 30));
  expect(read(model, model)).toMatchObject({ findings: [], proposedGrade: 100 });
  expect(said(scene(from(6, 29)), model)).toEqual([]);
  expect(said(scene(from(7, 30)), model)).toEqual(['The cup comes on stage 2 frames late: on frame 7 instead of 5.']);
  expect(said(scene(), model)).toEqual([
    'The cup comes on stage 4 frames early: on frame 1 instead of 5.',
    'The cup leaves the stage 10 frames late: after frame 40 instead of 30.',
  ]);
  const { edits } = leastEdits({ motion: model, tolerances }, scene());
  expect(edits.map(({ sentence }) => sentence)).toEqual(['Let the cup be on stage from frame 5 to 30.']);
});

test('what is late as all of it is, is told once; what is not, besides', () => {
  const model = scene(from(5, 30));
  expect(said(scene(from(9, 34), {}, 4), model)).toEqual(['Everything is 4 frames late.']);
  expect(said(scene(from(17, 34), {}, 4), model)).toEqual([
    'Everything is 4 frames late.',
    'The cup comes on stage 12 frames late: on frame 17 instead of 5.',
  ]);
});

test('scenery, groups, and what the model hides are not looked for', () => {
  const locked = scene({}, { locked: true });
  expect(said(scene({}, { locked: true, visible: false }), locked)).toEqual([]);
  expect(said(scene({}, { visible: false }), scene({}, { visible: false }))).toEqual([]);
  const group = { look: { shape: 'group', widthPx: 20, heightPx: 20, fill: '#6b7680' } } as const;
  expect(said(scene({}, { ...group, visible: false }), scene({}, group))).toEqual([]);
});

test('at another rate it is the second that counts', () => {
  const model = scene(from(5, 28));
  const doubled = {
    ...scene(from(9, 56)),
    rate: { num: model.rate.num * 2, den: model.rate.den },
    range: { first: 1, last: 80 },
  };
  expect(read(doubled, model).findings.filter(({ kind }) => kind === 'on-stage-off')).toEqual([]);
});

test('of what is never shown nothing else is said, be it by another id', () => {
  const across = { 'position.x': soft([4, 100], [20, 400]) };
  const model = sceneOf([subjectWith('cup', { ...across, 'position.y': soft([4, 100], [20, 300]) })], 40);
  const level = subjectWith('cup', across);
  for (const id of ['cup', 'cup-2'])
    expect(said(sceneOf([{ ...level, id, visible: false }], 40), model)).toEqual([
      'The cup is in the take, but never shown.',
    ]);
});
