import { type PathPoint, type PointLine, splitPiece } from '@undulan/core';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { bendPiece, isSmooth, moveHandle, nearestOn, removePoint, turnPoint } from './point-edits.ts';

const at = (x: number, y: number, reach = 0): PathPoint => ({
  x,
  y,
  in: { x: -reach, y: 0 },
  out: { x: reach, y: 0 },
});
const LINE: PointLine = { closed: false, points: [at(0, 0, 20), at(100, 50, 30), at(200, 0, 20)] };

/** The point of a piece at a parameter. */
function pointOf({ points, closed }: PointLine, piece: number, t: number): [number, number] {
  const [from, to] = [points[piece]!, points[closed ? (piece + 1) % points.length : piece + 1]!];
  const u = 1 - t;
  const side = (a: number, b: number, c: number, d: number): number =>
    u * u * u * a + 3 * u * u * t * b + 3 * u * t * t * c + t * t * t * d;
  return [
    side(from.x, from.x + from.out.x, to.x + to.in.x, to.x),
    side(from.y, from.y + from.out.y, to.y + to.in.y, to.y),
  ];
}

test('with a point more the line stays as it is', () => {
  const share = fc.double({ min: 0.05, max: 0.95, noNaN: true });
  fc.assert(
    fc.property(share, share, fc.boolean(), fc.integer({ min: 0, max: 1 }), (cut, t, closed, one) => {
      const line = { ...LINE, closed };
      const piece = closed ? one + 1 : one;
      const split = { closed, points: splitPiece(line, piece, cut) };
      expect(split.points).toHaveLength(4);
      const [first, second] = [pointOf(split, piece, t), pointOf(split, piece + 1, t)];
      const same = (a: readonly number[], b: readonly number[]): void =>
        a.forEach((value, i) => expect(value).toBeCloseTo(b[i]!, 6));
      same(first, pointOf(line, piece, t * cut));
      same(second, pointOf(line, piece, cut + t * (1 - cut)));
    }),
  );
});

test('a piece is bent to where it is dragged', () => {
  const bent = bendPiece(LINE, 0, 0.3, { x: 5, y: -12 });
  const [before, after] = [pointOf(LINE, 0, 0.3), pointOf({ ...LINE, points: bent }, 0, 0.3)];
  expect([after[0] - before[0], after[1] - before[1]].map((value) => Number(value.toFixed(6)))).toEqual([5, -12]);
});

test('a smooth point keeps its handles in line, unless one is dragged alone; a corner is made of it and back', () => {
  const turned = moveHandle(LINE.points, 1, 'out', { x: 100, y: 90 }, false);
  expect(turned[1]!.in.x).toBeCloseTo(0);
  expect(turned[1]!.in.y).toBeCloseTo(-30);
  expect(moveHandle(LINE.points, 1, 'out', { x: 100, y: 90 }, true)[1]!.in).toEqual({ x: -30, y: 0 });
  const corner = turnPoint(LINE, 1);
  expect([isSmooth(LINE.points[1]!), isSmooth(corner[1]!)]).toEqual([true, false]);
  expect(isSmooth(turnPoint({ ...LINE, points: corner }, 1)[1]!)).toBe(true);
});

test('the nearest place of a line is found; of two points none goes', () => {
  expect(nearestOn(LINE, { x: 100, y: 52 })).toMatchObject({ piece: 0, t: 1 });
  expect([removePoint(LINE.points, 1)?.length, removePoint(LINE.points.slice(1), 0)]).toEqual([2, null]);
});
