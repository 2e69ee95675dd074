import fc from 'fast-check';
import { expect, test } from 'vitest';
import { sceneOf, subjectWith } from '../../testing/worked-scenes.ts';
import {
  createChannel,
  createKey,
  createMotion,
  createSubject,
  type Key,
  type MotionDocument,
  setScene,
} from '../motion/index.ts';
import { findSettings } from './checks/find-settings.ts';
import { criterionScore, matchKeys, Reading, readTake, type Target } from './index.ts';
import { severityOf } from './severity.ts';
import { createSharedTime } from './shared-time.ts';
import { createWarp } from './warp.ts';
import { subjectDoes } from './words.ts';

const LOOK = { shape: 'slice', widthPx: 130, heightPx: 150, fill: '#e2b36f' } as const;
const SCALE = { frames: 24, value: 100 };

const event = (frame: number, value: number) => ({ frame, values: [value] });
const anyEvents = fc
  .uniqueArray(fc.record({ frame: fc.integer({ min: 1, max: 120 }), value: fc.integer({ min: 0, max: 100 }) }), {
    selector: ({ frame }) => frame,
    maxLength: 12,
  })
  .map((list) => list.sort((a, b) => a.frame - b.frame).map(({ frame, value }) => event(frame, value)));

test('every key of both is matched or left over, once, and pairs never cross', () => {
  fc.assert(
    fc.property(anyEvents, anyEvents, (target, take) => {
      const { pairs, missing, extra } = matchKeys(target, take, SCALE);
      expect([...pairs.map(([i]) => i), ...missing].sort((a, b) => a - b)).toEqual(target.map((_, i) => i));
      expect([...pairs.map(([, j]) => j), ...extra].sort((a, b) => a - b)).toEqual(take.map((_, j) => j));
      for (let n = 1; n < pairs.length; n++) {
        expect(pairs[n]![0]).toBeGreaterThan(pairs[n - 1]![0]);
        expect(pairs[n]![1]).toBeGreaterThan(pairs[n - 1]![1]);
      }
    }),
  );
});

test('a run matched with itself is matched key by key', () => {
  fc.assert(
    fc.property(anyEvents, (target) => {
      expect(matchKeys(target, target, SCALE).pairs).toEqual(target.map((_, i) => [i, i]));
    }),
  );
});

test('a key of another pose far away is another key; one of the same pose a little late is the same', () => {
  expect(matchKeys([event(1, 0), event(25, 100)], [event(1, 0), event(28, 100)], SCALE).pairs).toEqual([
    [0, 0],
    [1, 1],
  ]);
  expect(matchKeys([event(1, 0), event(10, 100)], [event(1, 0), event(60, 0)], SCALE)).toEqual({
    pairs: [[0, 0]],
    missing: [1],
    extra: [1],
  });
  expect(matchKeys([], [event(1, 0)], SCALE)).toEqual({ pairs: [], missing: [], extra: [0] });
  const many = Array.from({ length: 40 }, (_, i) => event(i, 0));
  expect(matchKeys(many, [], SCALE).missing).toHaveLength(40);
  expect(matchKeys([], many, SCALE).extra).toHaveLength(40);
});

test('a warp meets its pairs exactly, goes straight between them and at the same pace outside', () => {
  const warp = createWarp([
    { from: 1, to: 3 },
    { from: 11, to: 23 },
  ]);
  expect([1, 6, 11, 0, 13].map(warp)).toEqual([3, 13, 23, 2, 25]);
  expect(createWarp([])(7)).toBe(7);
  fc.assert(
    fc.property(anyEvents, fc.integer({ min: -30, max: 150 }), (events, frame) => {
      const pairs = events.map(({ frame: from }, i) => ({ from, to: from * 2 + i }));
      expect(createWarp(pairs)(frame + 1)).toBeGreaterThan(createWarp(pairs)(frame));
    }),
  );
});

