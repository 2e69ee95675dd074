import fc from 'fast-check';
import { expect, test } from 'vitest';
import { ClockOffset } from './shared-clock.ts';

/** An exchange with a clock that is ahead, over ways of some milliseconds there and back. */
const exchange = (sentMs: number, ahead: number, there: number, back: number) => ({
  sentMs,
  thereMs: sentMs + there + ahead,
  backMs: sentMs + there + back,
});

test('the quickest of eight round trips counts', () => {
  const offset = new ClockOffset();
  expect([offset.ms, offset.isKnown, offset.errorMs]).toEqual([0, false, Infinity]);
  offset.add(exchange(0, 5000, 90, 10));
  expect(offset.ms).toBe(5040);
  offset.add(exchange(100, 5000, 3, 1));
  expect(offset.ms).toBe(5001);
  offset.add(exchange(200, 5000, 60, 0));
  expect([offset.ms, offset.errorMs]).toEqual([5001, 2]);
});

test('it is off by no more than it says, whatever the ways', () => {
  const way = fc.integer({ min: 0, max: 200 });
  fc.assert(
    fc.property(fc.integer(), fc.array(fc.tuple(way, way), { minLength: 1, maxLength: 7 }), (ahead, ways) => {
      const offset = new ClockOffset();
      ways.forEach(([there, back], i) => offset.add(exchange(i * 1000, ahead, there, back)));
      expect(Math.abs(offset.ms - ahead)).toBeLessThanOrEqual(offset.errorMs + 1e-6);
    }),
  );
});

test('a clock that drifts is followed, never by a jump', () => {
  const offset = new ClockOffset();
  let before = Number.NaN;
  for (let i = 0; i < 60; i++) {
    // 0.2 ms a second ahead more and more, asked every ten seconds.
    offset.add(exchange(i * 10_000, 300 + i * 2, 5, 5));
    if (i >= 8) expect(Math.abs(offset.ms - before)).toBeLessThan(5);
    before = offset.ms;
  }
  expect(Math.abs(offset.ms - (300 + 59 * 2))).toBeLessThan(20);
});
