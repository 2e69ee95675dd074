import { expect, test } from 'vitest';
import { closesItself, fitLine, type PenPoint, simplifyLine } from './fit-line.ts';

const arc = (turns: number): PenPoint[] =>
  Array.from({ length: 81 }, (_, i) => {
    const angle = (i / 80) * turns * 2 * Math.PI;
    return { x: 100 * Math.cos(angle) + (i % 2), y: 100 * Math.sin(angle), press: i / 80 };
  });

test('a line by hand becomes few points that end where it did, the fewer the more it is smoothed', () => {
  const way = arc(0.5);
  const [exact, smooth] = [fitLine(way, 0)!, fitLine(way, 100)!];
  expect(smooth.length).toBeLessThan(exact.length);
  expect(smooth.length).toBeLessThan(6);
  expect([smooth[0]!.x, smooth.at(-1)!.x]).toEqual([100, -100]);
  expect(smooth[0]!.in).toEqual({ x: 0, y: 0 });
  // The pen was pressed harder and harder.
  expect(smooth.map(({ press }) => press)).toEqual([...smooth.map(({ press }) => press)].sort());
});

test('a press without a way is a dot; what comes back to its beginning closes', () => {
  expect(fitLine([{ x: 3, y: 4, press: 1 }], 50)).toHaveLength(1);
  expect(fitLine([], 50)).toBeNull();
  expect([closesItself(arc(0.5)), closesItself(arc(1))]).toEqual([false, true]);
});

test('a line is simplified to fewer points, and stays closed; one that has few already stays as it is', () => {
  const none = { x: 0, y: 0 };
  const round = {
    closed: true,
    points: arc(1)
      .slice(0, -1)
      .map((point) => ({ ...point, in: none, out: none })),
  };
  const simple = simplifyLine(round, 60);
  expect([simple.closed, simple.points.length < 20, simple.points[0]!.in === none]).toEqual([true, true, false]);
  expect(simplifyLine(simple, 0)).toBe(simple);
});
