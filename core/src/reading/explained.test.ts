import { expect, test } from 'vitest';
import { createDice } from '../../testing/dice.ts';
import { KEYINGS, ROUGH_KEYINGS } from '../../testing/keyings.ts';
import { sceneOf, soft, subjectWith } from '../../testing/worked-scenes.ts';
import { type MotionDocument, readTake } from '../index.ts';

const FRAMES = [5, 20, 38, 55];
const drawer = (frameOf: (frame: number) => number, last = 70): MotionDocument =>
  sceneOf(
    [
      subjectWith('drawer', {
        'position.x': soft(...FRAMES.map((frame, i): [number, number] => [frameOf(frame), [0, 600, 250, 500][i]!])),
      }),
    ],
    last,
  );
const MODEL = drawer((frame) => frame);

test.each<[string, (frame: number) => number, string[]]>([
  ['on time', (frame) => frame, []],
  ['late', (frame) => frame + 3, ['Everything is 3 frames late.']],
  [
    'quicker',
    (frame) => 5 + (frame - 5) * 0.8,
    ['It runs at 125 % of the speed: 40 frames where the target takes 50.'],
  ],
  [
    'late from a key on',
    (frame) => (frame < 38 ? frame : frame + 4),
    ['From frame 38 on, everything is 4 frames late.'],
  ],
  [
    'late at one key',
    (frame) => (frame === 20 ? 23 : frame),
    ['The drawer reaches the extreme 3 frames late: frame 23 instead of 20.'],
  ],
])('a recording %s, through noise or without, is said to be that and nothing else', (_, frameOf, sentences) => {
  for (let seed = 1; seed <= 5; seed++)
    for (const rekey of [KEYINGS['baked']!, KEYINGS['tracked']!, ROUGH_KEYINGS['keyed on every other frame']!]) {
      const { findings } = readTake(
        { motion: MODEL, tolerances: { keyFrames: 1, spacingPercent: 4 } },
        rekey(drawer(frameOf), createDice(seed)),
      );
      expect(findings.map(({ sentence }) => sentence)).toEqual(sentences);
    }
});

test('of a recording that also goes elsewhere it is said where', () => {
  const short = drawer((frame) => frame);
  const [subject] = short.subjects;
  const channels = subject!.channels.map((channel) => ({
    ...channel,
    keys: channel.keys.map((key) => (key.frame === 20 ? { ...key, value: 500 } : key)),
  }));
  const { findings } = readTake(
    { motion: MODEL, tolerances: { keyFrames: 1, spacingPercent: 4 } },
    KEYINGS['tracked']!({ ...short, subjects: [{ ...subject!, channels }] }, createDice(3)),
  );
  expect(findings.map(({ kind, firstFrame, measured }) => [kind, firstFrame, Math.round(measured / 5) * 5])).toEqual([
    ['pose-off', 20, 100],
  ]);
});
