import fc from 'fast-check';
import { expect, test } from 'vitest';
import { z } from 'zod';
import { readDecimal } from './read-decimal.ts';

/** The number read; what is said of it where it is none that is wanted. */
function read(text: string, options?: Parameters<typeof readDecimal>[1]): number | string {
  const result = readDecimal(text, options);
  return result.ok ? result.value : result.issues[0]!.message;
}

test('a number is read with point or comma, either minus, and its unit before or after', () => {
  expect(['2.5', '2,5', ' +2.5 ', '.5', '5.', '−3', '-3', '1e3'].map((text) => read(text))).toEqual([
    2.5, 2.5, 2.5, 0.5, 5, -3, -3, 1000,
  ]);
  expect(read('80 %', { unit: '%' })).toBe(80);
  expect(read('±2', { unit: '±' })).toBe(2);
  expect(readDecimal('80 %').ok).toBe(false);
});

test('a sum is read as a number, by the signs of keyboards and of type', () => {
  const sums = ['12 + 4', '48/2', '(3+1)*2', '1½', '−(2)', '2,5 × 4', '7 ÷ 2 − 1', '1 1/2 + 1/2'];
  expect(sums.map((text) => read(text))).toEqual([16, 24, 8, 1.5, -2, 10, 2.5, 2]);
  for (const text of ['1 +', '2 * (3', '4 / 0', '(1)(2)', '1 2', '+'.repeat(300)])
    expect(readDecimal(text).ok).toBe(false);
});

test('what is no number is none, whatever other notations make of it', () => {
  for (const text of ['', ' ', '.', '-', '0x10', '1 000', '1,2,3', 'Infinity', '1e999', 'twelve', '2.5 s'])
    expect(readDecimal(text).ok).toBe(false);
});

test('bounds are those of the schema, and are said', () => {
  const within = z.int().min(1).max(48);
  const says = 'A whole number from 1 to 48.';
  expect(['1', '48', '0', '49', '2.5', ''].map((text) => read(text, { within }))).toEqual([
    1,
    48,
    says,
    says,
    says,
    says,
  ]);
  const others: [z.ZodType, string][] = [
    [z.number().min(-0.5).max(0.5).nullable(), 'A number from −0.5 to 0.5.'],
    [z.number().positive().max(8).optional(), 'A number of more than 0, at most 8.'],
    [z.number().gt(0), 'A number, more than 0.'],
    [z.int().min(1), 'A whole number, at least 1.'],
    [z.number().max(9), 'A number, at most 9.'],
    [z.int(), 'A whole number, such as 12.'],
    [z.number(), 'A number, such as 12.5.'],
    [z.number().min(-1e9).max(1e9), 'A number, such as 12.5.'],
  ];
  for (const [schema, words] of others) expect(read('many', { within: schema })).toBe(words);
});

test('every finite number is read back as it is written', () => {
  fc.assert(
    fc.property(fc.double({ noNaN: true, noDefaultInfinity: true }), (value) => {
      expect(read(String(value).replace('-', '−'))).toBe(value === 0 ? read(String(value)) : value);
    }),
  );
});
