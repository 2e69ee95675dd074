import { createMotion, createSubject } from '@undulan/core';
import { expect, test } from 'vitest';
import { boxInPicture, snapMove, snapTargets } from './snap-move.ts';

const LOOK = { shape: 'box', widthPx: 100, heightPx: 60, fill: '#9a6b00' } as const;
const motion = createMotion([
  createSubject('cup', 'Cup', LOOK, { x: 200, y: 200 }),
  createSubject('tray', 'Tray', LOOK, { x: 700, y: 400 }),
]);

test('a moved box is drawn to the stage’s middle and to edges of others, each way apart, and only near by', () => {
  const box = boxInPicture(motion, motion.subjects[0]!, 1)!;
  expect(box).toEqual({ left: 150, right: 250, top: 170, bottom: 230 });
  const targets = snapTargets(motion, 'cup', 1);
  // The middle comes to 476: the stage's is 480. Its foot comes to 367: the tray's top is 370.
  expect(snapMove(box, targets, 276, 137, 5)).toEqual({ dx: 280, dy: 140, x: 480, y: 370 });
  expect(snapMove(box, targets, 260, 120, 5)).toEqual({ dx: 260, dy: 120, x: null, y: null });
});
