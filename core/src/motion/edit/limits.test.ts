import { expect, test } from 'vitest';
import { createChannel, createKey, createMotion, createSubject } from '../document.ts';
import type { MotionDocument } from '../schema.ts';
import { beyondLimits, changeRate, deleteKeys, keepWithin, keyCount, setKeys, setLeave, setScene, setSubject, USUAL_LIMITS, type Limits } from './index.ts';

const LOOK = { shape: 'drawer', widthPx: 40, heightPx: 40, fill: '#2456a6' } as const;
const X = { subjectId: 'drawer', channelId: 'position.x' } as const;
const Y = { subjectId: 'drawer', channelId: 'position.y' } as const;
const drawer: MotionDocument = createMotion([{ ...createSubject('drawer', 'Drawer', LOOK, { x: 0, y: 0 }), channels: [createChannel('position.x', 0, [createKey(1, 0), createKey(25, 600)]), createChannel('position.y', 0)] }]);
const within = (after: MotionDocument, limits: Partial<Limits> = {}) => beyondLimits(drawer, after, { ...USUAL_LIMITS, ...limits });

test('unless an exercise says otherwise keys are free, and rate, range, stage and subjects are not', () => {
  expect(within(setLeave(setKeys(drawer, 9, [{ ...X, value: 50 }]).motion, [{ ...X, frame: 1 }], 'linear').motion)).toBeNull();
  const rate = changeRate(drawer, { num: 12, den: 1 }, 'keep-frames').motion;
  expect(within(rate)).toBe('The exercise sets the frame rate.');
  expect(within(rate, { rate: true })).toBeNull();
  const longer = setScene(drawer, { range: { first: 1, last: 60 } }).motion;
  expect(within(longer)).toBe('The exercise sets the range.');
  expect(within(longer, { range: true })).toBeNull();
  const named = setSubject(drawer, 'drawer', { name: 'Plate' }).motion;
  expect(within(named)).toContain('sets the subjects');
  expect(within(named, { subjects: true })).toBeNull();
  expect(within({ ...drawer, stage: { ...drawer.stage, background: '#000000' } }, { subjects: true, rate: true, range: true })).toBe('The exercise sets the stage.');
});

test('only the ticked channels may be keyed, and only so many keys; taking keys away from too many is no fault', () => {
  const down = setKeys(drawer, 9, [{ ...Y, value: 50 }]).motion;
  expect(within(down, { channels: ['position.x', 'rotation'] })).toMatch(/leaves .* and .* to you, and no other channel/);
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
  expect(keepWithin(drawer, edit, { ...USUAL_LIMITS, maxKeys: 2 })).toEqual({ motion: drawer, keys: [], gaveWay: [], refused: 'The exercise allows 2 keys in all.' });
});
