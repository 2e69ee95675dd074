import { expect, test } from 'vitest';
import { createChannel, createKey, createMotion, createSubject } from '../document/document.ts';
import type { MotionDocument } from '../document/schema.ts';
import {
  beyondLimits,
  bringWithin,
  brokenLimits,
  changeRate,
  deleteKeys,
  keepWithin,
  keyCount,
  type Limits,
  newlyBroken,
  setKeys,
  setLeave,
  setScene,
  setSubject,
  USUAL_LIMITS,
} from '../index.ts';
import { startingScene } from './starting-scene.ts';

const LOOK = { shape: 'drawer', widthPx: 40, heightPx: 40, fill: '#2456a6' } as const;
const X = { subjectId: 'drawer', channelId: 'position.x' } as const;
const Y = { subjectId: 'drawer', channelId: 'position.y' } as const;
const drawer: MotionDocument = createMotion([
  {
    ...createSubject('drawer', 'Drawer', LOOK, { x: 0, y: 0 }),
    channels: [createChannel('position.x', 0, [createKey(1, 0), createKey(25, 600)]), createChannel('position.y', 0)],
  },
]);
const within = (after: MotionDocument, limits: Partial<Limits> = {}) =>
  beyondLimits(drawer, after, { ...USUAL_LIMITS, ...limits });

test('unless an exercise says otherwise keys are free, and rate, range, stage and subjects are not', () => {
  expect(
    within(setLeave(setKeys(drawer, 9, [{ ...X, value: 50 }]).motion, [{ ...X, frame: 1 }], 'linear').motion),
  ).toBeNull();
  const rate = changeRate(drawer, { num: 12, den: 1 }, 'keep-frames').motion;
  expect(within(rate)).toBe('The exercise sets the frame rate.');
  expect(within(rate, { rate: true })).toBeNull();
  const longer = setScene(drawer, { range: { first: 1, last: 60 } }).motion;
  expect(within(longer)).toBe('The exercise sets the range.');
  expect(within(longer, { range: true })).toBeNull();
  const named = setSubject(drawer, 'drawer', { name: 'Plate' }).motion;
  expect(within(named)).toContain('sets the subjects');
  expect(within(named, { subjects: true })).toBeNull();
  expect(
    within(
      { ...drawer, stage: { ...drawer.stage, background: '#000000' } },
      { subjects: true, rate: true, range: true },
    ),
  ).toBe('The exercise sets the stage.');
});

test('only the ticked channels may be keyed, and only so many keys; taking keys away from too many is no fault', () => {
  const down = setKeys(drawer, 9, [{ ...Y, value: 50 }]).motion;
  expect(within(down, { channels: ['position.x', 'rotation'] })).toMatch(
    /leaves .* and .* to you, and no other channel/,
  );
  expect(within(down, { channels: ['position.y'] })).toBeNull();
  const more = setKeys(drawer, 9, [{ ...X, value: 50 }]).motion;
  expect(within(more, { maxKeys: 3 })).toBeNull();
  expect(within(more, { maxKeys: 2 })).toBe('The exercise allows 2 keys in all.');
  expect(keyCount(setKeys(more, 9, [{ ...Y, value: 70 }]).motion), 'x and y of one place are one key').toBe(3);
  expect(keyCount(setKeys(more, 10, [{ ...Y, value: 70 }]).motion)).toBe(4);
  expect(beyondLimits(more, deleteKeys(more, [{ ...X, frame: 9 }]).motion, { ...USUAL_LIMITS, maxKeys: 1 })).toBeNull();
});

test('an edit beyond the limits leaves the motion as it was and says why', () => {
  const edit = setKeys(drawer, 9, [{ ...X, value: 50 }]);
  expect(keepWithin(drawer, edit, USUAL_LIMITS)).toBe(edit);
  expect(keepWithin(drawer, edit, { ...USUAL_LIMITS, maxKeys: 2 })).toEqual({
    motion: drawer,
    keys: [],
    gaveWay: [],
    refused: 'The exercise allows 2 keys in all.',
  });
});

test('work begun before a limit was set may stay beyond it, and be mended by hand or at once', () => {
  const start = startingScene(drawer);
  const limits = { ...USUAL_LIMITS, channels: ['position.x' as const], maxKeys: 2 };
  expect(brokenLimits(start, drawer, limits)).toEqual([]);
  const early = setKeys(setScene(drawer, { range: { first: 1, last: 90 } }).motion, 9, [
    { ...Y, value: 50 },
    { ...X, value: 40 },
  ]).motion;
  expect(brokenLimits(start, early, limits)).toEqual([
    'The exercise sets the range.',
    'The exercise leaves position x to you, and no other channel.',
    'The exercise allows 2 keys in all.',
  ]);
  const moved = setKeys(early, 9, [{ ...X, value: 45 }]).motion;
  expect(newlyBroken(start, early, moved, limits)).toEqual([]);
  expect(newlyBroken(start, early, changeRate(early, { num: 12, den: 1 }, 'keep-frames').motion, limits)).toEqual([
    'The exercise sets the frame rate.',
  ]);
  expect(newlyBroken(start, early, setKeys(early, 12, [{ ...X, value: 45 }]).motion, limits)).toEqual([
    'The exercise allows 2 keys in all.',
  ]);
  const brought = bringWithin(early, start, limits).motion;
  expect(brokenLimits(start, brought, limits)).toEqual(['The exercise allows 2 keys in all.']);
  expect(brokenLimits(start, deleteKeys(brought, [{ ...X, frame: 9 }]).motion, limits)).toEqual([]);
});
