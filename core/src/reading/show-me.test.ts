import fc from 'fast-check';
import { expect, test } from 'vitest';
import {
  channelOf,
  createChannel,
  createKey,
  createMotion,
  createSubject,
  type Key,
  type MotionDocument,
  moveKeys,
  sampleChannel,
  setLeave,
} from '../motion/index.ts';
import { compareReadings, readTake, type Target, withTargetSpacing, withTargetTiming } from './index.ts';

const LOOK = { shape: 'drawer', widthPx: 200, heightPx: 80, fill: '#9a6b00' } as const;
const motionOf = (keys: Key[]): MotionDocument => ({
  ...createMotion([
    { ...createSubject('drawer', 'Drawer', LOOK, { x: 0, y: 0 }), channels: [createChannel('position.x', 0, keys)] },
  ]),
  range: { first: 1, last: 49 },
});
const X = (motion: MotionDocument) => channelOf(motion, 'drawer', 'position.x');
const at = (frame: number) => [{ subjectId: 'drawer', channelId: 'position.x', frame } as const];

const model = motionOf([
  createKey(5, 0, { link: 'flat' }),
  createKey(13, 150, { role: 'breakdown' }),
  createKey(25, 600, { link: 'flat' }),
  createKey(37, 600),
  createKey(45, 100, { link: 'flat' }),
]);
const target: Target = { motion: model, tolerances: { keyFrames: 1, spacingPercent: 5 } };
const read = (take: MotionDocument) => readTake(target, take);

test('a take laid on the target’s timing has no key off, and its eases and values still are its own', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 2, max: 4 }),
      fc.constantFrom('linear', 'sine-in', 'cubic-out') as fc.Arbitrary<'linear'>,
      (by, leave) => {
        const take = setLeave(moveKeys(moveKeys(model, at(25), by).motion, at(45), -2).motion, at(5), leave).motion;
        const shown = withTargetTiming(model, take, read(take));
        expect(X(shown).keys.map((key) => key.frame)).toEqual([5, 13, 25, 37, 45]);
        expect(X(shown).keys.map((key) => [key.value, key.leave])).toEqual(
          X(take).keys.map((key) => [key.value, key.leave]),
        );
        expect(read(shown).tracks[0]!.pairs.every((pair) => pair.offsetFrames === 0)).toBe(true);
      },
    ),
  );
});

test('keys that match nothing keep their place between those that do, and handles their share of the segment', () => {
  const keys = [
    createKey(5, 0, { link: 'broken', out: { frames: 4, value: 0 } }),
    createKey(29, 600, { in: { frames: -12, value: 0 }, link: 'broken' }),
  ];
  const short = motionOf([createKey(5, 0, { link: 'flat' }), createKey(17, 600, { link: 'flat' })]);
  const take = motionOf(keys.toSpliced(1, 0, createKey(11, 250)));
  const reading = {
    tracks: [
      {
        ...readTake({ ...target, motion: short }, take).tracks[0]!,
        pairs: [
          { targetFrame: 5, takeFrame: 5, offsetFrames: 0, role: 'extreme' as const },
          { targetFrame: 17, takeFrame: 29, offsetFrames: 12, role: 'extreme' as const },
        ],
      },
    ],
  };
  const shown = X(withTargetTiming(short, take, reading)).keys;
  expect(shown.map((key) => key.frame)).toEqual([5, 8, 17]);
  expect(shown[0]!.out.frames).toBe(2);
  expect(shown[2]!.in.frames).toBe(-6);
});

test('a take given the target’s spacing goes between its own keys as the target does between its', () => {
  const even = setLeave(moveKeys(model, at(25), 3, 60).motion, [...at(5), ...at(13)], 'linear').motion;
  const take = motionOf(X(even).keys.filter((key) => key.frame !== 13));
  const shown = withTargetSpacing(model, take, read(take));
  expect(X(shown).keys.map((key) => [key.frame, key.value])).toEqual([
    [5, 0],
    [14.2, 165],
    [28, 660],
    [37, 600],
    [45, 100],
  ]);
  for (const share of [0.1, 0.3, 0.5, 0.8]) {
    expect(sampleChannel(X(shown), 5 + 23 * share) / 660, `at ${share}`).toBeCloseTo(
      sampleChannel(X(model), 5 + 20 * share) / 600,
      6,
    );
  }
});

test('a take with the target’s own keys is what the target is, in spacing and in timing', () => {
  const reading = read(model);
  expect(read(withTargetSpacing(model, model, reading)).findings).toEqual([]);
  expect(withTargetTiming(model, model, reading)).toEqual(model);
});

test('from one reading to the next: what is gone, what stayed, what came', () => {
  const [first, second] = [
    read(moveKeys(moveKeys(model, at(45), -4).motion, at(25), 4).motion),
    read(moveKeys(model, at(25), 3).motion),
  ];
  const change = compareReadings(first, second);
  expect(change.stayed.map((finding) => [finding.kind, finding.measured])).toEqual([['key-late', 28]]);
  expect(change.gone.map((finding) => finding.kind)).toContain('key-early');
  expect(change.came).toEqual([]);
  expect(change.proposedGrade).toBeGreaterThan(0);
  expect(change.criteria.find((criterion) => criterion.id === 'timing')!.by).toBeGreaterThan(0);
  expect(compareReadings(second, first).came.map((finding) => finding.kind)).toContain('key-early');
});
