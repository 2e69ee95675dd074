import { expect, test } from 'vitest';
import { onStage, svgPathLines } from './svg-paths.ts';

const svg = (content: string): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 960 540">${content}</svg>`;
const STAGE = { widthPx: 960, heightPx: 540 };

test('the longest line comes first, whatever its colour; what is kept aside is none', () => {
  const lines = svgPathLines(
    svg(
      '<defs><path d="M0 0h900"/></defs><clipPath id="c"><rect width="800" height="9"/></clipPath>' +
        '<path d="M10 10h20" fill="url(#paint)"/><path d="M10 30h300" stroke="none"/><polyline points="0,0 30,40"/>',
    ),
  )!;
  expect(lines.map(({ points }) => points.length)).toEqual([2, 2, 2]);
  expect(lines[0]!.points.map(({ x, y }) => [x, y])).toEqual([
    [10, 30],
    [310, 30],
  ]);
  expect(lines[1]!.points.at(-1)).toMatchObject({ x: 30, y: 40 });
});

test('no SVG, none; an SVG without lines, an empty row', () => {
  expect(svgPathLines('no svg at all')).toBeNull();
  expect(svgPathLines('<html></html>')).toBeNull();
  expect(svgPathLines(svg('<text>Nothing</text>'))).toEqual([]);
});

test('a line on the stage stays where it is; one beyond it is fitted into the middle, in its shape', () => {
  const [within] = svgPathLines(svg('<path d="M10 30h300v100"/>'))!;
  expect(onStage(within!, STAGE)).toBe(within);
  const [beyond] = svgPathLines(svg('<path d="M-4000 0C-4000 2000 4000 2000 4000 0"/>'))!;
  const { points } = onStage(beyond!, STAGE);
  const [from, to] = points;
  for (const { x, y } of points) {
    expect(x).toBeGreaterThanOrEqual(0);
    expect(x).toBeLessThanOrEqual(STAGE.widthPx);
    expect(y).toBeGreaterThanOrEqual(0);
  }
  expect((from!.x + to!.x) / 2).toBeCloseTo(480, 6);
  // Handles are as much smaller as the rest.
  expect(from!.out.y / (to!.x - from!.x)).toBeCloseTo(2000 / 8000, 3);
});

test('a file that was broken anywhere has lines or none: nothing throws', () => {
  const whole = svg(
    '<g><path d="M10 20c5 6 7 8 9 9S3 4 5 6A10 20 30 0 1 40 50z"/></g>' +
      '<ellipse cx="8" cy="9" rx="4" ry="5"/><polygon points="0,0 30,40 9,9"/><line x1="1" x2="5"/>',
  );
  for (let i = 0; i < 1500; i++) {
    const at = (i * 7919) % whole.length;
    const sign = String.fromCharCode((i * 31) % 256);
    const broken = i % 3 === 0 ? whole.slice(0, at) : whole.slice(0, at) + sign + whole.slice(at + (i % 5));
    for (const line of svgPathLines(broken) ?? []) {
      const { points } = onStage(line, STAGE);
      expect(points.every(({ x, y }) => Number.isFinite(x) && Number.isFinite(y))).toBe(true);
    }
  }
});