test('rulers of two rates meet by seconds from the start of each range, and back', () => {
  const at = (fps: number, first: number): MotionDocument => ({
    ...createMotion(),
    rate: { num: fps, den: 1 },
    range: { first, last: first + 50 },
  });
  const time = createSharedTime(at(24, 1), at(25, 101));
  expect([1, 25].map(time.toTake)).toEqual([101, 126]);
  expect(time.toTarget(time.toTake(13.7))).toBeCloseTo(13.7, 9);
});

test('severity goes by one, two and four times the tolerance; a criterion falls straight between its figures', () => {
  expect([1, -1, 1.01, 2, -3.9, 4, 40].map((error) => severityOf(error, 1))).toEqual([
    null,
    null,
    'slight',
    'clear',
    'clear',
    'strong',
    'strong',
  ]);
  expect([0, 0.5, 1, 2.5, 4, 9].map((error) => criterionScore(error, 1))).toEqual([100, 75, 50, 25, 0, 0]);
  fc.assert(
    fc.property(
      fc.double({ min: 0, max: 50, noNaN: true }),
      fc.double({ min: 0, max: 5, noNaN: true }),
      (error, more) => {
        expect(criterionScore(error + more, 2)).toBeLessThanOrEqual(criterionScore(error, 2));
      },
    ),
  );
});

test('rate, range and stage that are not the target’s are each said once', () => {
  const target = createMotion();
  expect(findSettings(target, target)).toEqual([]);
  const other = setScene(target, {
    rate: { num: 12, den: 1 },
    range: { first: 1, last: 48 },
    stage: { ...target.stage, widthPx: 1280 },
  }).motion;
  expect(findSettings(target, other).map(({ kind, sentence }) => [kind, sentence])).toEqual([
    ['rate-differs', 'The take runs at 12 frames a second; the exercise is set at 24.'],
    ['range-differs', 'The take runs from frame 1 to 48; the exercise is set from 1 to 25.'],
    ['stage-differs', 'The stage is 1280 × 540 px; the exercise is set on 960 × 540 px.'],
  ]);
});

test('verbs agree with the names of subjects', () => {
  expect(
    ['Bread', 'Dishes', 'Tea glass', 'Citrus', 'Chassis', 'Tongs'].map((name) => subjectDoes(name, 'reach')),
  ).toEqual([
    'the bread reaches',
    'the dishes reach',
    'the tea glass reaches',
    'the citrus reaches',
    'the chassis reaches',
    'the tongs reach',
  ]);
  expect([subjectDoes('The rack', 'be'), subjectDoes('Peas', 'be')]).toEqual(['the rack is', 'the peas are']);
});

function rack(keys: Key[], more: Partial<MotionDocument> = {}): MotionDocument {
  return {
    ...createMotion([
      {
        ...createSubject('rack', 'Rack', LOOK, { x: 0, y: 0 }),
        channels: [createChannel('position.y', 0, keys), createChannel('rotation', 0)],
      },
    ]),
    range: { first: 1, last: 48 },
    ...more,
  };
}

const anyKeys = fc
  .uniqueArray(
    fc.record({
      frame: fc.integer({ min: 1, max: 48 }),
      value: fc.integer({ min: -400, max: 400 }),
      leave: fc.constantFrom<Key['leave'][]>('step', 'linear', 'curve', 'bounce-out'),
    }),
    { selector: ({ frame }) => frame, maxLength: 9 },
  )
  .map((list) =>
    list.sort((a, b) => a.frame - b.frame).map(({ frame, value, leave }) => createKey(frame, value, { leave })),
  );

