import fc from 'fast-check';
import { expect, test } from 'vitest';
import type { Sighting } from './follow-blob.ts';
import { settleTrack } from './settle-track.ts';
import { eventsOfTrack } from './track-events.ts';
import { exposureOf } from './track-exposure.ts';

const seen = (x: number, sure = 1, errorX = 0): Sighting => ({
  x,
  y: 100,
  sure,
  width: 40,
  height: 30,
  error: sure === 0 ? { x: Infinity, y: Infinity } : { x: errorX, y: 0 },
});
const settle = (sightings: Sighting[]) =>
  settleTrack(
    sightings,
    sightings.map((_, i) => i / 24),
    sightings.map((_, i) => i),
  );

test('what is wholly seen stays exactly where it is seen', () => {
  fc.assert(
    fc.property(fc.array(fc.double({ min: 0, max: 640, noNaN: true }), { minLength: 2, maxLength: 40 }), (xs) => {
      expect(settle(xs.map((x) => seen(x))).map(({ x, guessed }) => [x, guessed])).toEqual(xs.map((x) => [x, false]));
    }),
  );
});

test('what is hidden goes on as it went; what is half hidden stays within what its edges allow', () => {
  const sightings = Array.from({ length: 20 }, (_, i) =>
    i >= 8 && i <= 10 ? seen(0, 0) : i === 7 ? seen(64, 0.6, 10) : seen(10 * i),
  );
  const settled = settle(sightings);
  for (const i of [8, 9, 10]) {
    expect(settled[i]!.x).toBeCloseTo(10 * i, 0);
    expect(settled[i]!.guessed).toBe(true);
  }
  expect(settled[7]!.guessed).toBe(false);
  expect(settled[7]!.x).toBeGreaterThan(64);
  expect(settled[7]!.x).toBeLessThanOrEqual(74);
});

test('nothing ever seen is guessed where it was last thought to be', () => {
  expect(settle([seen(5, 0), seen(6, 0)]).map(({ x, guessed }) => [x, guessed])).toEqual([
    [5, true],
    [6, true],
  ]);
});

const along = (xs: readonly number[]) => xs.map((x) => ({ x, y: 50 }));

test('the stand that most frames go to is the exposure, whatever stands otherwise', () => {
  const twos = Array.from({ length: 40 }, (_, i) => 12 * Math.floor(i / 2));
  const mixed = twos.map((x, i) => (i >= 20 && i < 26 ? 6 * i : x));
  for (const xs of [twos, mixed]) expect(exposureOf(along(xs)).exposure).toBe(2);
  expect(exposureOf(along(Array.from({ length: 40 }, (_, i) => 5 * i))).exposure).toBe(1);
  // What never moves is on ones, as far as can be told.
  expect(exposureOf(along(Array.from({ length: 40 }, () => 7))).exposure).toBe(1);
  expect(exposureOf([]).repeats).toEqual([]);
});

test('of a way without an end or a turn nothing happens; of one that turns at once something is touched', () => {
  const of = (xs: readonly number[]) => eventsOfTrack(along(xs), exposureOf(along(xs)));
  expect(of(Array.from({ length: 30 }, (_, i) => 4 * i))).toEqual([]);
  const bounced = Array.from({ length: 31 }, (_, i) => 100 - 6 * Math.abs(i - 15));
  expect(of(bounced)).toEqual([{ frame: 15, kind: 'contact' }]);
  expect(of([1, 2])).toEqual([]);
});
