import fc from 'fast-check';
import { expect, test } from 'vitest';
import { CoreError } from '../../core-error.ts';
import { channelOf, createChannel, createKey, createMotion, createSubject } from '../document/document.ts';
import type { Key, MotionDocument } from '../document/schema.ts';
import {
  changeRate,
  deleteKeys,
  effectiveHandles,
  type KeyRef,
  moveKeys,
  offsetChannels,
  setHandle,
  setKeys,
  setLeave,
  setLink,
  setResting,
  setRole,
  setScene,
  setSubject,
} from '../index.ts';
import { sampleChannel } from '../sampling/sample.ts';

const LOOK = { shape: 'box', widthPx: 40, heightPx: 40, fill: '#2456a6' } as const;
const X = { subjectId: 'drawer', channelId: 'position.x' } as const;

function motionWith(keys: Key[]): MotionDocument {
  const subject = createSubject('drawer', 'Drawer', LOOK, { x: 100, y: 200 });
  return createMotion([
    {
      ...subject,
      channels: subject.channels.map((channel) =>
        channel.id === X.channelId ? createChannel(X.channelId, 100, keys) : channel,
      ),
    },
  ]);
}

function at(frame: number): KeyRef {
  return { ...X, frame };
}

function keysOf(motion: MotionDocument): Key[] {
  return channelOf(motion, X.subjectId, X.channelId).keys;
}

test('a key is set where there was none, and takes a new value where there was one', () => {
  const one = setKeys(motionWith([createKey(1, 0, { leave: 'step' }), createKey(25, 600)]), 13, [
    { ...X, value: 50 },
  ]).motion;
  expect(keysOf(one).map((key) => [key.frame, key.value, key.leave])).toEqual([
    [1, 0, 'step'],
    [13, 50, 'step'],
    [25, 600, 'curve'],
  ]);
  const changed = setKeys(setLeave(one, [at(13)], 'linear').motion, 13, [{ ...X, value: 80 }]).motion;
  expect(keysOf(changed)[1]).toMatchObject({ frame: 13, value: 80, leave: 'linear' });
});

test('keys stand on thousandths of a frame at finest', () => {
  expect(keysOf(setKeys(motionWith([]), 4.00049, [{ ...X, value: 1 }]).motion)[0]!.frame).toBe(4);
});

test('moving onto a key that stays names the key that gave way', () => {
  const edit = moveKeys(motionWith([createKey(1, 0), createKey(5, 10), createKey(9, 20)]), [at(1)], 4);
  expect(edit.gaveWay).toEqual([at(5)]);
  expect(edit.keys).toEqual([at(5)]);
  expect(keysOf(edit.motion).map((key) => [key.frame, key.value])).toEqual([
    [5, 0],
    [9, 20],
  ]);
});

test('keys that move together never displace each other, and keys may pass those that stay', () => {
  const edit = moveKeys(motionWith([createKey(1, 0), createKey(5, 10), createKey(6, 20)]), [at(1), at(5)], 4);
  expect(edit.gaveWay).toEqual([]);
  expect(keysOf(edit.motion).map((key) => key.frame)).toEqual([5, 6, 9]);
});

test('moving back undoes a move, where nothing gave way', () => {
  const frames = fc.uniqueArray(fc.integer({ min: 1, max: 100 }), { minLength: 1, maxLength: 10 });
  fc.assert(
    fc.property(frames, fc.integer({ min: -300, max: 300 }), fc.integer({ min: -50, max: 50 }), (list, by, value) => {
      const motion = motionWith(list.sort((a, b) => a - b).map((frame) => createKey(frame, frame * 2)));
      const there = moveKeys(motion, list.slice(0, 3).map(at), by, value);
      fc.pre(there.gaveWay.length === 0);
      expect(moveKeys(there.motion, there.keys, -by, -value).motion).toEqual(motion);
      const order = keysOf(there.motion).map((key) => key.frame);
      expect(order).toEqual([...order].sort((a, b) => a - b));
    }),
  );
});

test('a channel that loses its last key rests where that key had it', () => {
  const motion = deleteKeys(motionWith([createKey(7, 444)]), [at(7)]).motion;
  expect(channelOf(motion, X.subjectId, X.channelId)).toEqual({ id: 'position.x', resting: 444, keys: [] });
});

test('leave and role change on the named keys only, and going back to a curve loses no handle', () => {
  const motion = motionWith([createKey(1, 0, { out: { frames: 5, value: 9 }, link: 'broken' }), createKey(25, 600)]);
  const held = setLeave(motion, [at(1)], 'step').motion;
  expect(keysOf(setLeave(held, [at(1)], 'curve').motion)).toEqual(keysOf(motion));
  expect(keysOf(setRole(motion, [at(25)], 'breakdown').motion).map((key) => key.role)).toEqual([
    'extreme',
    'breakdown',
  ]);
});

