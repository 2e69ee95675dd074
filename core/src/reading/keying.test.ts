import { expect, test } from 'vitest';
import { mapChannels, moving } from '../../testing/motion-parts.ts';
import { sceneOf, soft, subjectWith } from '../../testing/worked-scenes.ts';
import { createKey, exposedFrame, type MotionDocument, readTake, sampleChannel } from '../index.ts';

const MODEL = sceneOf([subjectWith('cup', { 'position.x': soft([4, 100], [20, 400], [30, 400], [42, 150]) })], 48);
const target = { motion: MODEL, tolerances: { keyFrames: 1, spacingPercent: 4 } };
const said = (take: MotionDocument): string[] => readTake(target, take).findings.map(({ sentence }) => sentence);

/** A key on every frame, each drawing there for so many, the first from a frame on; so many frames late. */
const drawnFor = (count: number, from: number, late = 0, round = (value: number): number => value): MotionDocument =>
  mapChannels(MODEL, (channel) =>
    moving(channel)
      ? {
          ...channel,
          keys: Array.from({ length: 48 }, (_, i) => {
            const value = round(sampleChannel(channel, exposedFrame(1 + i, from, count) - late));
            return createKey(1 + i, value, { leave: 'linear' });
          }),
        }
      : channel,
  );

test.each([
  [2, 'twos'],
  [3, 'threes'],
  [4, 'fours'],
])('a key on every frame, and each drawing there for %i of them, is on %s and nothing else', (count, name) => {
  const on = `The cup is shown on ${name}; the exercise is set on ones.`;
  for (const from of [1, 2]) expect(said(drawnFor(count, from))).toEqual([on]);
  expect(said(drawnFor(count, 2, 4))).toEqual([on, 'Everything is 4 frames late.']);
});

test('a recording on ones is none, though its values are rounded', () => {
  expect(said(drawnFor(1, 1))).toEqual([]);
  const slow = sceneOf(
    [subjectWith('cup', { rotation: [createKey(1, 0, { leave: 'linear' }), createKey(61, 30)] })],
    61,
  );
  const keys = Array.from({ length: 61 }, (_, i) => createKey(1 + i, Math.floor(i / 2), { leave: 'linear' }));
  const rounded = sceneOf([subjectWith('cup', { rotation: keys })], 61);
  expect(readTake({ ...target, motion: slow }, rounded).findings.map(({ kind }) => kind)).not.toContain(
    'exposure-differs',
  );
});
