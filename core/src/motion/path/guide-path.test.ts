import fc from 'fast-check';
import { expect, test } from 'vitest';
import {
  combine,
  createChannel,
  createKey,
  createMotion,
  createPathSampler,
  createSubject,
  ellipsePath,
  findChannel,
  type GuidePath,
  guideSubject,
  handleOfNumbers,
  leanDegrees,
  numbersOfHandle,
  parseMotion,
  pointOfPiece,
  poseOf,
  sampleChannel,
  setGuide,
} from '../index.ts';

const LOOK = { shape: 'disc', widthPx: 40, heightPx: 40, fill: '#2456a6' } as const;

function openPath(...points: [number, number, number, number][]): GuidePath {
  return {
    id: 'p',
    name: 'Path',
    closed: false,
    points: points.map(([x, y, ox, oy]) => ({ x, y, in: { x: -ox, y: -oy }, out: { x: ox, y: oy } })),
  };
}

const coordinate = fc.integer({ min: -400, max: 400 });
const anyPath = fc
  .record({
    closed: fc.boolean(),
    points: fc.array(
      fc.record({ x: coordinate, y: coordinate, ix: coordinate, iy: coordinate, ox: coordinate, oy: coordinate }),
      { minLength: 2, maxLength: 6 },
    ),
  })
  .map(({ closed, points }): GuidePath => ({
    id: 'p',
    name: 'Path',
    closed,
    points: points.map(({ x, y, ix, iy, ox, oy }) => ({ x, y, in: { x: ix, y: iy }, out: { x: ox, y: oy } })),
  }));

/** The length of a path by many short chords: slow, and independent of the table. */
function chordLength(path: GuidePath, share: number, sampler: { lengthPx: number }): { x: number; y: number } {
  const pieces = path.closed ? path.points.length : path.points.length - 1;
  const wanted = share * sampler.lengthPx;
  let gone = 0;
  let before = pointOfPiece(path, 0, 0);
  const steps = 20_000;
  for (let piece = 0; piece < pieces; piece++) {
    for (let i = 1; i <= steps; i++) {
      const next = pointOfPiece(path, piece, i / steps);
      const length = Math.hypot(next.x - before.x, next.y - before.y);
      if (gone + length >= wanted && length > 0) {
        const part = (wanted - gone) / length;
        return { x: before.x + (next.x - before.x) * part, y: before.y + (next.y - before.y) * part };
      }
      gone += length;
      before = next;
    }
  }
  return before;
}

test('a straight path is halved in the middle whatever its handles', () => {
  const sampler = createPathSampler(openPath([0, 0, 30, 0], [300, 0, 200, 0]));
  expect(sampler.lengthPx).toBeCloseTo(300, 6);
  expect(sampler.placeAt(0.5).x).toBeCloseTo(150, 6);
  expect(sampler.placeAt(0.25)).toMatchObject({ angle: 0, curvature: 0 });
  expect([sampler.placeAt(-1).x, sampler.placeAt(2).x]).toEqual([0, 300]);
});

test('equal shares of any path are equal lengths, to a ten-thousandth of the whole', () => {
  fc.assert(
    fc.property(anyPath, fc.double({ min: 0.02, max: 0.98, noNaN: true }), (path, share) => {
      const sampler = createPathSampler(path);
      fc.pre(sampler.lengthPx > 1);
      const place = sampler.placeAt(share);
      const expected = chordLength(path, share, sampler);
      expect(Math.hypot(place.x - expected.x, place.y - expected.y)).toBeLessThan(1e-4 * sampler.lengthPx);
    }),
    { numRuns: 25 },
  );
});

test('round a circle the speed is even, the turn is one over the radius, and travel past 1 goes round again', () => {
  const sampler = createPathSampler(ellipsePath('whisk', 'Whisk circle', { x: 100, y: 50 }, 80, 80));
  expect(sampler.lengthPx / (2 * Math.PI * 80)).toBeCloseTo(1, 3);
  for (const share of [0.1, 0.37, 0.9]) {
    const { x, y, angle, curvature } = sampler.placeAt(share);
    expect(Math.hypot(x - 100, y - 50)).toBeCloseTo(80, 1);
    expect(curvature).toBeCloseTo(1 / 80, 3);
    expect(Math.abs((((angle - (share * 360 + 90)) % 360) + 540) % 360) - 180).toBeCloseTo(0, 0);
  }
  expect(sampler.placeAt(1.25).x).toBeCloseTo(sampler.placeAt(0.25).x, 9);
  expect(sampler.placeAt(-0.25).y).toBeCloseTo(sampler.placeAt(0.75).y, 9);
});

