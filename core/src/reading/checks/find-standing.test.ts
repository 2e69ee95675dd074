import { expect, test } from 'vitest';
import { sceneOf, soft, straight, subjectWith } from '../../../testing/worked-scenes.ts';
import {
  type ChannelId,
  createKey,
  type Key,
  leastEdits,
  type MotionDocument,
  readTake,
  type Subject,
} from '../../index.ts';

const tolerances = { keyFrames: 1, spacingPercent: 4 };
const WAY = soft([4, 100], [20, 400]);

function rests(subject: Subject, at: Partial<Record<ChannelId, number>>): Subject {
  const channels = subject.channels.map((channel) => ({ ...channel, resting: at[channel.id] ?? channel.resting }));
  return { ...subject, channels };
}
const scene = (cup: Partial<Record<ChannelId, number>> = {}, table: Partial<Record<ChannelId, number>> = {}) =>
  sceneOf([rests(subjectWith('cup', { 'position.x': WAY }), cup), rests(subjectWith('table', {}), table)], 30);
const MODEL = scene();
const read = (take: MotionDocument, motion = MODEL) => readTake({ motion, tolerances }, take);
const said = (take: MotionDocument, motion = MODEL): string[] =>
  read(take, motion).findings.map(({ sentence }) => sentence);

test.each([
  ['turned', scene({ rotation: 30 }), 'Rotation of the cup is 30° throughout; in the target 0°.'],
  ['not seen', scene({ opacity: 0 }), 'Opacity of the cup is 0 % throughout; in the target 100 %.'],
  ['larger', scene({ 'scale.x': 2, 'scale.y': 2 }), 'The cup is 200 % as large as in the target, throughout.'],
  ['squashed', scene({ 'scale.y': 0.5 }), 'Scale y of the cup is 0.5× throughout; in the target 1×.'],
  [
    'elsewhere, though it never moves',
    scene({}, { 'position.x': 200 }),
    'The table stands 200 px away from where the target has it, throughout.',
  ],
])('what stands %s is told once, counts, and is put right', (_, take, sentence) => {
  expect(said(take)).toEqual([sentence]);
  expect(read(take).proposedGrade).toBeLessThan(80);
  const { edits, left } = leastEdits({ motion: MODEL, tolerances }, take);
  expect(edits).toHaveLength(1);
  expect(left).toEqual([]);
});

test('what cannot be told apart by eye is no fault, nor a whole turn more', () => {
  expect(said(scene({ rotation: 363, opacity: 95, 'scale.x': 1.05 }, { 'position.x': 12 }))).toEqual([]);
});

test('a pose that the target keys, and that stands without a key in the take, is the same', () => {
  const keyed = (keys: readonly Key[]): MotionDocument =>
    sceneOf([subjectWith('cup', { 'position.x': WAY, rotation: [...keys] }), subjectWith('table', {})], 30);
  for (const model of [keyed([createKey(1, 30)]), keyed([createKey(1, 30), createKey(20, 30)])]) {
    expect(read(scene({ rotation: 30 }), model)).toMatchObject({ findings: [], proposedGrade: 100 });
    expect(said(keyed([createKey(9, 30)]), model)).toEqual([]);
    expect(said(scene(), model)).toEqual(['Rotation of the cup is 0° throughout; in the target 30°.']);
    expect(said(keyed(straight([4, 30], [20, 90])), model)).toEqual([
      'The cup moves in rotation too; the target does not move in it.',
    ]);
  }
});
