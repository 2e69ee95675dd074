import { expect, test } from 'vitest';
import { createDice } from '../../testing/dice.ts';
import { ROUGH_KEYINGS } from '../../testing/keyings.ts';
import { sceneOf, soft, subjectWith } from '../../testing/worked-scenes.ts';
import { bakeKeys, createKey, leastEdits, type MotionDocument, readTake, sampleChannel } from '../index.ts';

const drawer = (...keys: [frame: number, value: number][]): MotionDocument =>
  sceneOf([subjectWith('drawer', { 'position.x': soft(...keys) })], 70);
const MODEL = drawer([5, 0], [20, 600], [38, 250], [55, 500]);
const target = { motion: MODEL, tolerances: { keyFrames: 1, spacingPercent: 4 } };
const thinned = (motion: MotionDocument): MotionDocument => ROUGH_KEYINGS['thinned']!(motion, createDice(1));

test('a motion keyed by quite other keys is the same motion', () => {
  const take = thinned(MODEL);
  expect(take.subjects[0]!.channels[0]!.keys.length).toBeGreaterThan(8);
  const { findings, proposedGrade, tracks } = readTake(target, take);
  expect(findings).toEqual([]);
  expect(proposedGrade).toBe(100);
  expect(tracks[0]!.pairs.map(({ takeFrame }) => takeFrame)).toEqual([5, 20, 38, 55]);
});

test('what is off in it is said as of any other take, and no keys are named to edit', () => {
  const late = thinned(drawer([5, 0], [24, 600], [38, 250], [55, 500]));
  expect(readTake(target, late).findings.map(({ sentence }) => sentence)).toEqual([
    'The drawer reaches the extreme 4 frames late: frame 24 instead of 20.',
  ]);
  expect(leastEdits(target, late)).toMatchObject({
    edits: [],
    why: expect.stringMatching(/other keys than the target/) as string,
  });
});

test('one key too many is one key too many', () => {
  const more = drawer([5, 0], [12, 100], [20, 600], [38, 250], [55, 500]);
  expect(readTake(target, more).findings.map(({ kind }) => kind)).toContain('key-extra');
});

/** A take baked up to a frame; keyed as it was from there on, or not at all. */
const bakedUpTo = (motion: MotionDocument, until: number, isKeyedOn: boolean): MotionDocument => ({
  ...motion,
  subjects: motion.subjects.map((subject) => ({
    ...subject,
    channels: subject.channels.map((channel) => {
      if (channel.keys.length === 0) return channel;
      const baked = Array.from({ length: until - 1 }, (_, i) =>
        createKey(1 + i, sampleChannel(channel, 1 + i), { leave: 'linear' }),
      );
      const on = channel.keys.filter(({ frame }) => frame >= until).map((key) => ({ ...key, link: 'flat' as const }));
      return { ...channel, keys: [...baked, ...(isKeyedOn ? on : [createKey(until, on[0]!.value)])] };
    }),
  })),
});

test('what is baked in part is the same motion, and what is off in the keyed part is said', () => {
  expect(readTake(target, bakedUpTo(MODEL, 38, true))).toMatchObject({ findings: [], proposedGrade: 100 });
  const even = bakedUpTo(drawer([5, 0], [20, 600], [38, 250], [49, 500]), 38, true);
  expect(readTake(target, even).findings.map(({ sentence }) => sentence)).toEqual([
    'The drawer arrives 6 frames early: frame 49 instead of 55.',
  ]);
});

test('what is baked up to a key, and has none after it, stands there to the end', () => {
  const said = readTake(target, bakedUpTo(MODEL, 38, false));
  expect(said.findings.map(({ sentence }) => sentence)).toEqual([
    "The drawer is 250 px away from the target's pose at frame 55.",
  ]);
  expect(said.proposedGrade).toBeLessThan(80);
});

test('of in-betweens on every frame that lack a key, as one between two frames, the motion is read', () => {
  const slow = drawer([5, 0], [25.25, 600], [49.55, 250], [72.5, 500]);
  const baked = bakeKeys(slow, { subjectId: 'drawer', channelId: 'position.x' }).motion;
  expect(readTake(target, baked).findings.map(({ sentence }) => sentence)).toEqual([
    'It runs at 74 % of the speed: 44.5 frames where the target takes 33.',
  ]);
});

test('samples as near to each other as may be are not continued over the range', () => {
  const near = drawer(...Array.from({ length: 40 }, (_, i): [number, number] => [5 + i * 1e-9, i]));
  expect(() => readTake(target, near)).not.toThrow();
});
