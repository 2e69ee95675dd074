import type { DrillRun } from '@undulan/contract';
import { createDrill, type DrillResult } from '@undulan/core';
import { expect, test } from 'vitest';
import { resultsBy } from './results-by.ts';

const result = (of: DrillResult['of'], size: number): DrillResult => ({
  of,
  size,
  low: size - 1,
  high: size + 1,
  trials: 40,
  bias: null,
  named: null,
});
const run = (day: number, results: DrillResult[], part: Partial<DrillRun> = {}): DrillRun => ({
  ...createDrill('lands-later'),
  id: `run-${day}`,
  doneAt: `2026-11-0${day}T10:00:00.000Z`,
  trials: 40,
  guessed: false,
  results,
  ...part,
});

test('what was seen, first to last; each rate for itself, guesses nowhere, what there is most of first', () => {
  const later = (size: number) => [result('lands-later', size)];
  const by = resultsBy([
    run(5, [result('drift', 3), result('float', 40)]),
    run(4, later(2)),
    run(3, later(9), { guessed: true }),
    run(2, later(4), { fps: 60 }),
    run(1, later(5)),
  ]);
  expect(by.map(({ id, points }) => [id, ...points.map(({ size }) => size)])).toEqual([
    ['lands-later 24', 5, 2],
    ['lands-later 60', 4],
    ['drift 24', 3],
    ['float 24', 40],
  ]);
  expect(resultsBy([])).toEqual([]);
});
