import fc from 'fast-check';
import { expect, test } from 'vitest';
import { EASE_NAMES, type EaseName, framesPerSecond, sampleChannel } from '../index.ts';
import {
  curveSpacing,
  dropFrames,
  easedSpacing,
  evenSpacing,
  favouredSpacing,
  fitCurve,
  fitPieces,
  gravitySpacing,
  halvesSpacing,
  MARK_SPREADS,
  marksToTravel,
  moveMark,
  ratePlanSpacing,
  type Spacing,
  spreadMarks,
  springSpacing,
  stepsOf,
  swingSpacing,
  thirdsSpacing,
  travelToMarks,
  turned,
} from './index.ts';

test('halves crowd toward the end, the start or both, by the printed fractions', () => {
  expect(halvesSpacing(4, 'end')).toEqual([0, 1 / 2, 3 / 4, 7 / 8, 1]);
  expect(halvesSpacing(4, 'start')).toEqual([0, 1 / 8, 1 / 4, 1 / 2, 1]);
  expect(halvesSpacing(6, 'both')).toEqual([0, 1 / 8, 1 / 4, 1 / 2, 3 / 4, 7 / 8, 1]);
  expect(halvesSpacing(5, 'both')).toEqual([0, 1 / 8, 1 / 4, 3 / 4, 7 / 8, 1]);
  expect(evenSpacing(4)).toEqual([0, 1 / 4, 1 / 2, 3 / 4, 1]);
  expect(thirdsSpacing(3, 'end').map((progress) => Number(progress.toFixed(6)))).toEqual([0, 0.666667, 0.888889, 1]);
  expect(favouredSpacing(4, 2, 1 / 3).map((progress) => Number(progress.toFixed(6)))).toEqual([
    0, 0.166667, 0.333333, 0.666667, 1,
  ]);
});

test('a drop of 1.2 m takes 11.87 frames at 24 fps, and its spacing grows by equal amounts', () => {
  expect(dropFrames(1.2, { num: 24, den: 1 })).toBeCloseTo(11.87, 2);
  const steps = stepsOf(gravitySpacing(8, 'drop'));
  const growth = stepsOf(steps);
  for (const more of growth) expect(more).toBeCloseTo(growth[0]!, 12);
  expect(gravitySpacing(8, 'rise')).toEqual(turned(gravitySpacing(8, 'drop')));
});

test('a swing is slow at both turns; a spring goes past its end and settles; a rate plan goes as it is told', () => {
  const swing = stepsOf(swingSpacing(12));
  expect(swing[0]!).toBeLessThan(swing[5]! / 3);
  expect(swing[11]!).toBeCloseTo(swing[0]!, 12);
  const spring = springSpacing(24, 2, 5);
  expect(Math.max(...spring)).toBeGreaterThan(1.1);
  expect(Math.abs(spring[23]! - 1)).toBeLessThan(0.03);
  expect(
    ratePlanSpacing([
      { frames: 2, speed: 1 },
      { frames: 2, speed: 3 },
    ]),
  ).toEqual([0, 1 / 8, 2 / 8, 5 / 8, 1]);
});

test('every builder runs from exactly 0 to exactly 1, and played from the other end is itself again', () => {
  const builders: ((n: number) => Spacing)[] = [
    evenSpacing,
    swingSpacing,
    (n) => halvesSpacing(n, 'end'),
    (n) => halvesSpacing(n, 'start'),
    (n) => halvesSpacing(n, 'both'),
    (n) => thirdsSpacing(n, 'end'),
    (n) => thirdsSpacing(n, 'start'),
    (n) => gravitySpacing(n, 'drop'),
    (n) => gravitySpacing(n, 'rise'),
    (n) => springSpacing(n, 1.5, 4),
    (n) => favouredSpacing(n, Math.max(1, Math.floor(n / 2)), 1 / 4),
    ...EASE_NAMES.map((name: EaseName) => (n: number) => easedSpacing(n, name)),
  ];
  fc.assert(
    fc.property(fc.constantFrom(...builders), fc.integer({ min: 2, max: 60 }), (build, n) => {
      const spacing = build(n);
      expect([spacing.length, spacing[0], spacing[n]]).toEqual([n + 1, 0, 1]);
      turned(turned(spacing)).forEach((progress, k) => expect(progress).toBeCloseTo(spacing[k]!, 12));
      expect(stepsOf(spacing).reduce((sum, step) => sum + step, 0)).toBeCloseTo(1, 9);
    }),
  );
});

test('marks crowd where they should, never pass each other, and stay between their neighbours when dragged', () => {
  const gaps = (marks: number[]): number[] => marks.map((mark, i) => (marks[i + 1] ?? marks[0]! + 1) - mark);
  const oneSide = gaps(spreadMarks(12, 'dense-one-side', 0.8, true));
  expect(oneSide[0]!).toBeLessThan(oneSide[6]! / 3);
  const turns = gaps(spreadMarks(12, 'dense-both-turns', 0.8, true));
  expect(turns[0]!).toBeCloseTo(turns[6]!, 9);
  expect(turns[0]!).toBeLessThan(turns[3]!);
  expect(gaps(spreadMarks(12, 'sparse-both-turns', 0.8, true))[0]!).toBeGreaterThan(1 / 12);
  fc.assert(
    fc.property(
      fc.integer({ min: 3, max: 48 }),
      fc.constantFrom(...MARK_SPREADS),
      fc.double({ min: 0, max: 1, noNaN: true }),
      fc.boolean(),
      fc.nat(),
      fc.double({ min: -2, max: 3, noNaN: true }),
      (n, spread, strength, closed, at, to) => {
        const marks = moveMark(spreadMarks(n, spread, strength, closed), at % n, to, closed);
        for (let i = 1; i < n; i++) expect(marks[i]!).toBeGreaterThan(marks[i - 1]!);
        expect(marks.at(-1)! - marks[0]!).toBeLessThanOrEqual(1);
      },
    ),
  );
});

