import { expect, test } from 'vitest';
import { formatFixed } from './format-fixed.ts';

test('so many decimals, a true minus, and none before nothing', () => {
  expect([-1.25, -0.04, 0.04, -0, 12].map((value) => formatFixed(value, 1))).toEqual([
    '−1.3',
    '0.0',
    '0.0',
    '0.0',
    '12.0',
  ]);
});
