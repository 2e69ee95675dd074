import { expect, test } from 'vitest';
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
  expect(readPlanner(new URLSearchParams('run=500-0-x-500-9')).runs).toEqual([[0, 9, 500]]);
  expect(
    readPlanner(new URLSearchParams(`run=${Array.from({ length: 99 }, (_, i) => i).join('-')}`)).runs[0],
  ).toHaveLength(60);
});
