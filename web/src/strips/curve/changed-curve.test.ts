import { createChannel, createKey } from '@undulan/core';
import { expect, test } from 'vitest';
import { createTimeScale } from '../../time/index.ts';
import { createValueScale } from '../kit/index.ts';
import { changedCurve } from './changed-curve.ts';
import type { PaintedCurve } from './paint-curve.ts';

const channel = createChannel(
  'rotation',
  0,
  Array.from({ length: 20 }, (_, i) => createKey(1 + i * 5, i % 3)),
);
const scale = createTimeScale(1, 101, 660);
const curve: PaintedCurve = {
  channel,
  values: createValueScale([0, 10], 200, false, 1),
  colour: 'var(--take)',
  dash: '',
  opacity: 1,
  selected: [],
  ringPx: 5.5,
};

test('a curve on another scale, or in another look, is painted anew as a whole', () => {
  expect(changedCurve(curve, { ...curve, values: createValueScale([0, 20], 200, false, 1) }, scale)).toBeNull();
  expect(changedCurve(curve, { ...curve, colour: 'var(--target)' }, scale)).toBeNull();
});

test('a key that moved is painted anew as far as its neighbours, and one taken hold of too', () => {
  const keys = channel.keys.map((key) => (key.frame === 51 ? { ...key, value: key.value + 5 } : key));
  const { from, to } = changedCurve(curve, { ...curve, channel: { ...channel, keys }, selected: [6, 51] }, scale)!;
  expect(from).toBeLessThan(scale.xOf(6));
  expect(to).toBeGreaterThan(scale.xOf(61));
  expect(to).toBeLessThan(scale.xOf(66));
});
