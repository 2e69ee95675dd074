import fc from 'fast-check';
import { expect, test } from 'vitest';
import { sceneOf, straight, subjectWith } from '../../testing/worked-scenes.ts';
import {
  bendSegment,
  drawingRoom,
  type MotionDocument,
  roomTogether,
  type SegmentRef,
  setBreakdown,
  shapeSegment,
  trackProgress,
  TRACKS,
} from '../index.ts';

const POSITION = TRACKS.find((track) => track.id === 'position')!;
const SEGMENT: SegmentRef = { subjectId: 'bread', trackId: 'position', firstFrame: 1, lastFrame: 13 };

const bread = (fromPx: number): MotionDocument =>
  sceneOf([subjectWith('bread', { 'position.x': straight([1, fromPx], [13, 600]) })], 24);
const PUSH = bread(120);
const sharesOf = (motion: MotionDocument): number[] => Array.from(trackProgress(motion.subjects[0]!, POSITION, 1, 13));
const leastStep = (shares: number[]): number => Math.min(...shares.slice(1).map((share, i) => share - shares[i]!));

test('by the curve a drawing goes on until two drawings meet; further, the motion would turn back', () => {
  const share = fc.double({ min: 0, max: 1, noNaN: true });
  fc.assert(
    fc.property(fc.tuple(share, share, share, share), fc.integer({ min: 2, max: 12 }), ([x1, y1, x2, y2], frame) => {
      const motion = shapeSegment(PUSH, SEGMENT, { x1, y1: Math.min(y1, y2), x2, y2: Math.max(y1, y2) }).motion;
      fc.pre(leastStep(sharesOf(motion)) > 1e-3);
      const { least, most } = drawingRoom(motion, SEGMENT, frame, 'curve').unmet;
      expect(least).toBeLessThanOrEqual(sharesOf(motion)[frame - 1]! + 1e-6);
      for (const [edge, beyond] of [
        [least, -0.02],
        [most, 0.02],
      ] as const) {
        expect(leastStep(sharesOf(bendSegment(motion, SEGMENT, frame, edge).motion))).toBeCloseTo(0, 3);
        expect(leastStep(sharesOf(bendSegment(motion, SEGMENT, frame, edge + beyond).motion))).toBeLessThan(-1e-4);
      }
    }),
    { numRuns: 60 },
  );
});

test('a breakdown goes as far as the keyed drawings on either side of it', () => {
  const { motion } = setBreakdown(setBreakdown(PUSH, SEGMENT, 4, 0.1).motion, SEGMENT, 10, 0.9);
  const { unmet } = drawingRoom(motion, SEGMENT, 7, 'breakdown');
  expect([unmet.least, unmet.most]).toEqual([expect.closeTo(0.1, 6), expect.closeTo(0.9, 6)]);
  const first = drawingRoom(motion, SEGMENT, 4, 'breakdown').unmet;
  expect([first.least, first.most]).toEqual([0, expect.closeTo(0.9, 6)]);
});

test('several go together as far as the drawings that stay let the first of them go', () => {
  // Of twelve steps, 4 and 5 are chosen: 5 may come up to 6, and 4 down to 3.
  const { unmet } = roomTogether(PUSH, SEGMENT, [4, 5], 4);
  expect([unmet.least * 12, unmet.most * 12]).toEqual([expect.closeTo(2, 6), expect.closeTo(4, 6)]);
});

test('what moves one way stays on the stage, which is 960 px wide; what comes in from outside goes anywhere', () => {
  const { least, most } = drawingRoom(PUSH, SEGMENT, 7, 'breakdown').onStage;
  expect([120 + least * 480, 120 + most * 480]).toEqual([expect.closeTo(0, 6), expect.closeTo(960, 6)]);
  const entering = bread(-80);
  expect(drawingRoom(entering, SEGMENT, 7, 'breakdown').onStage.least).toBe(-Infinity);
});
