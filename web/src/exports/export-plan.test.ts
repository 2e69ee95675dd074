import { createKey, createKeyedSubject, createMotion } from '@undulan/core';
import { expect, test } from 'vitest';
import { exposedBy, planOf, usualChoices } from './export-plan.ts';

const look = { shape: 'glass', widthPx: 70, heightPx: 100, fill: '#b5651d' } as const;
const slide = {
  ...createMotion([
    createKeyedSubject('glass', 'Glass', look, { x: 0, y: 0 }, { 'position.x': [createKey(1, 0), createKey(24, 90)] }),
  ]),
  range: { first: 1, last: 24 },
};
const chosen = (part: Partial<ReturnType<typeof usualChoices>>) => planOf(slide, { ...usualChoices(slide), ...part });

test('at its own rate every frame once; at another the drawing that is up then, as long in all', () => {
  expect(chosen({}).frames).toEqual(Array.from({ length: 24 }, (_, i) => i + 1));
  expect(chosen({ fps: 12 }).frames).toEqual(Array.from({ length: 12 }, (_, i) => 1 + 2 * i));
  expect(chosen({ fps: 48 }).frames).toEqual(Array.from({ length: 48 }, (_, i) => 1 + Math.floor(i / 2)));
  // A second at 30: no frame beyond the last, each of the 24 shown.
  const thirty = chosen({ fps: 30 }).frames;
  expect([thirty.length, new Set(thirty).size, thirty.at(-1)]).toEqual([30, 24, 24]);
});

test('sizes are even and keep the stage’s shape; a see-through ground only where a file can have one', () => {
  const { widthPx, heightPx } = chosen({ widthPx: 641 });
  expect([widthPx % 2, heightPx % 2]).toEqual([0, 0]);
  expect(widthPx / heightPx).toBeCloseTo(slide.stage.widthPx / slide.stage.heightPx, 1);
  expect(chosen({ kind: 'mp4', transparent: true }).transparent).toBe(false);
  expect(chosen({ kind: 'apng', transparent: true }).transparent).toBe(true);
});

test('the work range alone, where there is one; on twos, whatever the exposures are', () => {
  expect(chosen({ span: 'work' }).frames).toHaveLength(24);
  const part = { ...slide, workRange: { first: 5, last: 8 } };
  expect(planOf(part, { ...usualChoices(part), span: 'work' }).frames).toEqual([5, 6, 7, 8]);
  expect(exposedBy(slide, 2).subjects.map(({ exposure }) => exposure)).toEqual([2]);
  expect(exposedBy(slide, null)).toBe(slide);
});
