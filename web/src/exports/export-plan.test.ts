import { createKey, createKeyedSubject, createMotion } from '@undulan/core';
import { expect, test } from 'vitest';
import { exposedBy, frameBeside, planOf, usualChoices } from './export-plan.ts';

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

test('what stands beside a picture makes the file larger, not the scene smaller', () => {
  const alone = chosen({ widthPx: 320 });
  expect(alone.scene).toEqual({ widthPx: alone.widthPx, heightPx: alone.heightPx });
  const target = chosen({ widthPx: 320, beside: 'target' });
  expect([target.scene, target.widthPx, target.heightPx]).toEqual([alone.scene, 640, alone.heightPx]);
  const chart = chosen({ widthPx: 320, beside: 'chart' });
  expect([chart.scene, chart.widthPx]).toEqual([alone.scene, 320]);
  expect(chart.heightPx - alone.heightPx).toBeGreaterThan(40);
  expect(chart.heightPx % 2).toBe(0);
});

test('a target beside it runs on its own rate, from the start, and stays on its last frame', () => {
  const other = { ...slide, rate: { num: 12, den: 1 }, range: { first: 101, last: 106 } };
  expect([1, 2, 3, 4, 12, 13, 24].map((frame) => frameBeside(slide, frame, other))).toEqual([
    101, 101, 102, 102, 106, 106, 106,
  ]);
  expect(frameBeside(slide, 24, slide)).toBe(24);
});
