import { createMotion, USUAL_LIMITS } from '@undulan/core';
import { expect, test } from 'vitest';
import { type Terms, termsInWords } from './terms-in-words.ts';

const usual: Terms = {
  start: createMotion(),
  tolerances: { keyFrames: 1.5, spacingPercent: 4 },
  mayChange: USUAL_LIMITS,
  dueAt: null,
  latePolicy: 'accept',
  takeLimit: null,
};
const said = (change: Partial<Terms> = {}): Record<string, string> =>
  Object.fromEntries(termsInWords({ ...usual, ...change }).map(({ name, words }) => [name, words]));

test('durations and what is allowed are always said; a date and a number of takes where there are any', () => {
  expect(said()).toEqual({
    rate: '24 fps',
    range: '1–25, 25 frames, runs 1.042 s, travel 1.000 s',
    allowed: 'keys ±1.5 frames, spacing ±4 %',
    yours: 'keys on all channels · the paths',
  });
  expect(said({ takeLimit: 3 })['takes']).toBe('3 at most');
  expect(said({ dueAt: '2026-12-01T20:00:00.000Z', latePolicy: 'refuse' })['due']).toMatch(
    /Dec 2026, \d\d:\d\d, no takes after that$/,
  );
  expect(
    said({
      mayChange: {
        rate: true,
        range: true,
        subjects: true,
        path: false,
        channels: ['rotation', 'position.x'],
        maxKeys: 4,
      },
    })['yours'],
  ).toBe('keys on rotation, position x, 4 at most · the frame rate · the range · the subjects');
});