test('a handle set by hand frees a computed one; aligned keeps the other in line, mirrored makes it opposite', () => {
  const motion = motionWith([createKey(1, 0), createKey(13, 300), createKey(25, 600)]);
  const aligned = keysOf(setHandle(motion, at(13), 'out', { frames: 6, value: 60 }).motion)[1]!;
  expect(aligned.link).toBe('aligned');
  expect(aligned.in.frames).toBe(-4);
  expect(aligned.in.value).toBeCloseTo(-40, 9);
  const mirrored = keysOf(setHandle(motion, at(13), 'out', { frames: 6, value: 60 }, 'mirrored').motion)[1]!;
  expect(mirrored.in).toEqual({ frames: -6, value: -60 });
  const broken = keysOf(setHandle(motion, at(13), 'in', { frames: 3, value: 1 }, 'broken').motion)[1]!;
  expect(broken.in.frames).toBe(0);
  expect(broken.out).toEqual({ frames: 4, value: 100 });
});

test('setting handles free does not move the curve', () => {
  const motion = motionWith([createKey(1, 0), createKey(9, 340), createKey(25, 600)]);
  const freed = setLink(motion, [at(1), at(9), at(25)], 'broken').motion;
  for (let frame = 1; frame <= 25; frame += 0.5) {
    expect(sampleChannel(channelOf(freed, X.subjectId, X.channelId), frame)).toBeCloseTo(
      sampleChannel(channelOf(motion, X.subjectId, X.channelId), frame),
      9,
    );
  }
});

test('a handle that reaches past the next key is clamped to it, and a flat one lies level', () => {
  const far = { frames: 99, value: 30 };
  const keys = [
    createKey(1, 0, { link: 'broken', out: far }),
    createKey(9, 340, { link: 'flat', in: { frames: -2, value: -50 } }),
  ];
  expect(effectiveHandles(keys, 0).out).toEqual({ frames: 8, value: 30 });
  expect(effectiveHandles(keys, 1).in).toEqual({ frames: -2, value: 0 });
});

test('the whole motion can be moved, and an unkeyed channel put elsewhere', () => {
  const moved = offsetChannels(motionWith([createKey(1, 0), createKey(25, 600)]), [{ ...X, value: 20 }]).motion;
  expect(keysOf(moved).map((key) => key.value)).toEqual([20, 620]);
  const rested = setResting(moved, [{ subjectId: 'drawer', channelId: 'rotation', value: 45 }]).motion;
  expect(channelOf(rested, 'drawer', 'rotation').resting).toBe(45);
});

test('carried to another rate by seconds, keys, handles and range are renumbered and every rounding is told', () => {
  const motion = {
    ...motionWith([
      createKey(1, 0, { link: 'broken', out: { frames: 4, value: 9 } }),
      createKey(13, 50),
      createKey(25, 80),
      createKey(49, 90),
    ]),
    range: { first: 1, last: 48 },
  };
  const carried = changeRate(motion, { num: 25, den: 1 }, 'keep-seconds');
  expect(keysOf(carried.motion).map((key) => key.frame)).toEqual([1, 13.5, 26, 51]);
  expect(keysOf(carried.motion)[0]!.out.frames).toBeCloseTo(25 / 6, 12);
  expect(carried.motion.range).toEqual({ first: 1, last: 50 });
  const snapped = changeRate(motion, { num: 25, den: 1 }, 'keep-seconds', { snap: true });
  expect(keysOf(snapped.motion).map((key) => key.frame)).toEqual([1, 14, 26, 51]);
  expect(snapped.roundings.map((key) => key.roundingFrames)).toEqual([0, 0.5, 0, 0]);
  const crowded = changeRate(
    motionWith([createKey(1, 0), createKey(2, 1), createKey(3, 2)]),
    { num: 8, den: 1 },
    'keep-seconds',
    { snap: true },
  );
  expect(crowded.gaveWay).toEqual([at(1)]);
  expect(changeRate(motion, { num: 12, den: 1 }, 'keep-frames').motion).toEqual({
    ...motion,
    rate: { num: 12, den: 1 },
  });
});

test('another rate keeps frame numbers; an unknown subject is a mistake of the caller', () => {
  const motion = motionWith([createKey(1, 0), createKey(25, 600)]);
  expect(keysOf(setScene(motion, { rate: { num: 25, den: 1 } }).motion)).toEqual(keysOf(motion));
  expect(setSubject(motion, 'drawer', { name: 'Top drawer' }).motion.subjects[0]!.name).toBe('Top drawer');
  expect(() => setSubject(motion, 'spoon', { name: 'x' })).toThrow(CoreError);
  expect(() => setKeys(motion, 1, [{ ...X, subjectId: 'spoon', value: 1 }])).toThrow(CoreError);
});
