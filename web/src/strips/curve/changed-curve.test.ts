import { createChannel, createKey } from '@undulan/core';
import { expect, test } from 'vitest';
import { createTimeScale } from '../../time/index.ts';
import { ALL_COLUMNS, createValueScale, ROOM_PX } from '../kit/index.ts';
import { changedCurve } from './changed-curve.ts';
import type { PaintedCurve } from './paint-curve.ts';

const channel = createChannel(
  'rotation',
  0,
  Array.from({ length: 101 }, (_, i) => createKey(1 + i, i % 3)),
);
const scale = createTimeScale(1, 101, 660);
const curve: PaintedCurve = {
  channel,
  values: createValueScale([0, 10], 200, false, 1),
  colour: 'var(--take)',
  dash: '',
  opacity: 1,
  widthPx: 2,
  selected: [],
  ringPx: 5.5,
};

test('a curve on another scale, or in another look, is painted anew as a whole; one that stays, not at all', () => {
  expect(changedCurve(curve, { ...curve, values: createValueScale([0, 20], 200, false, 1) }, scale)).toBe(ALL_COLUMNS);
  expect(changedCurve(curve, { ...curve, colour: 'var(--target)' }, scale)).toBe(ALL_COLUMNS);
  const { from, to } = changedCurve(curve, { ...curve, selected: [] }, scale);
  expect(to).toBeLessThan(from);
});

test('a key that moved is painted anew as far as its neighbours, and one taken hold of too', () => {
  const keys = channel.keys.map((key) => (key.frame === 51 ? { ...key, value: key.value + 5 } : key));
  // A computed handle of the key beside is another too: to the one after it.
  const moved = { ...curve, channel: { ...channel, keys }, selected: [46, 51] };
  expect(changedCurve(curve, moved, scale)).toEqual({ from: scale.xOf(45) - ROOM_PX, to: scale.xOf(53) + ROOM_PX });
  // Where there is room dashes are seen, and begin where the line does.
  expect(changedCurve(curve, moved, createTimeScale(46, 56, 660, { first: 1, last: 101 }))).toBe(ALL_COLUMNS);
});
