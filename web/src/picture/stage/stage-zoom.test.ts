import { createMotion } from '@undulan/core';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { FITTED, panned, placeStage, zoomedAbout } from './stage-zoom.ts';

const { stage } = createMotion();
const ROOM = { widthPx: 800, heightPx: 600 };

test('fitted, all of the stage is in view, in the middle of its room', () => {
  const place = placeStage(stage, ROOM, FITTED);
  expect([place.left, place.top, place.widthPx, place.heightPx]).toEqual([0, 75, 800, 450]);
  expect(place.seen).toEqual({ left: 0, top: 0, widthPx: 800, heightPx: 450 });
});

test('zoomed about a point, the point stays where it is; never farther than all of it', () => {
  const share = fc.double({ min: 0.3, max: 0.7, noNaN: true });
  fc.assert(
    fc.property(share, share, fc.double({ min: 1.5, max: 8, noNaN: true }), (across, down, by) => {
      const place = placeStage(stage, ROOM, FITTED);
      const at = [across * ROOM.widthPx, place.top + down * place.heightPx] as const;
      const nearer = placeStage(stage, ROOM, zoomedAbout(place, ROOM, FITTED, at, by));
      const before = [(at[0] - place.left) / place.widthPx, (at[1] - place.top) / place.heightPx];
      const after = [(at[0] - nearer.left) / nearer.widthPx, (at[1] - nearer.top) / nearer.heightPx];
      expect(after[0]).toBeCloseTo(before[0]!, 2);
      // Up and down it first grows into the room there is.
      if (nearer.heightPx > 2 * ROOM.heightPx) expect(after[1]).toBeCloseTo(before[1]!, 2);
    }),
  );
  expect(zoomedAbout(placeStage(stage, ROOM, FITTED), ROOM, FITTED, [400, 300], 0.2).times).toBe(1);
});

test('shifted it follows the hand, and its edge stays at the room’s', () => {
  const near = { times: 4, x: 0.5, y: 0.5 };
  const place = placeStage(stage, ROOM, near);
  const moved = placeStage(stage, ROOM, panned(place, ROOM, near, 30, -20));
  expect([moved.left - place.left, moved.top - place.top]).toEqual([30, -20]);
  const far = placeStage(stage, ROOM, panned(place, ROOM, near, 1e5, 1e5));
  expect([far.left, far.top, far.seen.left]).toEqual([0, 0, 0]);
});
