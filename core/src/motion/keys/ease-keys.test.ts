import fc from 'fast-check';
import { expect, test } from 'vitest';
import { EASE_NAMES } from '../curve/eases.ts';
import { channelOf, createChannel, createKey, createMotion, createSubject } from '../document/document.ts';
import type { Key, MotionDocument } from '../document/schema.ts';
import { type KeyRef, setEase, setEaseAmount, swapEases } from '../index.ts';
import { easeAmounts, easeProgress, type EaseShape, easeShapeOf, turnedShape } from '../sampling/ease-shape.ts';
import { sampleChannel } from '../sampling/sample.ts';

const LOOK = { shape: 'drawer', widthPx: 40, heightPx: 40, fill: '#2456a6' } as const;

function drawer(...keys: Key[]): MotionDocument {
  const subject = createSubject('drawer', 'Drawer', LOOK, { x: 0, y: 0 });
  return createMotion([{ ...subject, channels: [createChannel('position.x', 0, keys)] }]);
}
const X = (motion: MotionDocument) => channelOf(motion, 'drawer', 'position.x');
const at = (...frames: number[]): KeyRef[] =>
  frames.map((frame) => ({ subjectId: 'drawer', channelId: 'position.x', frame }));

const slide = drawer(createKey(1, 0), createKey(25, 600), createKey(37, 200));

const anyShape: fc.Arbitrary<EaseShape> = fc.oneof(
  fc.constantFrom(...EASE_NAMES, 'linear' as const).map((leave) => ({ leave })),
  fc.record({
    leave: fc.constant('curve' as const),
    x1: fc.double({ min: 0.05, max: 0.6, noNaN: true }),
    y1: fc.double({ min: -1, max: 2, noNaN: true }),
    x2: fc.double({ min: 0.4, max: 0.95, noNaN: true }),
    y2: fc.double({ min: -1, max: 2, noNaN: true }),
  }),
);

test('an ease carried to another segment has the same shape there, and the other segments stay as they are', () => {
  fc.assert(
    fc.property(anyShape, (shape) => {
      const eased = setEase(slide, at(1), shape).motion;
      const progress = easeProgress(shape);
      for (let frame = 1; frame <= 25; frame += 3)
        expect(sampleChannel(X(eased), frame)).toBeCloseTo(600 * progress((frame - 1) / 24), 5);
      for (let frame = 25; frame <= 37; frame += 3)
        expect(sampleChannel(X(eased), frame)).toBeCloseTo(sampleChannel(X(slide), frame), 8);
      const carried = setEase(slide, at(25), easeShapeOf(X(eased).keys, 0)).motion;
      expect(sampleChannel(X(carried), 31)).toBeCloseTo(600 - 400 * progress(0.5), 5);
    }),
  );
});

test('an ease turned about runs the other way, and turned again is as it was', () => {
  fc.assert(
    fc.property(anyShape, fc.double({ min: 0.01, max: 0.99, noNaN: true }), (shape, t) => {
      expect(easeProgress(turnedShape(shape))(t)).toBeCloseTo(1 - easeProgress(shape)(1 - t), 6);
      expect(easeProgress(turnedShape(turnedShape(shape)))(t)).toBeCloseTo(easeProgress(shape)(t), 6);
    }),
  );
  const turned = swapEases(setEase(slide, at(1, 25), { leave: 'quad-in' }).motion, at(1)).motion;
  expect(X(turned).keys.map((key) => key.leave)).toEqual(['quad-out', 'quad-in', 'curve']);
});

test('an ease by amount: flat thirds are a full stop, half an amount is half the mean speed', () => {
  const full = setEaseAmount(slide, at(1), { start: 1, finish: 1 }).motion;
  expect([1, 4, 7, 10, 13].map((frame) => sampleChannel(X(full), frame))).toEqual([0, 25.78125, 93.75, 189.84375, 300]);
  const half = setEaseAmount(full, at(1), { start: 0.5 }).motion;
  expect(easeAmounts(X(half).keys, 0)).toEqual({ start: 0.5, finish: 1 });
  const even = setEaseAmount(half, at(1), { start: 0, finish: 0 }).motion;
  expect(sampleChannel(X(even), 7)).toBeCloseTo(150, 9);
  const held = setEase(slide, at(1), { leave: 'step' }).motion;
  expect(easeAmounts(X(held).keys, 0)).toBeNull();
  expect(easeAmounts(X(setEaseAmount(held, at(1), { finish: 1 }).motion).keys, 0)).toEqual({ start: 0, finish: 1 });
});

test('an amount of a last key changes nothing', () => {
  expect(setEaseAmount(slide, at(37), { start: 1 }).motion).toEqual(slide);
});
