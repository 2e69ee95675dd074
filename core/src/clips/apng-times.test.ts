import fc from 'fast-check';
import { expect, test } from 'vitest';
import { apngSeconds } from './apng-times.ts';

/** A chunk of a PNG; what it is checked by is not looked at. */
function chunk(kind: string, data: readonly number[]): number[] {
  const length = [24, 16, 8, 0].map((shift) => (data.length >>> shift) & 0xff);
  return [...length, ...[...kind].map((letter) => letter.charCodeAt(0)), ...data, 0, 0, 0, 0];
}

/** A frame's control chunk that says for how long it stands. */
const frame = (numerator: number, denominator: number): number[] =>
  chunk('fcTL', [
    ...Array.from({ length: 20 }, () => 0),
    numerator >> 8,
    numerator & 0xff,
    denominator >> 8,
    denominator & 0xff,
    0,
    0,
  ]);

const pngOf = (...chunks: number[][]): Uint8Array =>
  Uint8Array.from([
    0x89,
    0x50,
    0x4e,
    0x47,
    0x0d,
    0x0a,
    0x1a,
    0x0a,
    ...chunk(
      'IHDR',
      Array.from({ length: 13 }, () => 1),
    ),
    ...chunks.flat(),
    ...chunk('IEND', []),
  ]);

test('each picture begins where those before it have had their time, exactly', () => {
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.integer({ min: 0, max: 65_535 }), fc.integer({ min: 0, max: 65_535 })), {
        minLength: 1,
        maxLength: 30,
      }),
      (delays) => {
        const found = apngSeconds(pngOf(...delays.flatMap((delay) => [frame(...delay), chunk('fdAT', [1, 2, 3, 4])])))!;
        let now = 0;
        delays.forEach(([numerator, denominator], i) => {
          expect(found[i]).toBeCloseTo(now, 9);
          // A denominator of nothing stands for hundredths, as the standard says.
          now += numerator / (denominator === 0 ? 100 : denominator);
        });
        expect(found).toHaveLength(delays.length);
      },
    ),
  );
});

test('a still PNG has no times, nor has what is cut off in its first control chunk', () => {
  expect(apngSeconds(pngOf(chunk('IDAT', [1, 2, 3])))).toBeNull();
  const moving = pngOf(frame(1, 24), frame(1, 24));
  expect(apngSeconds(moving.subarray(0, 50))).toBeNull();
  expect(apngSeconds(new Uint8Array())).toBeNull();
});

test('a length that lies beyond the end, and any bytes at all, end it without harm', () => {
  const lying = pngOf(frame(1, 24));
  lying.set([0xff, 0xff, 0xff, 0xf0], 8);
  expect(apngSeconds(lying)).toBeNull();
  fc.assert(
    fc.property(fc.uint8Array({ maxLength: 400 }), (bytes) => {
      const seconds = apngSeconds(bytes);
      if (seconds) expect(seconds.every((time, i) => i === 0 || time >= seconds[i - 1]!)).toBe(true);
    }),
  );
});
