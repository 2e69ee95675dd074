import fc from 'fast-check';
import { expect, test } from 'vitest';
import { createChannel } from '../document/document.ts';
import { sampleChannel } from '../sampling/sample.ts';
import { fitKeys } from './fit-keys.ts';

/** How far keys are off values at most, on the whole frames from `first` on. */
function worstOff(keys: ReturnType<typeof fitKeys>[number], values: readonly number[], first: number): number {
  const channel = createChannel('position.x', 0, keys);
  return Math.max(...values.map((value, i) => Math.abs(sampleChannel(channel, first + i) - value)));
}

/** A smooth way of so many frames: a few waves laid over one another. */
const smooth = fc
  .tuple(
    fc.integer({ min: 4, max: 60 }),
    fc.array(fc.tuple(fc.double({ min: -80, max: 80, noNaN: true }), fc.double({ min: 1, max: 40, noNaN: true })), {
      minLength: 1,
      maxLength: 3,
    }),
  )
  .map(([count, waves]) =>
    Array.from({ length: count }, (_, i) =>
      waves.reduce((sum, [size, length]) => sum + size * Math.sin(i / length), 100),
    ),
  );

const NO_HINTS = (): [number, number][] => [];

test('keys meet every whole frame within the tolerance, their own frames exactly, and the asked ones have keys', () => {
  fc.assert(
    fc.property(
      smooth,
      fc.integer({ min: -50, max: 50 }),
      fc.double({ min: 0.05, max: 5, noNaN: true }),
      fc.double({ min: 0, max: 1, noNaN: true }),
      (values, first, tolerance, share) => {
        const last = first + values.length - 1;
        const middle = Math.round(first + (last - first) * share);
        const stops = [...new Set([first, middle, last])];
        const [keys] = fitKeys([values], first, stops, NO_HINTS, tolerance);
        expect(worstOff(keys!, values, first)).toBeLessThanOrEqual(tolerance + 1e-6);
        const frames = keys!.map(({ frame }) => frame);
        for (const stop of stops) expect(frames).toContain(stop);
        expect(frames).toEqual([...new Set(frames)].toSorted((a, b) => a - b));
        for (const { frame, value } of keys!) expect(value).toBe(values[frame - first]);
      },
    ),
  );
});

test('several columns have keys on the same frames, each within the tolerance', () => {
  fc.assert(
    fc.property(smooth, fc.double({ min: 0.1, max: 3, noNaN: true }), (values, tolerance) => {
      const others = values.map((value, i) => 500 - value / 2 + i);
      const [a, b] = fitKeys([values, others], 1, [1, values.length], NO_HINTS, tolerance);
      expect(a!.map(({ frame }) => frame)).toEqual(b!.map(({ frame }) => frame));
      expect(worstOff(a!, values, 1)).toBeLessThanOrEqual(tolerance + 1e-6);
      expect(worstOff(b!, others, 1)).toBeLessThanOrEqual(tolerance + 1e-6);
    }),
  );
});

test('what is straight needs no more than its ends, and stays straight; so does what stands', () => {
  for (const rise of [0, 3, -7.5]) {
    const values = Array.from({ length: 25 }, (_, i) => 40 + rise * i);
    const [keys] = fitKeys([values], 5, [5, 29], NO_HINTS, 0.01);
    expect(keys!.map(({ frame, leave }) => [frame, leave])).toEqual([
      [5, 'linear'],
      [29, 'linear'],
    ]);
  }
});

test('a curve that was drawn with two handles comes back with two keys by its own hint', () => {
  const drawn = fitKeys(
    [Array.from({ length: 25 }, (_, i) => 200 * (i / 24) ** 2 * (3 - (2 * i) / 24))],
    1,
    [1, 25],
    () => [[1 / 3, 2 / 3]],
    0.01,
  )[0]!;
  expect(drawn.map(({ frame }) => frame)).toEqual([1, 25]);
  // A smaller tolerance never takes fewer keys.
  const wavy = Array.from({ length: 49 }, (_, i) => 60 * Math.sin(i / 5) + 20 * Math.sin(i / 2));
  const counts = [8, 4, 2, 1, 0.5, 0.1].map((tolerance) => fitKeys([wavy], 1, [1, 49], NO_HINTS, tolerance)[0]!.length);
  expect(counts).toEqual(counts.toSorted((a, b) => a - b));
});
