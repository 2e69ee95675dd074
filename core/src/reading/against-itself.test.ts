import fc from 'fast-check';
import { expect, test } from 'vitest';
import { anyKeys } from '../../testing/any-keys.ts';
import { createDice } from '../../testing/dice.ts';
import { anyMotion } from '../../testing/hostile-motions.ts';
import { ALL_MODELS } from '../../testing/judge-readings.ts';
import { KEYINGS } from '../../testing/keyings.ts';
import { sceneOf, straight, subjectWith } from '../../testing/worked-scenes.ts';
import { channelOf, type MotionDocument, readTake, sampleChannel } from '../index.ts';
import { extentOfKeys } from '../motion/keys/thin-keys.ts';

const tolerances = { keyFrames: 1, spacingPercent: 5 };

test('whatever the schema accepts has no fault against itself, and scores 100', () => {
  fc.assert(
    fc.property(anyMotion, (motion) => {
      const { findings, proposedGrade } = readTake({ motion, tolerances }, motion);
      // That there is more than one reading looks at is no fault.
      expect([findings.filter(({ kind }) => kind !== 'not-all-read'), proposedGrade]).toEqual([[], 100]);
    }),
    { numRuns: 150, endOnFailure: true },
  );
}, 120_000);

test.for(Object.keys(KEYINGS).filter((name) => name !== 'tracked'))(
  'the same motion %s is the same motion',
  (keying) => {
    for (const [name, make] of Object.entries(ALL_MODELS))
      for (let seed = 1; seed <= 4; seed++) {
        const { target } = make(createDice(seed));
        const take = KEYINGS[keying]!(target.motion, createDice(seed));
        expect(readTake(target, take), `${name}, ${seed}`).toMatchObject({ findings: [], proposedGrade: 100 });
      }
  },
);

const KEYED_ANYHOW = ['split segments', 'baked', 'baked as in-betweens', 'all in-betweens', 'subjects turned about'];

test('whatever goes between whole frames, and whatever its keys are called, the same motion is the same', () => {
  const frames = Array.from({ length: 48 }, (_, i) => i + 1);
  const isSame = (one: MotionDocument, other: MotionDocument): boolean =>
    one.subjects.every((subject) =>
      subject.channels.every((channel) => {
        const own = channelOf(other, subject.id, channel.id);
        const most = 0.02 * Math.max(1, extentOfKeys(channel.keys));
        return frames.every((at) => Math.abs(sampleChannel(channel, at) - sampleChannel(own, at)) <= most);
      }),
    );
  fc.assert(
    fc.property(anyKeys, anyKeys, anyKeys, fc.boolean(), (one, other, third, isPlace) => {
      const motion = sceneOf(
        [
          subjectWith('cup', { 'position.x': one, [isPlace ? 'position.y' : 'rotation']: other }),
          subjectWith('pan', { 'position.y': third }),
        ],
        48,
      );
      for (const name of KEYED_ANYHOW) {
        const take = KEYINGS[name]!(motion, createDice(1));
        if (!isSame(motion, take)) continue;
        expect(readTake({ motion, tolerances }, take), name).toMatchObject({ findings: [], proposedGrade: 100 });
      }
    }),
    { numRuns: 60 },
  );
});

test('a recording of a cycle whose one key closes it is read, not thrown at', () => {
  const frames = Array.from({ length: 25 }, (_, i) => i + 1);
  const model = sceneOf([subjectWith('ladle', { rotation: straight([26, 40]) })]);
  const take = sceneOf([subjectWith('ladle', { rotation: straight(...frames.map((f): [number, number] => [f, f])) })]);
  expect(() => readTake({ motion: model, tolerances }, take)).not.toThrow();
  const moving = sceneOf([subjectWith('ladle', { rotation: straight([1, 0], [26, 40]) })]);
  expect(() => readTake({ motion: moving, tolerances }, take)).not.toThrow();
});
