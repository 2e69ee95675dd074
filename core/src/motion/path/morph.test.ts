import fc from 'fast-check';
import { expect, test } from 'vitest';
import { boxOfLines, type DrawnLine } from '../document/look.ts';
import { createMorph, matchLines } from './morph.ts';

function polygon(
  sides: number,
  radius: number,
  options: { turn?: number; x?: number; back?: boolean } = {},
): DrawnLine {
  const { turn = 0, x = 0, back = false } = options;
  const points = Array.from({ length: sides }, (_, i) => {
    const angle = ((back ? -i : i) / sides) * 2 * Math.PI + turn;
    const none = { x: 0, y: 0 };
    return { x: x + radius * Math.cos(angle), y: radius * Math.sin(angle), in: none, out: none };
  });
  return { closed: true, fill: '#ff0000', points };
}
const size = (line: DrawnLine): number => {
  const { left, right } = boxOfLines([line])!;
  return right - left;
};

test('both ends are what they are; half-way is between them, in shape and colour', () => {
  const [first, second] = [{ lines: [polygon(4, 100)] }, { lines: [{ ...polygon(30, 50), fill: '#0000ff' }] }];
  const morph = createMorph(first, second);
  expect([morph.at(0), morph.at(-1), morph.at(1), morph.at(2)]).toEqual([first, first, second, second]);
  const half = morph.at(0.5).lines[0]!;
  expect(size(half)).toBeGreaterThan(100);
  expect(size(half)).toBeLessThan(200);
  expect(half.fill).toMatch(/^#[0-9a-f]{6}$/);
  expect([half.fill === '#ff0000', half.fill === '#0000ff', morph.says]).toEqual([false, false, null]);
});

test('the same outline, begun elsewhere, the other way round and elsewhere on the stage, only moves', () => {
  const begun = fc.integer({ min: 0, max: 11 });
  fc.assert(
    fc.property(begun, fc.boolean(), (start, back) => {
      const turn = (start / 12) * 2 * Math.PI;
      const { lines } = createMorph(
        { lines: [polygon(12, 80)] },
        { lines: [polygon(12, 80, { turn, back, x: 40 })] },
      ).at(0.5);
      // A regular polygon has many ways to lie on itself: any of them leaves its size as it is.
      expect(size(lines[0]!)).toBeCloseTo(160, 0);
      expect(boxOfLines(lines)!.left).toBeCloseTo(-60, 0);
    }),
    { numRuns: 24 },
  );
});

test('a beginning that is given is kept', () => {
  const [first, second] = [polygon(4, 100), polygon(3, 60, { turn: 1 })];
  expect(matchLines(first, second, 0.25).start).toBeCloseTo(0.25, 2);
  expect(matchLines(first, second, 0.25).to[0]).not.toEqual(matchLines(first, second, 0.75).to[0]);
});

test('lines without a partner shrink and grow, and it is said', () => {
  const morph = createMorph({ lines: [polygon(4, 100), polygon(5, 40, { x: 200 })] }, { lines: [polygon(6, 90)] });
  expect(morph.says).toBe('One line has no partner: each shrinks into its middle.');
  expect(size(morph.at(0.75).lines[1]!)).toBeCloseTo(size(polygon(5, 40)) / 4, 5);
  expect(createMorph({ lines: [] }, { lines: [polygon(4, 10)] }).says).toContain('grows out of its middle');
});

test('an open line and a closed one, and a dot, do something finite', () => {
  const open = { ...polygon(4, 100), closed: false };
  const dot: DrawnLine = { closed: false, points: [polygon(4, 0).points[0]!] };
  for (const [a, b] of [
    [open, polygon(4, 50)],
    [dot, open],
    [polygon(3, 9), dot],
  ] as const)
    // prettier-ignore
    for (const { x, y } of createMorph({ lines: [a] }, { lines: [b] }).at(0.3).lines[0]!.points)
      expect([x, y].every(Number.isFinite)).toBe(true);
});