test('however bad the work, a reading comes out: within its schema, the same every time, graded 0 to 100', () => {
  fc.assert(
    fc.property(
      anyKeys,
      anyKeys,
      fc.integer({ min: 1, max: 4 }),
      fc.constantFrom(12, 24, 25, 60),
      (model, work, exposure, fps) => {
        const target: Target = { motion: rack(model), tolerances: { keyFrames: 1, spacingPercent: 5 } };
        const base = rack(work, { rate: { num: fps, den: 1 } });
        const take = { ...base, subjects: base.subjects.map((subject) => ({ ...subject, exposure })) };
        const reading = readTake(target, take);
        const text = JSON.stringify(reading);
        expect(Reading.parse(JSON.parse(text))).toEqual(JSON.parse(text));
        expect(JSON.stringify(readTake(target, take))).toBe(text);
        expect(reading.proposedGrade).toBeGreaterThanOrEqual(0);
        expect(reading.proposedGrade).toBeLessThanOrEqual(100);
      },
    ),
    { numRuns: 60 },
  );
});

test('the model handed in as it is has no finding and the full grade', () => {
  fc.assert(
    fc.property(anyKeys, (keys) => {
      const motion = rack(keys);
      const reading = readTake({ motion, tolerances: { keyFrames: 1, spacingPercent: 5 } }, motion);
      expect(reading.findings).toEqual([]);
      expect(reading.proposedGrade).toBe(100);
    }),
    { numRuns: 60 },
  );
});

/** What an alignment costs by the model: gaps in frames and (up to 0.8) in value, and 0.6 for each key left over. */
function costOf(
  { pairs, missing, extra }: ReturnType<typeof matchKeys>,
  target: ReturnType<typeof event>[],
  take: ReturnType<typeof event>[],
): number {
  return pairs.reduce(
    (sum, [i, j]) =>
      sum +
      Math.abs(target[i]!.frame - take[j]!.frame) / SCALE.frames +
      Math.min(0.8, Math.abs(target[i]!.values[0]! - take[j]!.values[0]!) / SCALE.value),
    0.6 * (missing.length + extra.length),
  );
}

test('one row and a band find what the whole matrix finds: no alignment costs less', () => {
  fc.assert(
    fc.property(anyEvents, anyEvents, (target, take) => {
      const cost = Array.from({ length: target.length + 1 }, (_, i) =>
        Array.from({ length: take.length + 1 }, (_, j) => 0.6 * (i + j)),
      );
      target.forEach((key, i) =>
        take.forEach((other, j) => {
          const pair =
            Math.abs(key.frame - other.frame) / SCALE.frames +
            Math.min(0.8, Math.abs(key.values[0]! - other.values[0]!) / SCALE.value);
          cost[i + 1]![j + 1] = Math.min(cost[i]![j]! + pair, cost[i]![j + 1]! + 0.6, cost[i + 1]![j]! + 0.6);
        }),
      );
      expect(costOf(matchKeys(target, take, SCALE), target, take)).toBeCloseTo(cost[target.length]![take.length]!, 9);
    }),
  );
});

test('twenty thousand keys against as many are matched in a band', () => {
  const many = Array.from({ length: 20_000 }, (_, i) => event(i * 3, i % 100));
  const late = many.map(({ frame, values }) => ({ frame: frame + 1, values }));
  expect(matchKeys(many, late, { frames: 6, value: 100 }).pairs).toHaveLength(20_000);
});

test('the first key and the last of what moves are its ends, whatever they are called', () => {
  const between = (frame: number, value: number): Key => createKey(frame, value, { role: 'inbetween', link: 'flat' });
  const flat = (frame: number, value: number): Key => createKey(frame, value, { link: 'flat' });
  const pan = (start: number, end: number): MotionDocument =>
    sceneOf([subjectWith('pan', { 'position.y': [between(start, 400), flat(13, 100), between(end, 300)] })], 48);
  const said = (take: MotionDocument): string[] =>
    readTake({ motion: pan(3, 30), tolerances: { keyFrames: 1, spacingPercent: 5 } }, take).findings.map(
      ({ sentence }) => sentence,
    );
  expect(said(pan(3, 30))).toEqual([]);
  expect(said(pan(3, 36))).toEqual(['The pan arrives 6 frames late: frame 36 instead of 30.']);
  expect(said(pan(7, 30))).toEqual(['The pan starts 4 frames late: frame 7 instead of 3.']);
});
