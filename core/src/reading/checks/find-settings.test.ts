import { expect, test } from 'vitest';
import { sceneOf, straight, subjectWith } from '../../../testing/worked-scenes.ts';
import { findSettings } from './find-settings.ts';

const cup = (exposure = 1) => subjectWith('cup', { 'position.x': straight([1, 0], [25, 600]) }, { exposure });
const target = sceneOf([cup()]);
const kinds = (take: typeof target, asked = target): string[] =>
  findSettings(asked, take).map((finding) => finding.kind);

test('rate, range, stage and exposure that are not the exercise’s are each named with both figures', () => {
  expect(kinds(target)).toEqual([]);
  expect(findSettings(target, { ...target, rate: { num: 25, den: 1 } })).toMatchObject([
    { kind: 'rate-differs', measured: 25, expected: 24, severity: 'strong' },
  ]);
  expect(findSettings(target, { ...target, range: { first: 1, last: 30 } })).toMatchObject([
    { kind: 'range-differs', measured: 30, expected: 25 },
  ]);
  expect(kinds({ ...target, stage: { ...target.stage, widthPx: 1280 } })).toEqual(['stage-differs']);
  expect(findSettings(target, sceneOf([cup(2)]))).toMatchObject([
    { kind: 'exposure-differs', sentence: 'The cup is shown on twos; the exercise is set on ones.' },
  ]);
});

test('the same seconds at another rate are no other range; keys on the frame kept for the start are named', () => {
  expect(kinds({ ...target, rate: { num: 48, den: 1 }, range: { first: 1, last: 50 } })).toEqual(['rate-differs']);
  const later = sceneOf([subjectWith('cup', { 'position.x': straight([2, 0], [25, 600]) })]);
  expect(kinds(target, { ...later, restFrame: 1 })).toEqual(['rest-frame-keyed']);
  // What the model does itself is no fault.
  expect(kinds(target, { ...target, restFrame: 1 })).toEqual([]);
  expect(kinds(target, { ...target, restFrame: 0 })).toEqual([]);
});
