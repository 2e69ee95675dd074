import {
  FINDING_KINDS,
  findingKey,
  type FindingKind,
  type MotionDocument,
  type Reading,
  readTake,
} from '@undulan/core';
import { expect, test } from 'vitest';
import { createDice } from '../../core/testing/dice.ts';
import { FAULTS } from '../../core/testing/faults/index.ts';
import { sceneOf, soft, subjectWith } from '../../core/testing/worked-scenes.ts';
import { coarseReading } from '../src/readings/coarse-reading.ts';

const SEEDS = [1, 7920, 15_839, 23_758, 31_677];

/** What a faulty take is read as, and its frames that are the learner's own. */
function readFault(name: string, seed: number): { reading: Reading; take: MotionDocument } {
  const { target, take } = FAULTS[name]!(createDice(seed));
  return { reading: readTake(target, take), take };
}

/** Frames on which a take has keys, and the ends of its range: what its learner knows anyway. */
const ownFrames = ({ range, subjects }: MotionDocument): Set<number> =>
  new Set([
    range.first,
    range.last,
    ...subjects.flatMap(({ channels }) => channels.flatMap(({ keys }) => keys.map(({ frame }) => frame))),
  ]);

const OF_THE_TAKE: readonly FindingKind[] = ['rest-frame-keyed', 'channel-idle', 'keys-idle'];

test.for(Object.keys(FAULTS))('%s: what is wrong is still said, by its kind, and nothing is invented', (name) => {
  for (const seed of SEEDS) {
    const { reading } = readFault(name, seed);
    const coarse = coarseReading(reading);
    const kinds = (of: Reading): string[] => [
      ...new Set(of.findings.map(({ kind, subjectId, track }) => `${kind} ${subjectId} ${track}`)),
    ];
    expect(kinds(coarse).toSorted()).toEqual(kinds(reading).toSorted());
    // Each is told once.
    const keys = coarse.findings.map(findingKey);
    expect(new Set(keys).size).toBe(keys.length);
  }
});

test.for(Object.keys(FAULTS))(
  '%s: no frame but the take’s own, no amount, and no series of the model is told',
  (name) => {
    for (const seed of SEEDS) {
      const { reading, take } = readFault(name, seed);
      const coarse = coarseReading(reading);
      expect([coarse.tracks, coarse.nearest, coarse.ofClip]).toEqual([[], null, undefined]);
      const known = ownFrames(take);
      for (const frame of [reading.range.first, reading.range.last]) known.add(frame);
      for (const finding of coarse.findings) {
        if (OF_THE_TAKE.includes(finding.kind)) continue;
        expect(known.has(finding.firstFrame), `${finding.kind} from ${finding.firstFrame}`).toBe(true);
        expect(known.has(finding.lastFrame), `${finding.kind} to ${finding.lastFrame}`).toBe(true);
        expect(finding).toMatchObject({ measured: 0, expected: 0, tolerance: 0, unit: '', severity: 'clear' });
        // Names may have figures in them; here they have none.
        expect(finding.sentence).not.toMatch(/\d/);
      }
      for (const criterion of coarse.criteria) {
        expect(criterion).toMatchObject({ error: 0, tolerance: 0, unit: '' });
        expect(criterion.score % 10).toBe(0);
      }
      expect(coarse.proposedGrade % 10).toBe(0);
    }
  },
);

test('how far off a take is makes no difference to what is told, as long as it is the same that is off', () => {
  const { reading } = readFault(Object.keys(FAULTS)[0]!, 1);
  const further: Reading = {
    ...reading,
    findings: reading.findings.map((finding) => ({
      ...finding,
      measured: finding.measured + 3.25,
      tolerance: finding.tolerance / 2,
      severity: 'strong' as const,
    })),
    ofClip: { uncertainPercent: 0.31, spacingPercent: 5.9, leftOut: 2 },
  };
  expect(coarseReading(further)).toEqual(coarseReading(reading));
});

test('every kind of finding there is has words of its own that tell no amount', () => {
  const reading = readFault(Object.keys(FAULTS)[0]!, 1).reading;
  const [some] = reading.findings;
  const said = (Object.keys(FINDING_KINDS) as FindingKind[])
    .filter((kind) => !OF_THE_TAKE.includes(kind))
    .map((kind) => {
      const one = { ...some!, kind, subjectId: null, track: null };
      return coarseReading({ ...reading, tracks: [], findings: [one] }).findings[0]!.sentence;
    });
  for (const sentence of said) expect(sentence).toMatch(/^[A-Z].*\.$/);
  expect(new Set(said).size).toBe(said.length);
});

test('what is off in all of a scene, or in several poses, is not told of one key', () => {
  const scene = (size: number, late: number): MotionDocument =>
    sceneOf(
      ['cup', 'pan'].map((id) =>
        subjectWith(id, {
          'position.x': soft([3 + late, 100], [13 + late, 100 + 300 * size], [23 + late, 100 + 120 * size]),
        }),
      ),
      40,
    );
  const target = { motion: scene(1, 0), tolerances: { keyFrames: 1, spacingPercent: 5 } };
  const said = (take: MotionDocument): string[] =>
    coarseReading(readTake(target, take)).findings.map(({ sentence }) => sentence);
  expect(said(scene(0.6, 0))).toEqual(['Several poses are off.']);
  expect(said(scene(1, 4))).toEqual(['Several keys come too late.']);
  // A pose that is held is one.
  const held = (value: number): MotionDocument =>
    sceneOf([subjectWith('cup', { 'position.x': soft([1, 0], [9, value], [17, value], [25, 200], [33, 0]) })], 40);
  const [finding] = coarseReading(readTake({ ...target, motion: held(600) }, held(500))).findings;
  expect(finding).toMatchObject({ firstFrame: 9, lastFrame: 17, sentence: expect.stringContaining('at this key') });
});
