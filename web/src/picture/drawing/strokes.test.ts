import fc from 'fast-check';
import { expect, test } from 'vitest';
import { lineWidthOn, pathsOf, type Spot, strokeOf, thinned } from './strokes.ts';

const way = (...points: [number, number][]): Spot[] => points.map(([x, y]) => ({ x, y }));

test('a hand’s way becomes a pen line, an arrow from start to end, or an arc through the middle of its length', () => {
  const hand = way([0, 0], [0, 30], [40, 30], [40, 0]);
  expect(strokeOf('pen', hand, 2)).toEqual({ kind: 'pen', points: hand });
  expect(strokeOf('arrow', hand, 2)!.points).toEqual(way([0, 0], [40, 0]));
  expect(strokeOf('arc', hand, 2)!.points).toEqual(way([0, 0], [20, 30], [40, 0]));
  expect(strokeOf('arrow', way([5, 5]), 2), 'a press alone draws nothing').toBeNull();
});

test('points kept of a way are apart, begin where it begins and end where it ends', () => {
  fc.assert(
    fc.property(
      fc.array(fc.record({ x: fc.integer({ min: 0, max: 960 }), y: fc.integer({ min: 0, max: 540 }) }), {
        minLength: 2,
        maxLength: 60,
      }),
      (points) => {
        const kept = thinned(points, 3);
        expect(kept[0]).toBe(points[0]);
        expect(kept.at(-1)).toEqual(points.at(-1));
        for (const [i, point] of kept.slice(1, -1).entries())
          expect(Math.hypot(point.x - kept[i]!.x, point.y - kept[i]!.y)).toBeGreaterThanOrEqual(3);
      },
    ),
  );
});

test('an arc’s line passes the middle point half-way; an arrow has a head at its end', () => {
  const arc = pathsOf({ kind: 'arc', points: way([0, 0], [50, 40], [100, 0]) }, 5);
  // Of a quadratic the middle is a quarter of each end and half of the control.
  const [, cx, cy] = /Q([\d.]+) ([\d.]+)/.exec(arc.line!)!.map(Number);
  expect([0.25 * 0 + 0.5 * cx! + 0.25 * 100, 0.5 * cy!]).toEqual([50, 40]);
  expect(pathsOf({ kind: 'arrow', points: way([0, 0], [100, 0]) }, 4).fill).toMatch(/^M100 0L/);
  expect(pathsOf({ kind: 'pen', points: way([0, 0], [10, 0], [30, 5]) }, 4).line).toBeNull();
  expect(lineWidthOn(1920)).toBe(10);
});
