import { createMotion } from '@undulan/core';
import { expect, test } from 'vitest';
import { gridLines, gridStep, sayPlace } from './stage-grid.ts';

const { stage } = createMotion();

test('lines are a round number of px or metres apart, finer the nearer the picture is', () => {
  expect([0.25, 0.5, 1, 4].map((scale) => gridStep(stage, 'px', scale))).toEqual([200, 100, 50, 10]);
  // A hundred px are a metre.
  expect([0.5, 4].map((scale) => gridStep(stage, 'm', scale))).toEqual([100, 10]);
  expect(sayPlace(gridStep(stage, 'm', 4), 'm', stage)).toBe('0.1');
  expect(gridLines(540, 200)).toEqual([0, 200, 400]);
});
