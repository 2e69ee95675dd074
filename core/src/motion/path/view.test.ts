import fc from 'fast-check';
import { expect, test } from 'vitest';
import { createChannel, createKey, createMotion, createSubject } from '../document/document.ts';
import type { Look } from '../document/look.ts';
import type { MotionDocument, Subject } from '../document/schema.ts';
import { applyTo, poseOf } from './pose.ts';
import { depthAt, EYE_METRES, intoPlace, projection, seenPose, viewAt } from './view.ts';

const LOOK: Look = { shape: 'box', widthPx: 40, heightPx: 20, fill: '#9a6b00' };
const CAMERA: Look = { shape: 'camera', widthPx: 960, heightPx: 540, fill: '#22303c' };

function at(subject: Subject, values: Record<string, number>): Subject {
  const ids = Object.keys(values) as Parameters<typeof createChannel>[0][];
  const others = subject.channels.filter(({ id }) => !ids.includes(id));
  return { ...subject, channels: [...others, ...ids.map((id) => createChannel(id, values[id]))] };
}
const cup = (values: Record<string, number>): Subject =>
  at(createSubject('cup', 'Cup', LOOK, { x: 480, y: 270 }), values);
const camera = (values: Record<string, number>): Subject =>
  at(createSubject('camera', 'Camera', CAMERA, { x: 480, y: 270 }), values);
const place = (motion: MotionDocument): [number, number] => {
  const { x, y } = applyTo(seenPose(motion, motion.subjects[0]!, 1)!, { x: 0, y: 0 });
  return [Number(x.toFixed(6)), Number(y.toFixed(6))];
};

test('on the picture plane the stage is seen as it is; as far behind it as the eye is before, half as large', () => {
  expect(place(createMotion([cup({ 'position.x': 700 })]))).toEqual([700, 270]);
  expect(place(createMotion([cup({ 'position.x': 700, depth: 0 })]))).toEqual([700, 270]);
  expect(place(createMotion([cup({ 'position.x': 700, depth: EYE_METRES })]))).toEqual([590, 270]);
  expect(seenPose(createMotion([cup({ depth: -EYE_METRES })]), cup({ depth: -EYE_METRES }), 1)).toBeNull();
});

test('a camera shows what it looks at in the middle, nearer by its zoom, rolled the other way', () => {
  const shown = (values: Record<string, number>) => place(createMotion([cup({ 'position.x': 580 }), camera(values)]));
  expect(shown({ 'position.x': 580 })).toEqual([480, 270]);
  expect(shown({ 'scale.x': 2 })).toEqual([680, 270]);
  expect(shown({ rotation: 90 })).toEqual([480, 170]);
  // It has moved half-way to the plane: everything is twice as large.
  expect(shown({ depth: EYE_METRES / 2 })).toEqual([680, 270]);
});

test('the camera’s keys move the view; carried depths add up', () => {
  const moving = camera({});
  moving.channels = moving.channels.map((channel) =>
    channel.id === 'position.x'
      ? { ...channel, keys: [createKey(1, 480, { leave: 'linear' }), createKey(11, 580)] }
      : channel,
  );
  const motion = createMotion([cup({ depth: 1 }), moving]);
  expect(viewAt(motion, 6).x).toBe(530);
  const spoon = { ...createSubject('spoon', 'Spoon', LOOK, { x: 0, y: 0 }), parentId: 'cup' };
  expect(depthAt({ ...motion, subjects: [...motion.subjects, spoon] }, at(spoon, { depth: 0.5 }), 1)).toBe(1.5);
});

test('the way from the picture to a subject’s place is the way back', () => {
  const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });
  fc.assert(
    fc.property(number(-4, 20), number(0.2, 4), number(-180, 180), number(0, 960), (depth, zoom, roll, x) => {
      const carried = { ...createSubject('spoon', 'Spoon', LOOK, { x, y: 33 }), parentId: 'cup' };
      const through = camera({ rotation: roll, 'scale.x': zoom });
      const motion = createMotion([cup({ depth, rotation: 30, 'scale.x': 1.5 }), carried, through]);
      const seen = applyTo(seenPose(motion, carried, 1)!, { x: 0, y: 0 });
      const back = intoPlace(motion, carried, 1)!(seen);
      expect(back.x).toBeCloseTo(x, 5);
      expect(back.y).toBeCloseTo(33, 5);
    }),
  );
});

test('what is deeper is smaller, by the share of its distance', () => {
  const view = viewAt(createMotion([cup({})]), 1);
  const stage = createMotion().stage;
  expect([0, 1, 15].map((depth) => projection(view, stage, depth)!.a)).toEqual([1, 5 / 6, 0.25]);
  expect(poseOf(createMotion([cup({})]), cup({}), 1).a).toBe(1);
});
