import fc from 'fast-check';
import { expect, test } from 'vitest';
import { createTimeScale } from '../../time/index.ts';
import { builtInCrowd, CROWD_REACH_PX, crowding, crowdRadius, nearestFrame, reachPath } from './crowd.ts';

const frames = Array.from({ length: 101 }, (_, i) => i + 1);
/** 6 px a frame. */
const scale = createTimeScale(1, 101, 660);
test('marks crowd when they are nearer than they are wide; of those only the ones in view count', () => {
  expect(crowding(frames, scale)).toBeCloseTo(6, 9);
  expect(
    crowding(
      frames.filter((frame) => frame % 2 === 1),
      scale,
    ),
  ).toBeNull();
  expect(crowding([1], scale)).toBeNull();
  expect(crowding([], scale)).toBeNull();
  // Zoomed to ten frames there is room for each, whatever there is beyond.
  expect(crowding(frames, createTimeScale(40, 50, 660, { first: 1, last: 101 }))).toBeNull();
});

test('rings are no larger than lets them be told apart, and never too small to see', () => {
  for (const spacing of [0.1, 2, 3, 6, 9, 11.9]) {
    expect(crowdRadius(spacing)).toBeGreaterThanOrEqual(2);
    expect(2 * crowdRadius(spacing)).toBeLessThanOrEqual(Math.max(4, spacing));
  }
});

test('the nearest mark is found by its place, none beyond reach', () => {
  fc.assert(
    fc.property(fc.double({ min: -50, max: 700, noNaN: true }), (x) => {
      const found = nearestFrame(frames, x, scale);
      const distances = frames.map((frame) => Math.abs(scale.xOf(frame) - x));
      if (found === null) expect(Math.min(...distances)).toBeGreaterThan(CROWD_REACH_PX - 1e-9);
      else expect(Math.abs(scale.xOf(found) - x)).toBeCloseTo(Math.min(...distances), 9);
    }),
  );
});

test('what belongs to the marks of a row is one area where they crowd, and parts where they do not', () => {
  expect(reachPath([1, 2, 3], scale, 30)).toBe('M18.0 0H54.0V30H18.0Z');
  expect(reachPath([1, 2, 51], scale, 20)).toBe('M18.0 0H48.0V20H18.0ZM318.0 0H342.0V20H318.0Z');
  expect(reachPath([], scale, 20)).toBe('');
});

test('selected marks are built to take hold of, but for very many', () => {
  expect(builtInCrowd(frames, [7, 200, 9])).toEqual([7, 9]);
  expect(builtInCrowd(frames, frames)).toEqual([]);
});
