import { createChannel, createMotion, createSubject } from '@undulan/core';
import { expect, test } from 'vitest';
import { depthsOf, viewScale } from './view-scale.ts';

const LOOK = { shape: 'box', widthPx: 10, heightPx: 10, fill: '#9a6b00' } as const;
const cup = createSubject('cup', 'Cup', LOOK, { x: 0, y: 0 });

test('two metres about the picture plane are in view, and as much more as subjects go', () => {
  expect(depthsOf(createMotion([cup]))).toEqual([-1, 1]);
  const deep = { ...cup, channels: [...cup.channels, createChannel('depth', 7)] };
  expect(depthsOf(createMotion([deep]))).toEqual([-1, 7]);
});

test('from above what is deeper is farther up; from the side farther to the right; the stage fills the rest', () => {
  const motion = createMotion([cup]);
  const above = viewScale(motion, 'above', [200, 120], [-1, 1]);
  const side = viewScale(motion, 'side', [200, 120], [-1, 1]);
  const at = { x: 960, y: 540 };
  expect([above.at(at, 1).y < above.at(at, 0).y, side.at(at, 1).x > side.at(at, 0).x]).toEqual([true, true]);
  expect([above.at(at, 0).y, side.at(at, 0).x]).toEqual([above.plane, side.plane]);
  expect(above.at(at, 0).x - above.at({ x: 0, y: 0 }, 0).x).toBeCloseTo(200 - 28, 9);
  // A px of the view is so far in the stage.
  expect(above.at({ x: above.stagePxPerPx, y: 0 }, 0).x - above.at({ x: 0, y: 0 }, 0).x).toBeCloseTo(1, 9);
});
