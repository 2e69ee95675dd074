import { createDrill, DRILL_FAULTS, DRILL_KINDS, DRILL_RATES } from '@undulan/core';
import { expect, test } from 'vitest';
import { drillPath, fromAddress, toAddress } from './drill-address.ts';

test('every drill has an address of its own, and is found by it', () => {
  const all = [
    ...DRILL_KINDS.map((kind) => createDrill(kind)),
    ...DRILL_FAULTS.map((fault) => createDrill('spot-the-fault', fault)),
  ];
  const every = all.flatMap((drill) => DRILL_RATES.map((fps) => ({ ...drill, fps })));
  for (const drill of every) expect(fromAddress(toAddress(drill))).toEqual(drill);
  expect(new Set(every.map(toAddress)).size).toBe(every.length);
  expect(drillPath('c1', createDrill('spot-the-fault', 'drift'))).toBe(
    '/courses/c1/drills?drill=spot-the-fault.drift.24',
  );
});

test('without a rate it is the usual one; what is no drill is none', () => {
  expect(fromAddress('tap-contact')).toEqual(createDrill('tap-contact'));
  for (const words of [
    null,
    '',
    'tap',
    'lands-later.drift',
    'lands-later.25.5',
    'lands-later.7',
    'spot-the-fault.nothing',
  ])
    expect(fromAddress(words)).toBeNull();
});
