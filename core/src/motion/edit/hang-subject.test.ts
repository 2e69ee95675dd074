import fc from 'fast-check';
import { expect, test } from 'vitest';
import { createKey, createKeyedSubject, createMotion, createSubject, findSubject } from '../document/document.ts';
import type { Look } from '../document/look.ts';
import { type MotionDocument, parseMotion } from '../document/schema.ts';
import { applyTo, poseOf } from '../path/pose.ts';
import { duplicateSubject } from './duplicate-subject.ts';
import { groupSubjects, hangSubject, ungroupSubjects } from './hang-subject.ts';
import { setPivot } from './set-subjects.ts';

const LOOK: Look = { shape: 'box', widthPx: 40, heightPx: 20, fill: '#9a6b00' };

/** An arm that turns and grows, and a whisk that moves beside it. */
function scene(turn = 90, size = 2): MotionDocument {
  return createMotion([
    createKeyedSubject('arm', 'Arm', LOOK, { x: 200, y: 100 }, {
      rotation: [createKey(1, 0), createKey(25, turn)],
      'scale.x': [createKey(1, 1), createKey(25, size)],
      'scale.y': [createKey(1, 1), createKey(25, size)],
    }), // prettier-ignore
    createKeyedSubject('whisk', 'Whisk', LOOK, { x: 300, y: 100 }, {
      'position.x': [createKey(1, 300), createKey(13, 340), createKey(25, 400)],
      'position.y': [createKey(1, 100), createKey(13, 60), createKey(25, 100)],
    }), // prettier-ignore
    createSubject('rack', 'Rack', LOOK, { x: 50, y: 50 }),
  ]);
}

/** Where two corners of a subject's look are on the stage. */
function corners(motion: MotionDocument, id: string, frame: number): number[] {
  const pose = poseOf(motion, findSubject(motion, id)!, frame);
  return [{ x: 20, y: 10 }, { x: -20, y: 10 }].flatMap((at) => Object.values(applyTo(pose, at))); // prettier-ignore
}

const place = (motion: MotionDocument, id: string, frame: number): number[] =>
  Object.values(applyTo(poseOf(motion, findSubject(motion, id)!, frame), { x: 0, y: 0 }));

test('hung, freed and hung elsewhere a subject stays where it is on the frame and on its keys', () => {
  const size = fc.double({ min: 0.3, max: 3, noNaN: true });
  fc.assert(
    fc.property(fc.integer({ min: -170, max: 170 }), size, fc.integer({ min: 1, max: 25 }), (turn, by, frame) => {
      const free = scene(turn, by);
      const hung = hangSubject(free, 'whisk', 'arm', frame).motion;
      for (const at of [1, 13, 25])
        place(hung, 'whisk', at).forEach((value, i) => expect(value).toBeCloseTo(place(free, 'whisk', at)[i]!, 6));
      const still = hangSubject(free, 'rack', 'arm', frame).motion;
      corners(still, 'rack', frame).forEach((value, i) =>
        expect(value).toBeCloseTo(corners(free, 'rack', frame)[i]!, 6),
      );
      const back = hangSubject(still, 'rack', null, frame).motion;
      corners(back, 'rack', 7).forEach((value, i) => expect(value).toBeCloseTo(corners(free, 'rack', 7)[i]!, 6));
    }),
    { numRuns: 60 },
  );
});

test('what would carry itself is refused', () => {
  const hung = hangSubject(scene(), 'whisk', 'arm', 1).motion;
  expect(hangSubject(hung, 'arm', 'whisk', 1).refused).toMatch('cannot be carried by one that it carries');
});

test('a group carries its members where they are, and lets them go there', () => {
  const free = scene();
  const grouped = groupSubjects(free, { id: 'group', name: 'Both' }, ['whisk', 'rack'], 13).motion;
  expect(grouped.subjects.map(({ id, parentId }) => [id, parentId])).toEqual([
    ['arm', null],
    ['whisk', 'group'],
    ['rack', 'group'],
    ['group', null],
  ]);
  expect(parseMotion(grouped).ok).toBe(true);
  const apart = ungroupSubjects(grouped, 'group', 13).motion;
  expect(apart.subjects.map(({ id, parentId }) => [id, parentId])).toEqual([
    ['arm', null],
    ['whisk', null],
    ['rack', null],
  ]);
  for (const id of ['whisk', 'rack'])
    corners(apart, id, 25).forEach((value, i) => expect(value).toBeCloseTo(corners(free, id, 25)[i]!, 6));
});

test('a copy moves as the first, or stands beside where it is', () => {
  const options = { id: 'second', name: 'Second', frame: 13 };
  const moving = duplicateSubject(scene(), 'whisk', { ...options, withKeys: true }).motion;
  expect(corners(moving, 'second', 20)).toEqual(corners(moving, 'whisk', 20));
  const still = duplicateSubject(scene(), 'whisk', { ...options, withKeys: false }).motion;
  expect(corners(still, 'second', 1)).toEqual(corners(still, 'whisk', 13).map((value) => value + 24));
});

test('with another pivot a subject stays where it is', () => {
  const turned = hangSubject(scene(), 'rack', 'arm', 10).motion;
  const moved = setPivot(turned, 'rack', { x: 15, y: -5 }, 17).motion;
  expect(findSubject(moved, 'rack')!.pivot).toEqual({ x: 15, y: -5 });
  corners(moved, 'rack', 17).forEach((value, i) => expect(value).toBeCloseTo(corners(turned, 'rack', 17)[i]!, 6));
});
