import fc from 'fast-check';
import { expect, test } from 'vitest';
import { createWarp } from './warp.ts';

/** Thousandths of a frame, as the schema's frames may be. */
const frame = fc.integer({ min: -100_000_000, max: 100_000_000 }).map((thousandths) => thousandths / 1000);

test('what is nowhere late is carried to its own frame exactly: right beside a step another pose is shown', () => {
  fc.assert(
    fc.property(
      fc.uniqueArray(frame, { minLength: 1, maxLength: 6 }),
      fc.integer({ min: -1e5, max: 1e5 }),
      (at, on) => {
        const warp = createWarp(at.toSorted((a, b) => a - b).map((from) => ({ from, to: from })));
        expect(warp(on) === on).toBe(true);
      },
    ),
  );
});

test('before the first pair and after the last it goes on as it is there, on whole frames where they are', () => {
  const warp = createWarp([
    { from: 10, to: 12 },
    { from: 20, to: 17 },
  ]);
  expect([4, 10, 15, 20, 31].map(warp)).toEqual([6, 12, 14.5, 17, 28]);
  expect(createWarp([{ from: 0.1, to: 0.4 }])(0.7 - 0.1 - 0.1)).toBeCloseTo(0.8, 12);
});
