import fc from 'fast-check';
import { expect, test } from 'vitest';
import { sceneOf, soft, subjectWith } from '../../testing/worked-scenes.ts';
import { type Affine, leastEdits, type MotionDocument, poseOf, readTake, setPivot } from '../index.ts';
import { withPivotsOf } from './pivots-alike.ts';

const tolerances = { keyFrames: 1, spacingPercent: 4 };
const read = (motion: MotionDocument, take: MotionDocument) => readTake({ motion, tolerances }, take);
const slide = (): MotionDocument => sceneOf([subjectWith('cup', { 'position.x': soft([4, 100], [20, 400]) })], 30);
const swing = (): MotionDocument => sceneOf([subjectWith('lid', { rotation: soft([4, 0], [20, 90]) })], 30);

test('a pivot elsewhere in a look that does not turn is the same picture, and the same take', () => {
  const take = setPivot(slide(), 'cup', { x: 20, y: -12 }, 1).motion;
  expect(take.subjects[0]!.channels.find(({ id }) => id === 'position.x')!.keys[0]!.value).toBe(120);
  expect(read(slide(), take)).toMatchObject({ findings: [], proposedGrade: 100 });
});

test('what turns about another point is told by how far it goes astray', () => {
  const take = setPivot(swing(), 'lid', { x: 0, y: 40 }, 1).motion;
  // A quarter turn about a point 40 px off carries the lid's own pivot along a quarter of that circle.
  const { findings } = read(swing(), take);
  expect(findings.map(({ kind }) => kind)).toContain('track-extra');
  expect(findings.every(({ track }) => track === 'position')).toBe(true);
  expect(leastEdits({ motion: swing(), tolerances }, take).edits.map(({ sentence }) => sentence)).toEqual([
    'Put the pivot of the lid where the target has it.',
  ]);
});

test('a pose is put right by the target’s pivot; what is only late keeps its own', () => {
  const short = sceneOf([subjectWith('cup', { 'position.x': soft([4, 100], [20, 370]) })], 30);
  const late = sceneOf([subjectWith('cup', { 'position.x': soft([8, 100], [24, 400]) })], 30);
  const edits = (take: MotionDocument): string[] => {
    const placed = setPivot(take, 'cup', { x: 20, y: -12 }, 1).motion;
    const { edits: all, left } = leastEdits({ motion: slide(), tolerances }, placed);
    expect(left).toEqual([]);
    return all.map(({ sentence }) => sentence);
  };
  expect(edits(short)).toEqual(['Put the pivot of the cup where the target has it.', 'On 20, set position x 400 px.']);
  expect(edits(late)).toEqual(['Move the keys of position from 8 on 4 frames earlier.']);
});

test('by which point a subject is placed changes nothing of where it is', () => {
  fc.assert(
    fc.property(fc.integer({ min: -80, max: 80 }), fc.integer({ min: -80, max: 80 }), fc.boolean(), (x, y, turns) => {
      const motion = turns ? swing() : slide();
      const pivot = { x, y };
      const moved = { ...motion, subjects: motion.subjects.map((subject) => ({ ...subject, pivot })) };
      const placed = withPivotsOf(motion, moved);
      expect(placed.subjects[0]!.pivot).toEqual(motion.subjects[0]!.pivot);
      for (const frame of [1, 4, 9, 13, 20, 30]) {
        const [before, after] = [moved, placed].map((one) => poseOf(one, one.subjects[0]!, frame)) as [Affine, Affine];
        for (const part of ['a', 'b', 'c', 'd', 'e', 'f'] as const) expect(after[part]).toBeCloseTo(before[part], 6);
      }
    }),
    { numRuns: 40 },
  );
});
