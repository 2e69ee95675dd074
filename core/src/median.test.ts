import fc from 'fast-check';
import { expect, test } from 'vitest';
import { medianOf } from './median.ts';

test('as many are below the middle as above it, and the numbers stay as they were', () => {
  fc.assert(
    fc.property(
      fc.array(fc.double({ noNaN: true, min: -1e9, max: 1e9 }), { minLength: 1, maxLength: 60 }),
      (values) => {
        const before = [...values];
        const middle = medianOf(values);
        expect(values).toEqual(before);
        expect(values).toContain(middle);
        expect(values.filter((value) => value < middle).length).toBeLessThanOrEqual(values.length / 2);
        expect(values.filter((value) => value > middle).length).toBeLessThanOrEqual(values.length / 2);
      },
    ),
  );
  expect(medianOf([3, 1])).toBe(3);
  expect(medianOf([])).toBeNaN();
});