test('a subject put on a path travels at once, by two keys, evenly, and turns and leans with it', () => {
  const circle = ellipsePath('circle', 'Whisk circle', { x: 480, y: 270 }, 120, 120);
  const scene = setGuide(
    { ...createMotion([createSubject('whisk', 'Whisk', LOOK, { x: 100, y: 100 })]), range: { first: 1, last: 24 } },
    circle,
  ).motion;
  const { motion } = guideSubject(scene, 'whisk', { pathId: 'circle', orient: true, angle: 10, lean: 0 });
  const whisk = motion.subjects[0]!;
  expect(findChannel(whisk, 'travel')!.keys.map((key) => [key.frame, key.value])).toEqual([
    [1, 0],
    [25, 1],
  ]);
  const start = poseOf(motion, whisk, 1);
  expect([start.e, start.f]).toEqual([600, 270]);
  expect((Math.atan2(start.b, start.a) * 180) / Math.PI).toBeCloseTo(100, 6);
  const quarter = poseOf(motion, whisk, 7);
  expect([quarter.e, quarter.f].map((value) => Math.round(value))).toEqual([480, 390]);
  expect(parseMotion(motion).ok).toBe(true);
  expect(guideSubject(motion, 'whisk', null).motion.subjects[0]!.guide).toBeNull();
  expect(leanDegrees(1 / 120, 300, 2)).toBeCloseTo(15, 9);
  expect(leanDegrees(-1 / 10, 3000, 9)).toBe(-75);
});

test('a part is carried by its parent: place, turn and scale, about its own pivot', () => {
  const arm = {
    ...createSubject('arm', 'Ladle arm', LOOK, { x: 200, y: 100 }),
    channels: [
      createChannel('position.x', 200),
      createChannel('position.y', 100),
      createChannel('rotation', 90),
      createChannel('scale.x', 2),
      createChannel('scale.y', 2),
    ],
  };
  const bowl = {
    ...createSubject('bowl', 'Ladle bowl', LOOK, { x: 50, y: 0 }),
    parentId: 'arm',
    pivot: { x: 0, y: -10 },
  };
  const motion = createMotion([arm, bowl]);
  const pose = poseOf(motion, bowl, 1);
  // The bowl's pivot: 50 px along the arm, which points down and is twice as large.
  const pivot = combine(pose, { a: 1, b: 0, c: 0, d: 1, e: 0, f: -10 });
  expect([pivot.e, pivot.f].map((value) => Math.round(value))).toEqual([200, 200]);
  expect(parseMotion({ ...motion, subjects: [{ ...arm, parentId: 'bowl' }, bowl] }).ok).toBe(false);
  expect(parseMotion({ ...motion, subjects: [{ ...arm, parentId: 'nobody' }, bowl] }).ok).toBe(false);
});

test('a handle by numbers and back is the same handle', () => {
  const rate = { num: 24, den: 1 };
  expect(handleOfNumbers({ speedPerSecond: 240, reachPercent: 50 }, 'out', 12, rate)).toEqual({ frames: 6, value: 60 });
  expect(handleOfNumbers({ speedPerSecond: 240, reachPercent: 50 }, 'in', 12, rate)).toEqual({
    frames: -6,
    value: -60,
  });
  fc.assert(
    fc.property(
      fc.double({ min: -5000, max: 5000, noNaN: true }),
      fc.double({ min: 0.1, max: 100, noNaN: true }),
      fc.integer({ min: 1, max: 400 }),
      fc.constantFrom<('in' | 'out')[]>('in', 'out'),
      (speedPerSecond, reachPercent, span, side) => {
        const numbers = numbersOfHandle(
          handleOfNumbers({ speedPerSecond, reachPercent }, side, span, rate),
          span,
          rate,
        );
        expect(numbers.speedPerSecond).toBeCloseTo(speedPerSecond, 6);
        expect(numbers.reachPercent).toBeCloseTo(reachPercent, 9);
      },
    ),
  );
});

test('a document of version 1 is brought up to date, keys untouched', () => {
  const old = {
    format: 'undulan-motion',
    version: 1,
    rate: { num: 24, den: 1 },
    range: { first: 1, last: 25 },
    stage: { widthPx: 960, heightPx: 540, background: '#fffdf8' },
    subjects: [
      {
        id: 'drawer',
        name: 'Drawer',
        look: LOOK,
        locked: false,
        exposure: 1,
        channels: [{ id: 'position.x', resting: 3, keys: [createKey(1, 3)] }],
      },
    ],
  };
  const upgraded = parseMotion(old);
  expect(upgraded.ok && upgraded.value).toMatchObject({
    version: 2,
    workRange: null,
    subjects: [{ visible: true, guide: null }],
  });
  expect(upgraded.ok && sampleChannel(upgraded.value.subjects[0]!.channels[0]!, 9)).toBe(3);
  expect(parseMotion({ ...old, version: 3 }).ok).toBe(false);
  expect(parseMotion(null).ok).toBe(false);
});
