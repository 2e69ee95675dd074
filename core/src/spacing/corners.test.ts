import { expect, test } from 'vitest';
import { cornersOf } from './corners.ts';

const arc = Array.from({ length: 13 }, (_, i) => [i * 10, -60 * Math.sin((i / 12) * Math.PI)]);

test('an arc has no corner, in the plane or in space; one drawing out of its way has', () => {
  expect(cornersOf(arc, 0.5)).toEqual([]);
  expect(cornersOf(arc.map(([x, y]) => [x!, y!, x! * 0.3]), 0.5)).toEqual([]); // prettier-ignore
  // From the front it is an arc still; in depth it breaks.
  const broken = arc.map(([x, y], i) => [x!, y!, i < 6 ? 0 : (i - 6) * 20]);
  expect([
    cornersOf(broken, 0.5),
    cornersOf(
      broken.map(([, y, z]) => [z!, y!]),
      0.5,
    ),
  ]).toEqual([[6], [6]]);
});

test('a swing turns back and has no corner; what hardly moves has none', () => {
  expect(cornersOf([0, 10, 20, 10, 0].map((x) => [x, 0]), 0.5)).toEqual([]); // prettier-ignore
  expect(
    cornersOf(
      arc.map(([x, y], i) => (i === 6 ? [x! + 0.1, y! + 0.1] : [x! / 1e3, y! / 1e3])),
      1,
    ),
  ).toEqual([]);
});
