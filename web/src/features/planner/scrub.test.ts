import { expect, test } from 'vitest';
import { applyMark } from '../../ui/index.ts';
import { scrubText } from './scrub.ts';

test.each([
  ['48f', 3, 1, '51f'],
  ['2.5 s', 1, 0.1, '2.6 s'],
  ['6 ft', -2, 1, '4 ft'],
  ['1,5 m', 1, 0.1, '1.6 m'],
  ['2 s', 1, 0.5, '2.5 s'],
  ['1 bpm', -5, 1, '0 bpm'],
  ['0.25 m/s', 1, 0.05, '0.30 m/s'],
  ['00:00:02:00', 1, 1, '00:00:02:00'],
  ['1/3 s', 1, 1, '1/3 s'],
  ['soon', 1, 1, 'soon'],
])('"%s" by %d steps of %d is "%s"', (text, steps, step, expected) => {
  expect(scrubText(text, steps, step, 0)).toBe(expected);
});

test('is written with the person’s own decimal mark, whichever it had', () => {
  applyMark(',');
  expect([scrubText('0,25 m/s', 1, 0.05, 0), scrubText('0.25 m/s', 1, 0.05, 0)]).toEqual(['0,30 m/s', '0,30 m/s']);
  applyMark('.');
});
