import { expect, test } from 'vitest';
import { formatFixed, formatSigned } from './format-fixed.ts';

test('so many decimals, a true minus, and none before nothing', () => {
  expect([-1.25, -0.04, 0.04, -0, 12].map((value) => formatFixed(value, 1))).toEqual([
    '−1.3',
    '0.0',
    '0.0',
    '0.0',
    '12.0',
  ]);
});

test('with its sign, and none before nothing', () => {
  expect([1.25, -3, 0, 0.04, -0.04].map((value) => formatSigned(value, 1))).toEqual([
    '+1.3',
    '−3.0',
    '0.0',
    '0.0',
    '0.0',
  ]);
});
