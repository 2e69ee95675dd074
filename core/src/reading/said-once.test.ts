import { expect, test } from 'vitest';
import { sceneOf, soft, subjectWith } from '../../testing/worked-scenes.ts';
import {
  type ChannelId,
  compareReadings,
  type Key,
  leastEdits,
  type MotionDocument,
  movementsName,
  readTake,
} from '../index.ts';

const FRAMES = [1, 12, 24, 36, 48];
const SIZES = [1, 1.6, 0.8, 1.2, 1];
const tolerances = { keyFrames: 1, spacingPercent: 5 };

const keys = (values: readonly number[], late = 0): Key[] =>
  soft(...FRAMES.map((frame, i): [number, number] => [frame + (frame === 24 ? late : 0), values[i]!]));

const lid = (tracks: Partial<Record<ChannelId, Key[]>>): MotionDocument => sceneOf([subjectWith('lid', tracks)], 60);
const grown = (x: Key[], y: Key[]): MotionDocument => lid({ 'scale.x': x, 'scale.y': y });

const model = grown(keys(SIZES), keys(SIZES));
const read = (take: MotionDocument, motion = model) => readTake({ motion, tolerances }, take);

const other = (i: number, value: number): number[] => SIZES.with(i, value);
test.each([
  ['late', grown(keys(SIZES, 3), keys(SIZES, 3)), 'The lid reaches the extreme 3 frames late: frame 27 instead of 24.'],
  [
    'of another pose',
    grown(keys(other(2, 0.6)), keys(other(2, 0.6))),
    'The lid is 0.2× away from the target’s pose at frame 24.',
  ],
  [
    'missing',
    grown(
      keys(SIZES).filter(({ frame }) => frame !== 24),
      keys(SIZES).filter(({ frame }) => frame !== 24),
    ),
    'Scale has no key for frame 24 of the target: the lid is 0.6× from its pose.',
  ],
  [
    'smaller',
    grown(keys(SIZES.map((size) => 1 + (size - 1) * 0.6)), keys(SIZES.map((size) => 1 + (size - 1) * 0.6))),
    'The lid goes 60 % of the way in scale, throughout.',
  ],
])(
  'what grows as one and is %s in both sizes is told once, mends all, and is put right in one edit',
  (_, take, sentence) => {
    const { findings } = read(take);
    expect(findings.map((finding) => finding.sentence)).toEqual([sentence.replace('’', "'")]);
    expect(findings[0]).toMatchObject({ track: 'scale.x', alike: ['scale.y'], mends: 1 });
    const { edits, left } = leastEdits({ motion: model, tolerances }, take);
    expect([edits.map(({ clears }) => clears), left]).toEqual([[findings.map((finding) => finding.sentence)], []]);
  },
);

test('what is off in one of both, or otherwise in each, is told of each', () => {
  const said = (x: Key[], y: Key[]) => read(grown(x, y)).findings.map((finding) => finding.sentence);
  expect(said(keys(SIZES), keys(SIZES, 3))).toEqual([
    'Scale y: the lid reaches the extreme 3 frames late: frame 27 instead of 24.',
  ]);
  expect(said(keys(SIZES, 4), keys(SIZES, 3))).toEqual([
    'Scale x: the lid reaches the extreme 4 frames late: frame 28 instead of 24.',
    'Scale y: the lid reaches the extreme 3 frames late: frame 27 instead of 24.',
  ]);
});

test('what several movements do alike names them where there are more', () => {
  const all = (late: number, rest: number): MotionDocument =>
    lid({
      'position.y': keys([200, 80, 200, 120, 200], late),
      rotation: keys([0, 30, -20, 10, 0], late),
      'scale.x': keys(SIZES, late),
      'skew.x': keys([0, 20, -20, 20, 0], rest),
    });
  const { findings } = read(all(3, 0), all(0, 0));
  expect(findings).toMatchObject([
    {
      sentence: 'Position, rotation and scale x: the lid reaches the extreme 3 frames late: frame 27 instead of 24.',
      alike: ['rotation', 'scale.x'],
    },
  ]);
  expect(read(all(3, 3), all(0, 0)).findings.map((finding) => finding.sentence)).toEqual([
    'The lid reaches the extreme 3 frames late: frame 27 instead of 24.',
  ]);
});

test('one pose that is not there, or off, is told once, each movement by its own measure', () => {
  const cup = (values: (track: number[]) => Key[], down = 0, turned = 0): MotionDocument =>
    lid({
      'position.y': values([200, 80 + down, 200, 120, 200]),
      rotation: values([0, 30 - turned, -20, 10, 0]),
      'skew.x': keys([0, 20, -20, 20, 0]),
    });
  const said = (take: MotionDocument) => read(take, cup(keys)).findings.map(({ kind, sentence }) => [kind, sentence]);
  expect(said(cup((values) => keys(values).filter(({ frame }) => frame !== 12)))).toEqual([
    [
      'key-missing',
      'Position and rotation have no key for frame 12 of the target: the lid is 120 px and 39.3° from its pose.',
    ],
  ]);
  expect(said(cup(keys, 40, 12))).toEqual([
    ['pose-off', "Position and rotation: the lid is 40 px and 12° away from the target's pose at frame 12."],
  ]);
});

test('what is keyed and stands is told of all of it, not pose by pose', () => {
  const take = grown(keys([1, 1, 1, 1, 1]), keys([1, 1, 1, 1, 1]));
  expect(read(take).findings).toMatchObject([{ sentence: 'The lid stays unchanged in scale, throughout.', mends: 1 }]);
});

test('of what was told together and is put right in one, nothing has gone, nor come', () => {
  const change = compareReadings(read(grown(keys(SIZES, 3), keys(SIZES, 3))), read(grown(keys(SIZES), keys(SIZES, 3))));
  expect(change).toMatchObject({ gone: [], stayed: [{ track: 'scale.y' }], came: [] });
});

test.each([
  [['Scale x'], 'Scale x'],
  [['Scale x', 'Scale y'], 'Scale'],
  [['Position', 'Scale x', 'Scale y', 'Skew y'], 'Position, scale and skew y'],
])('movements %j are called %s', (labels, name) => {
  expect(movementsName(labels)).toBe(name);
});
