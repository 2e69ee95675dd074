import fc from 'fast-check';
import { expect, test } from 'vitest';
import { z } from 'zod';
import { readDecimal } from './read-decimal.ts';

test('a number is read with point or comma, either minus, and its unit before or after', () => {
  expect(['2.5', '2,5', ' +2.5 ', '.5', '5.', '−3', '-3', '1e3'].map((text) => readDecimal(text))).toEqual([
    2.5, 2.5, 2.5, 0.5, 5, -3, -3, 1000,
  ]);
  expect(readDecimal('80 %', { unit: '%' })).toBe(80);
  expect(readDecimal('±2', { unit: '±' })).toBe(2);
  expect(readDecimal('80 %')).toBeNull();
});

test('what is no number is none, whatever other notations make of it', () => {
  for (const text of ['', ' ', '.', '-', '0x10', '1 000', '1,2,3', 'Infinity', '1e999', 'twelve', '2.5 s'])
    expect(readDecimal(text)).toBeNull();
});

test('bounds are those of the schema', () => {
  const within = z.int().min(1).max(48);
  expect(['1', '48', '0', '49', '2.5'].map((text) => readDecimal(text, { within }))).toEqual([1, 48, null, null, null]);
});

test('every finite number is read back as it is written', () => {
  fc.assert(
    fc.property(fc.double({ noNaN: true, noDefaultInfinity: true }), (value) => {
      expect(readDecimal(String(value).replace('-', '−'))).toBe(value === 0 ? readDecimal(String(value)) : value);
    }),
  );
});
