import { createChannel, createKey } from '@undulan/core';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { createTimeScale, labelStep } from '../../time/index.ts';
import { END_PX } from '../../time/time-scale.ts';
import { parseValue } from '../../values/channel-looks.ts';
import { formatValue, toFineness } from '../../values/index.ts';
import { createValueScale, curvePath, frameValues } from './curve-path.ts';

test('the range fills the width but for room at both ends, and places go both ways', () => {
  const scale = createTimeScale(1, 25, 660);
  expect([scale.xOf(1), scale.xOf(25)]).toEqual([END_PX, 660 - END_PX]);
  fc.assert(
    fc.property(
      fc.integer({ min: -500, max: 500 }),
      fc.integer({ min: 0, max: 5000 }),
      fc.integer({ min: 100, max: 3000 }),
      fc.double({ min: -100, max: 6000, noNaN: true }),
      (first, frames, width, frame) => {
        const any = createTimeScale(first, first + frames, width);
        expect(any.frameAt(any.xOf(frame))).toBeCloseTo(frame, 6);
      },
    ),
  );
});

test('labels keep clear of each other, at round steps that suit the rate', () => {
  expect([40, 20, 10, 3].map((pxPerFrame) => labelStep(pxPerFrame, 24))).toEqual([1, 2, 4, 24]);
  expect([40, 10, 3, 1].map((pxPerFrame) => labelStep(pxPerFrame, 25))).toEqual([1, 5, 25, 50]);
  for (const px of [0.01, 0.5, 1, 2, 7, 33]) expect(labelStep(px, 30) * px).toBeGreaterThanOrEqual(34);
});

test('a value scale is fitted with room, the right way up, and a still motion stands in the middle', () => {
  const up = createValueScale([0, 600], 200, false, 20);
  expect(up.yOf(600)).toBeCloseTo(28, 9);
  expect(up.yOf(0)).toBeCloseTo(172, 9);
  expect(up.valueAt(up.yOf(345))).toBeCloseTo(345, 9);
  const down = createValueScale([100, 300], 200, true, 20);
  expect(down.yOf(300)).toBeGreaterThan(down.yOf(100));
  expect(createValueScale([50], 200, false, 20).yOf(50)).toBe(100);
  expect(createValueScale([], 200, false, 20).yOf(0)).toBe(100);
});

test('a drawn curve goes through the values of its frames, a take through those of its own time', () => {
  const channel = createChannel('position.x', 0, [createKey(1, 0, { leave: 'linear' }), createKey(5, 400)]);
  expect(frameValues(channel, 1, 5)).toEqual([0, 100, 200, 300, 400]);
  expect(frameValues(channel, 1, 3, (frame) => 1 + (frame - 1) * 2)).toEqual([0, 200, 400]);
  const path = curvePath(channel, createTimeScale(1, 5, 160), (value) => value);
  expect(path.startsWith(`M${END_PX.toFixed(1)} 0.0`)).toBe(true);
  expect(path.endsWith('L130.0 400.0')).toBe(true);
});

function valueOf(text: string): number | null {
  const read = parseValue(text);
  return read.ok ? read.value : null;
}

test('values are shown and read in their channel’s fineness, with or without unit, minus signs of both kinds', () => {
  expect(formatValue('position.x', -12.345)).toBe('−12.3');
  expect(formatValue('scale.x', 1.23456)).toBe('1.235');
  expect(formatValue('rotation', -0.01)).toBe('0');
  expect(['−12.3', ' 45 px', '1.5×', '90°', '80 %'].map(valueOf)).toEqual([-12.3, 45, 1.5, 90, 80]);
  expect(['', 'far', '1e99', '4 kg', 'Infinity'].map(valueOf)).toEqual([null, null, null, null, null]);
  fc.assert(
    fc.property(
      fc.double({ min: -5000, max: 5000, noNaN: true }),
      fc.constantFrom(...(['position.x', 'rotation', 'scale.y', 'opacity', 'travel'] as const)),
      (value, id) => {
        expect(valueOf(formatValue(id, value))).toBeCloseTo(toFineness(id, value), 12);
      },
    ),
  );
});
