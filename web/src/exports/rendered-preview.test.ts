import { createMotion } from '@undulan/core';
import { expect, test } from 'vitest';
import { bytesOf, pictureAt, previewPlan, tooLarge, usualPreview } from './rendered-preview.ts';

const motion = { ...createMotion(), range: { first: 1, last: 48 } };

test('a preview is as large and as often as was chosen, and says what it takes', () => {
  const half = previewPlan(motion, usualPreview(motion));
  expect([half.widthPx, half.heightPx, half.frames.length]).toEqual([480, 270, 48]);
  expect(bytesOf(half)).toBe(480 * 270 * 48 * 4);
  expect(previewPlan(motion, { quality: 'quarter', fps: 12, span: 'range' }).frames).toHaveLength(24);
  expect(tooLarge(half)).toBeNull();
  const long = { ...motion, range: { first: 1, last: 2000 } };
  expect(tooLarge(previewPlan(long, { quality: 'full', fps: 24, span: 'range' }))).toMatch(/^It would take \d+ MB/);
  const part = { ...long, workRange: { first: 5, last: 9 } };
  expect(tooLarge(previewPlan(part, { quality: 'full', fps: 24, span: 'work' }))).toBeNull();
});

test('it plays by the clock: each picture for its time, whatever a page manages to show, again and again', () => {
  const plan = previewPlan(motion, usualPreview(motion));
  for (let i = 0; i < 96; i++) {
    expect(pictureAt(i / 24, plan)).toBe(i % 48);
    expect(pictureAt((i + 0.9) / 24, plan)).toBe(i % 48);
  }
});
