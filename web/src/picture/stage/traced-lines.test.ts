import { boxOfLines, DrawnLine, READY_SHAPES } from '@undulan/core';
import { expect, test } from 'vitest';
import { linesOfLook } from './traced-lines.ts';

test('every ready shape is a closed line of its size', () => {
  for (const shape of [...READY_SHAPES, 'polygon'] as const) {
    const lines = linesOfLook({ shape, widthPx: 120, heightPx: 80, fill: '#9a6b00', sides: 4 })!;
    const box = boxOfLines(lines)!;
    expect(lines.every((line) => line.closed && DrawnLine.safeParse(line).success)).toBe(true);
    expect([Math.round(box.right - box.left), Math.round(box.bottom - box.top)]).toSatisfy(
      ([width, height]: number[]) => width! >= 116 && width! <= 124 && height! >= 76 && height! <= 84,
    );
  }
});

test('what has no outline of its own gives no lines; a drawn one gives its own', () => {
  expect(linesOfLook({ shape: 'picture', widthPx: 10, heightPx: 10, fill: '#000000' })).toBeNull();
  const drawn = linesOfLook({ shape: 'disc', widthPx: 10, heightPx: 10, fill: '#000000' })!;
  const look = { shape: 'drawn', widthPx: 10, heightPx: 10, fill: '#000000', drawings: [{ lines: drawn }] } as const;
  expect(linesOfLook({ ...look, drawings: [{ lines: drawn }] })).toBe(drawn);
});
