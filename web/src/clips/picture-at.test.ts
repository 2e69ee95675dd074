import fc from 'fast-check';
import { expect, test } from 'vitest';
import { pictureAt } from './picture-at.ts';
import type { ClipPictures } from './use-clip-pictures.ts';

const clipOf = (seconds: readonly number[]): ClipPictures => ({
  width: 4,
  height: 3,
  pictures: seconds.map((at) => ({ at }) as unknown as ImageBitmap),
  seconds,
  isWhole: true,
  isCut: false,
});

test('the last picture that is shown by then, as by looking at each; before the first the first', () => {
  fc.assert(
    fc.property(
      fc.uniqueArray(fc.double({ min: 0, max: 60, noNaN: true }), { minLength: 1, maxLength: 40 }),
      fc.double({ min: -1, max: 61, noNaN: true }),
      (times, since) => {
        const seconds = times.toSorted((a, b) => a - b);
        const clip = clipOf(seconds);
        const last = seconds.findLastIndex((at) => at <= seconds[0]! + since);
        expect(pictureAt(clip, since)).toBe(clip.pictures[Math.max(0, last)]);
      },
    ),
  );
  expect(pictureAt(clipOf([]), 1)).toBeNull();
});
