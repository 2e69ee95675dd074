import { expect, test } from 'vitest';
import { found, sceneOf, soft, straight, subjectWith } from '../../../testing/worked-scenes.ts';
import { longestStep } from './find-strobing.ts';

const LOOK = { shape: 'pill', widthPx: 100, heightPx: 20, fill: '#9a6b00' } as const;

test('a step is measured by the subject’s size along it: 60 px are 0.6 sizes along a pill and 3 across', () => {
  const still = new Float64Array([0, 0, 0]);
  const steps = new Float64Array([0, 60, 80]);
  expect(longestStep([steps, still], LOOK, 1)).toEqual({ times: 0.6, frame: 2 });
  expect(longestStep([still, steps], LOOK, 1)).toEqual({ times: 3, frame: 2 });
  expect(longestStep([still, still], LOOK, 1).times).toBe(0);
});

test('steps longer than the subject strobe where the target’s do not', () => {
  const even = sceneOf([subjectWith('cup', { 'position.x': straight([1, 0], [13, 900]) })]);
  const dash = sceneOf([subjectWith('cup', { 'position.x': soft([1, 0], [13, 900]) })]);
  // 75 px a frame at most on the one, 112 on the other, of a subject 100 px wide.
  const [strobe] = found(even, dash, ['strobing']);
  expect(strobe!.unit).toBe('× its size');
  // Into the middle and out of it the steps are the same.
  expect([7, 8]).toContain(strobe!.lastFrame);
  expect(strobe!.measured).toBeCloseTo(1.12, 1);
  expect(strobe!.expected).toBeCloseTo(0.75, 6);
  expect(found(dash, dash, ['strobing'])).toEqual([]);
  // Nor is one step a little longer than the target's 90 px a fault that the target has not.
  const [long, longer] = [1080, 1260].map((to) =>
    sceneOf([subjectWith('cup', { 'position.x': straight([1, 0], [13, to]) })]),
  );
  expect(found(long!, longer!, ['strobing'])).toEqual([]);
});

test('a short move whose keys are within their tolerance is no more than that', () => {
  const move = (from: number, to: number) =>
    sceneOf([subjectWith('cup', { 'position.x': straight([1, 0], [from, 0], [to, 400], [24, 400]) })]);
  // 80 px a frame, and 133 where both keys are a frame nearer to each other, of a subject 100 px wide.
  expect(found(move(10, 15), move(11, 14), ['strobing'])).toEqual([]);
  const long = ([straight, soft] as const).map((goes) =>
    sceneOf([subjectWith('cup', { 'position.x': goes([1, 0], [25, 1920]) })]),
  );
  expect(found(long[0]!, long[1]!, ['strobing'])).toHaveLength(1);
});
