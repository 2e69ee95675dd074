import { expect, test } from 'vitest';
import { found, sceneOf, soft, subjectWith } from '../../../testing/worked-scenes.ts';
import { playsInLoop } from './find-loop.ts';

const KINDS = ['loop-open', 'loop-hitches', 'loop-jerks'] as const;
const swing = (...keys: [number, number][]) => sceneOf([subjectWith('ladle', { rotation: soft(...keys) })], 24);
const closes = swing([1, -30], [13, 30], [25, -30]);
const tolerances = { keyFrames: 1, spacingPercent: 5 };

test('a target plays in a loop because it says so, or because its keys close one frame past the range', () => {
  expect(playsInLoop({ motion: closes, tolerances })).toBe(true);
  expect(playsInLoop({ motion: closes, tolerances, loops: false })).toBe(false);
  expect(playsInLoop({ motion: swing([1, -30], [24, 30]), tolerances })).toBe(false);
  expect(playsInLoop({ motion: swing([1, -30], [24, 30]), tolerances, loops: true })).toBe(true);
});

test('a loop that closes nine degrees off is open by nine, between the last frame and the first', () => {
  expect(found(closes, closes, KINDS)).toEqual([]);
  const [open] = found(closes, swing([1, -30], [13, 30], [25, -21]), KINDS);
  expect(open).toMatchObject({ kind: 'loop-open', measured: 9, unit: '°', firstFrame: 24, lastFrame: 24 });
  expect(found(closes, swing([1, -30], [13, 30], [25, -21]), KINDS, { loops: false })).toEqual([]);
});

test('a cycle whose last key stands within the range plays its closing drawing twice', () => {
  const long = sceneOf([subjectWith('ladle', { rotation: soft([1, -30], [13, 30], [24, -30]) })], 24);
  expect(
    found(sceneOf([subjectWith('ladle', { rotation: soft([1, -30], [13, 30], [24, -29.5]) })], 24), long, KINDS, {
      loops: true,
    }).map(({ kind }) => kind),
  ).toEqual(['loop-hitches']);
});
