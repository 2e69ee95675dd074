import { expect, test } from 'vitest';
import { NO_LENGTH, scaleOf, withEnd } from './known-length.ts';

test('two ends and a length say how many stage pixels a pixel of the clip is', () => {
  const ends = withEnd(withEnd(NO_LENGTH, { x: 10, y: 10 }), { x: 40, y: 50 });
  expect(scaleOf(ends, 100)).toBeNull();
  expect(scaleOf({ ...ends, metres: 1 }, 100)).toBe(2);
  // Pressed once more it begins anew; ends on one spot measure nothing.
  const anew = withEnd({ ...ends, metres: 1 }, { x: 5, y: 5 });
  expect(scaleOf(anew, 100)).toBeNull();
  expect(scaleOf(withEnd(anew, { x: 6, y: 5 }), 100)).toBeNull();
});