test('marks become travel keys and come back as they were; a 12-mark loop at 12 fps lasts 1 s', () => {
  const marks = spreadMarks(12, 'dense-both-turns', 0.6, true);
  const keys = marksToTravel(marks, 1, true);
  expect((keys.at(-1)!.frame - keys[0]!.frame) / framesPerSecond({ num: 12, den: 1 })).toBe(1);
  expect(keys.at(-1)!.value).toBe(1);
  fc.assert(
    fc.property(
      fc.integer({ min: 2, max: 40 }),
      fc.constantFrom(...MARK_SPREADS),
      fc.boolean(),
      fc.integer({ min: -20, max: 50 }),
      (n, spread, closed, first) => {
        const spreadOut = spreadMarks(n, spread, 0.7, closed);
        expect(travelToMarks(marksToTravel(spreadOut, first, closed), first, n)).toEqual(spreadOut);
      },
    ),
  );
  expect(
    sampleChannel({ id: 'travel', resting: 0, keys: marksToTravel(spreadMarks(4, 'even', 0, true), 1, true) }, 3.5),
  ).toBe(0.625);
});

const goesBack = (spacing: Spacing): boolean => stepsOf(spacing).some((step) => step < 0);

test('a chart drawn from a curve gives that curve back; one no curve can meet says how far off the best is', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.05, max: 0.95, noNaN: true }),
      fc.double({ min: -0.3, max: 1.3, noNaN: true }),
      fc.double({ min: 0.05, max: 0.95, noNaN: true }),
      fc.double({ min: -0.3, max: 1.3, noNaN: true }),
      (x1, y1, x2, y2) => {
        const marks = curveSpacing({ x1, y1, x2, y2 }, 24);
        const fitted = fitCurve(marks);
        // What goes back between marks that do not is met as nearly as a curve can that never does.
        const fine = curveSpacing({ x1, y1, x2, y2 }, 24 * 20);
        const isHidden = goesBack(fine) && !goesBack(marks);
        expect(fitted.worstError).toBeLessThan(isHidden ? 0.03 : 2e-3);
        curveSpacing(fitted, 24).forEach((progress, k) =>
          expect(Math.abs(progress - marks[k]!)).toBeLessThanOrEqual(fitted.worstError + 1e-9),
        );
      },
    ),
    { numRuns: 30 },
  );
  const spring = fitCurve(springSpacing(24, 3, 3));
  expect(spring.worstError).toBeGreaterThan(0.05);
  expect(spring.worstMark).toBeGreaterThan(0);
  const even = fitCurve(evenSpacing(12));
  expect(even.worstError).toBeLessThan(1e-9);
});

test('marks that never go back give a motion that never does, within half a percent, by breakdowns if need be', () => {
  const rising: Spacing[] = [
    halvesSpacing(24, 'both'),
    thirdsSpacing(20, 'end'),
    gravitySpacing(16, 'rise'),
    Array.from({ length: 25 }, (_, k) => (k < 12 ? 0 : 1)),
    Array.from({ length: 25 }, (_, k) => (k < 8 ? k / 16 : k < 16 ? 0.5 : 0.5 + (k - 16) / 16)),
  ];
  for (const marks of rising) {
    const pieces = fitPieces(marks);
    expect([pieces[0]!.from, pieces.at(-1)!.to]).toEqual([0, marks.length - 1]);
    for (const [i, { from, to, shape }] of pieces.entries()) {
      expect(from).toBe(i === 0 ? 0 : pieces[i - 1]!.to);
      const [start, rise] = [marks[from]!, marks[to]! - marks[from]!];
      const fine = curveSpacing(shape, (to - from) * 20).map((progress) => start + rise * progress);
      fine.forEach((progress, k) => expect(progress).toBeGreaterThanOrEqual((fine[k - 1] ?? -1) - 2e-4));
      for (let k = from; k <= to; k++) expect(Math.abs(fine[(k - from) * 20]! - marks[k]!)).toBeLessThanOrEqual(0.0051);
    }
  }
  expect(fitPieces(evenSpacing(24))).toHaveLength(1);
  expect(fitPieces(halvesSpacing(24, 'both')).length).toBeGreaterThan(1);
});

test('halves and thirds stop where drawings would be nearer than the least step', () => {
  expect(halvesSpacing(8, 'end', 1 / 10)).toEqual([0, 1 / 2, 3 / 4, 7 / 8, 1, 1, 1, 1, 1]);
  for (const least of [0.002, 0.01, 0.1])
    for (const spacing of [
      halvesSpacing(30, 'end', least),
      halvesSpacing(30, 'start', least),
      halvesSpacing(31, 'both', least),
      thirdsSpacing(30, 'end', least),
    ])
      for (const step of stepsOf(spacing)) expect(step === 0 || step >= least).toBe(true);
});
