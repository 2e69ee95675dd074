import fc from 'fast-check';
import { expect, test } from 'vitest';
import { formatPlace, parsePlace } from './ruler-unit.ts';
import { snapFrame, snapStep } from './snapping.ts';
import { createTimeScale, viewWithin, zoomedView } from './time-scale.ts';

const WHOLE = { first: 1, last: 101 };
const FILM = { num: 24, den: 1 };
const VIDEO = { num: 30000, den: 1001 };

test('zooming keeps the frame under the pointer where it is', () => {
  const near = zoomedView({ first: 1, last: 101 }, 51, 2, WHOLE);
  expect(near).toEqual({ first: 26, last: 76 });
  expect(zoomedView(near, 51, 0.5, WHOLE)).toEqual(WHOLE);
  const before = createTimeScale(1, 101, 600);
  const after = createTimeScale(near.first, near.last, 600);
  expect(after.xOf(51)).toBeCloseTo(before.xOf(51), 9);
});

test('a view never leaves the whole, nor gets shorter than two frames', () => {
  fc.assert(
    fc.property(
      fc.double({ min: -300, max: 300, noNaN: true }),
      fc.double({ min: 0.01, max: 100, noNaN: true }),
      fc.double({ min: -50, max: 150, noNaN: true }),
      (pan, factor, about) => {
        const view = viewWithin({ first: 40 + pan, last: 60 + pan }, WHOLE);
        const zoomed = zoomedView(view, about, factor, WHOLE);
        for (const { first, last } of [view, zoomed]) {
          expect(first).toBeGreaterThanOrEqual(1);
          expect(last).toBeLessThanOrEqual(101 + 1e-9);
          expect(last - first).toBeGreaterThanOrEqual(2 - 1e-9);
        }
      },
    ),
  );
});

test('only what is in view is shown', () => {
  const scale = createTimeScale(40, 60, 660, WHOLE);
  expect([39, 40, 60, 61].map((frame) => scale.shows(frame, 0))).toEqual([true, true, true, true]);
  expect([30, 70].map((frame) => scale.shows(frame))).toEqual([false, false]);
});

test('a place is written in frames as labelled, in clock time from the first frame', () => {
  const range = { first: 101, last: 148 };
  expect([
    formatPlace(113, 'frames', range, FILM),
    formatPlace(113, 'seconds', range, FILM),
    formatPlace(113, 'milliseconds', range, FILM),
    formatPlace(113, 'timecode', range, FILM),
  ]).toEqual(['113', '0.500 s', '500 ms', '00:00:00:12']);
  expect(formatPlace(113.5, 'fraction', range, FILM)).toBe('113 1/2');
  expect(formatPlace(101 + 1800, 'timecode', range, VIDEO)).toBe('00:01:00;02');
});

test('a typed place is a frame, or clock time from the first; nonsense is refused in words', () => {
  const range = { first: 101, last: 148 };
  const read = (text: string): number | string => {
    const place = parsePlace(text, { range, rate: FILM, now: 120 });
    return place.ok ? place.value : place.issues[0]!.code;
  };
  expect(['113', '113.25', '113f', '113 1/4', '0.5s', '500 ms', '00:00:00:12', '8 feet'].map(read)).toEqual([
    113, 113.25, 113, 113.25, 113, 113, 113, 229,
  ]);
  expect(['+6', '+0.5s', '113 + 6'].map(read)).toEqual([126, 132, 119]);
  expect(read('soon')).toBe('time-not-read');
});

test('a dragged key stands on whole frames, is drawn to cue marks near by, and is free with the modifier', () => {
  const snapping = { pxPerFrame: 12, targets: [20.5], free: false, step: 1, origin: 1 };
  expect([20.2, 20.8, 21.4, 18.6].map((frame) => snapFrame(frame, snapping))).toEqual([20.5, 20.5, 21, 19]);
  expect(snapFrame(20.2, { ...snapping, pxPerFrame: 60 })).toBe(20);
  expect(snapFrame(20.23456, { ...snapping, free: true })).toBe(20.235);
  expect([4, 6.2, 7.6].map((frame) => snapFrame(frame, { ...snapping, step: 3 }))).toEqual([4, 7, 7]);
  const tenth = { on: true, every: 100, unit: 'ms', cues: true, keys: true } as const;
  expect(snapStep(tenth, FILM)).toBeCloseTo(2.4, 12);
});
