import { expect, test } from 'vitest';
import { found, sceneOf, soft, subjectWith } from '../../../testing/worked-scenes.ts';
import type { MotionDocument } from '../../index.ts';

const KINDS = ['key-late', 'key-early', 'key-missing', 'key-extra', 'track-never-keyed'] as const;
const slide = (...keys: [number, number][]) => sceneOf([subjectWith('drawer', { 'position.x': soft(...keys) })], 49);
const target = slide([5, 0], [21, 600], [41, 100]);

test('a key is late or early by its frames, beyond the tolerance; how strong goes by how many times it', () => {
  expect(found(target, slide([5, 0], [22, 600], [41, 100]), KINDS)).toEqual([]);
  expect(found(target, slide([5, 0], [23, 600], [41, 100]), KINDS)).toMatchObject([
    { kind: 'key-late', firstFrame: 21, lastFrame: 23, measured: 23, expected: 21 },
  ]);
  const [early] = found(target, slide([5, 0], [21, 600], [36, 100]), KINDS);
  expect(early).toMatchObject({
    kind: 'key-early',
    severity: 'strong',
    sentence: 'The drawer arrives 5 frames early: frame 36 instead of 41.',
  });
});

test('a key of its own tolerance is judged by that', () => {
  const own = (keyFrames: number) => ({
    keyTolerances: [{ subjectId: 'drawer', track: 'position', frame: 21, keyFrames }],
  });
  const late = slide([5, 0], [23, 600], [41, 100]);
  expect(found(target, late, KINDS, own(3))).toEqual([]);
  expect(found(target, slide([5, 0], [22, 600], [41, 100]), KINDS, own(0.5))).toMatchObject([
    { kind: 'key-late', tolerance: 0.5 },
  ]);
});

test('what has a name is spoken of by it', () => {
  const named = { events: [{ subjectId: 'drawer', track: 'position', frame: 21, name: 'stop' }] };
  const say = (take: MotionDocument) =>
    found(target, take, [...KINDS, 'pose-off'], named).map(({ sentence }) => sentence);
  expect(say(slide([5, 0], [24, 600], [41, 100]))).toEqual([
    'The drawer reaches the stop 3 frames late: frame 24 instead of 21.',
  ]);
  expect(say(slide([5, 0], [41, 100]))[0]).toBe(
    'Position has no key for the stop, frame 21: the drawer is 558.3 px from its pose.',
  );
  expect(say(slide([5, 0], [21, 500], [41, 100]))).toEqual([
    "The drawer is 100 px away from the target's pose at the stop, frame 21.",
  ]);
});

test('a key left out, one too many, and a track without any', () => {
  expect(found(target, slide([5, 0], [41, 100]), KINDS)).toMatchObject([{ kind: 'key-missing', firstFrame: 21 }]);
  expect(found(target, slide([5, 0], [21, 600], [31, 360], [41, 100]), KINDS)).toMatchObject([
    { kind: 'key-extra', firstFrame: 31 },
  ]);
  expect(found(target, slide(), KINDS)).toMatchObject([
    { kind: 'track-never-keyed', expected: 3, firstFrame: 5, lastFrame: 41 },
  ]);
});

test('work that ends before several of the poses is not done, which is said once', () => {
  const long = slide([5, 0], [13, 600], [21, 100], [29, 400], [41, 200]);
  expect(found(long, slide([5, 0], [13, 600]), KINDS)).toMatchObject([
    {
      kind: 'key-missing',
      firstFrame: 21,
      lastFrame: 41,
      expected: 3,
      sentence: "Position has no keys after frame 13: the drawer is up to 500 px from the target's poses.",
    },
  ]);
  const goesOn = found(long, slide([5, 0], [13, 600], [45, 300]), KINDS);
  expect(goesOn.filter(({ sentence }) => sentence.includes('no keys after'))).toEqual([]);
});

test('work that begins after several of the poses lacks them, which is said once', () => {
  const long = slide([5, 0], [13, 600], [21, 100], [29, 400], [41, 200]);
  expect(found(long, slide([21, 100], [29, 400], [41, 200]), KINDS)).toMatchObject([
    {
      kind: 'key-missing',
      firstFrame: 5,
      lastFrame: 13,
      expected: 2,
      sentence: "Position has no keys before frame 21: the drawer is up to 500 px from the target's poses.",
    },
  ]);
});
