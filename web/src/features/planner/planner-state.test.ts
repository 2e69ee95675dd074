import { framesPerSecond, readRun } from '@undulan/core';
import { expect, test } from 'vitest';
import { withBeat } from './change-run.ts';
import { type PlannerState, readPlanner, writePlanner } from './planner-state.ts';

const plain = readPlanner(new URLSearchParams());

test('what is usual stays out of the address, and an empty address is the usual state', () => {
  expect(writePlanner(plain).toString()).toBe('tool=act');
  expect(readPlanner(new URLSearchParams('tool=nothing'))).toEqual(plain);
});

test('every state comes back from its address, wrong input included', () => {
  const state: PlannerState = {
    ...plain,
    tool: 'counts',
    rate: 'quick',
    tempo: '92',
    movers: [{ name: 'Whisk & bowl', speed: '3 ft/s', length: '' }],
    runs: [
      [0, 512, 1040],
      [0, 498],
    ],
    beatNames: ['reach', '', 'grab'],
  };
  expect(readPlanner(new URLSearchParams(writePlanner(state).toString()))).toEqual(state);
});

test('a spoiled run in an address is put in order and limited', () => {
  expect(readPlanner(new URLSearchParams('run=500-0-x-500-9-1e12-Infinity')).runs).toEqual([[0, 9, 500]]);
  expect(
    readPlanner(new URLSearchParams(`run=${Array.from({ length: 99 }, (_, i) => i).join('-')}`)).runs[0],
  ).toHaveLength(60);
});

test('a beat nudged a frame at a time is a whole frame on each time, by way of the address', () => {
  const rate = { num: 24, den: 1 };
  for (const tap of [479, 480, 521, 604]) {
    const state: PlannerState = { ...plain, runs: [[0, tap, 3000]] };
    for (let k = 1; k <= 12; k++) {
      const [run] = readPlanner(writePlanner(state)).runs;
      state.runs = [withBeat(run!, 1, run![1]! + 1000 / framesPerSecond(rate))];
      expect(readRun(state.runs[0]!, rate)[1]!.rounded).toBe(readRun([0, tap], rate)[1]!.rounded + k);
    }
  }
});
