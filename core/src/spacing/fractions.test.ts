import { expect, test } from 'vitest';
import { drawnToFraction, fractionOf, shareWords } from './fractions.ts';

test('a share near a chart fraction is that fraction; else it is written in percent', () => {
  expect([0.5, 0.2502, 7 / 8, 1 / 3, 0.6].map(fractionOf)).toEqual(['1/2', '1/4', '7/8', '1/3', null]);
  expect([0.75, 0.6, -0.123].map(shareWords)).toEqual(['3/4', '60.0 %', '−12.3 %']);
});

test('a dragged share is drawn to the nearest fraction within reach', () => {
  expect([0.49, 0.53, 0.34, 0.9].map((share) => drawnToFraction(share, 0.02))).toEqual([0.5, 0.53, 1 / 3, 0.9]);
});
