import fc from 'fast-check';
import { expect, test } from 'vitest';
import { boxOfLines } from '../motion/document/look.ts';
import { linesOfSvgPath } from './svg-path.ts';

test('a path becomes lines with points and handles, whatever its commands', () => {
  const [round] = linesOfSvgPath('M10 20 h40 a10 10 0 0 1 10 10 v20 q0 10 -10 10 t-20 0 s-10 -5 -20 0 z')!;
  expect([round!.closed, round!.points.length]).toEqual([true, 7]);
  const circle = linesOfSvgPath('M-50 0A50 50 0 0 1 50 0A50 50 0 0 1 -50 0')!;
  expect(circle[0]!.closed).toBe(true);
  const box = boxOfLines(circle)!;
  for (const [value, due] of [
    [box.left, -50],
    [box.right, 50],
    [box.top, -50],
    [box.bottom, 50],
  ])
    // prettier-ignore
    expect(value).toBeCloseTo(due!, 1);
  expect(linesOfSvgPath('M0 0L10 10M20 20L30 30Z')!.map(({ closed }) => closed)).toEqual([false, true]);
});

test('what is no path is none, and nothing throws', () => {
  expect(linesOfSvgPath('L 3')).toBeNull();
  fc.assert(fc.property(fc.string(), (text) => void linesOfSvgPath(text)));
});
