import fc from 'fast-check';
import { expect, test } from 'vitest';
import { anyMotion, anyPair, HOSTILE } from '../../testing/hostile-motions.ts';
import { sceneOf, subjectWith } from '../../testing/worked-scenes.ts';
import {
  bakeMotion,
  channelSpeed,
  createKey,
  describeMove,
  frameTable,
  MotionDocument,
  poseOf,
  Reading,
  readTake,
  sampleChannel,
  startingScene,
  timingCharts,
  tracksOf,
} from '../index.ts';

const TOLERANCES = { keyFrames: 1, spacingPercent: 5 };

/** Every number in a value, wherever it stands. */
function* numbersIn(value: unknown): Generator<number> {
  if (typeof value === 'number') yield value;
  else if (ArrayBuffer.isView(value)) yield* value as Float64Array;
  else if (typeof value === 'object' && value !== null) for (const part of Object.values(value)) yield* numbersIn(part);
}

function expectFinite(value: unknown): void {
  for (const number of numbersIn(value))
    if (!Number.isFinite(number))
      expect.fail(`not a finite number: ${number} in ${JSON.stringify(value)?.slice(0, 300)}`);
}

/** Whole frames, halves and the ends: enough to meet every kind of segment. */
const framesOf = ({ range }: MotionDocument): number[] => [
  range.first,
  range.first + 0.5,
  Math.floor((range.first + range.last) / 2),
  range.last,
  range.last + 1,
  1.0005,
  -100_000,
  100_000,
];

test('whatever the schema accepts is sampled and placed without a number that is none', () => {
  fc.assert(
    fc.property(anyMotion, (motion) => {
      for (const frame of framesOf(motion)) {
        for (const subject of motion.subjects) {
          expectFinite(poseOf(motion, subject, frame));
          for (const channel of subject.channels) {
            expectFinite(sampleChannel(channel, frame));
            expect(Object.values(channelSpeed(channel, frame, motion.rate)).some(Number.isNaN)).toBe(false);
          }
        }
      }
      const { first } = motion.range;
      expectFinite(bakeMotion(motion, { first, last: Math.min(motion.range.last, first + 50) }).subjects);
      expect(MotionDocument.safeParse(startingScene(motion)).success).toBe(true);
    }),
    { numRuns: 200, endOnFailure: true },
  );
});

test('any two documents the schema accepts are read, and the reading is one of the schema', () => {
  fc.assert(
    fc.property(anyPair, ({ target, take }) => {
      const reading = readTake(target, take);
      expectFinite(reading);
      expect(Reading.safeParse(reading).error).toBeUndefined();
    }),
    { numRuns: 40, endOnFailure: true },
  );
}, 120_000);

test('a movement wider than any number is read, and its extent can be written', () => {
  const steep = { link: 'broken', out: { frames: 1e-249, value: 763 } } as const;
  const lid = subjectWith('lid', { rotation: [createKey(10, 0, steep), createKey(24, 100)] });
  const channels = lid.channels.map((channel) =>
    channel.id === 'rotation' ? { ...channel, before: { kind: 'continue' as const, count: 1 } } : channel,
  );
  const motion = sceneOf([{ ...lid, channels }]);
  const reading = readTake({ motion, tolerances: TOLERANCES }, sceneOf([lid]));
  expect(reading.tracks[0]!.span).toBe(Number.MAX_VALUE);
  expectFinite(reading);
});

test('a slope without end on both sides of where a loop closes is no jerk', () => {
  const leaves = [
    [1, 0, 'circ-out'],
    [13, 100, 'linear'],
    [20, -50, 'circ-in'],
    [25, 0, 'linear'],
  ] as const;
  const keys = leaves.map(([frame, value, leave]) => createKey(frame, value, { leave }));
  const motion = { ...sceneOf([subjectWith('lid', { rotation: keys })]), range: { first: 1, last: 24 } };
  const reading = readTake({ motion, tolerances: TOLERANCES, loops: true }, motion);
  expectFinite(reading);
  expect(reading.findings).toEqual([]);
});

test('any document the schema accepts has charts, and each can be said in words', () => {
  fc.assert(
    fc.property(anyMotion, (motion) => {
      for (const subject of motion.subjects) {
        for (const track of tracksOf(subject)) {
          const charts = timingCharts(motion, subject, track);
          expectFinite(charts);
          // Charts of one segment, which turns within, are said in one sentence.
          let said: ReturnType<typeof describeMove> = null;
          for (const { firstFrame } of charts) {
            if (said && firstFrame < said.lastFrame) continue;
            said = describeMove(motion, subject, track, firstFrame);
            expect(said!.sentence).not.toMatch(/NaN|Infinity|undefined/);
          }
          expectFinite(
            frameTable(subject, track, {
              first: motion.range.first,
              last: Math.min(motion.range.last, motion.range.first + 300),
            }),
          );
        }
      }
    }),
    { numRuns: 40, endOnFailure: true },
  );
}, 120_000);

test.each(Object.entries(HOSTILE))(
  '%s: read against itself and against a scene at rest',
  (_name, make) => {
    const motion = make();
    expect(MotionDocument.safeParse(motion).error).toBeUndefined();
    for (const take of [motion, startingScene(motion)]) {
      const reading = readTake({ motion, tolerances: TOLERANCES }, take);
      expectFinite(reading);
      expect(reading.findings.length).toBeLessThanOrEqual(500);
    }
    for (const subject of motion.subjects.slice(-1)) {
      for (const frame of framesOf(motion)) expectFinite(poseOf(motion, subject, frame));
      for (const track of tracksOf(subject)) expectFinite(timingCharts(motion, subject, track));
    }
  },
  60_000,
);
