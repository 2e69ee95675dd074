import { expect, test } from 'vitest';
import { held, sceneOf, soft, straight, subjectWith } from '../../../testing/worked-scenes.ts';
import { leastEdits, type MotionDocument, readTake } from '../../index.ts';

const WAY = [
  [1, 0],
  [13, 600],
  [25, 200],
  [37, 400],
] as [number, number][];
const TURN = [
  [1, 0],
  [13, 40],
  [25, -20],
  [37, 10],
] as [number, number][];

/** A lid that goes and turns, and a pot that goes. */
const scene = (lid: typeof soft, turned: typeof soft, pot: typeof soft): MotionDocument =>
  sceneOf(
    [
      subjectWith('lid', { 'position.x': lid(...WAY), rotation: turned(...TURN) }),
      subjectWith('pot', { 'position.x': pot(...WAY) }),
    ],
    48,
  );
const MODEL = scene(soft, soft, soft);
const said = (take: MotionDocument, motion = MODEL): string[] =>
  readTake({ motion, tolerances: { keyFrames: 1, spacingPercent: 5 } }, take).findings.map(({ sentence }) => sentence);

test.each([
  ['all', scene(straight, straight, straight), 'Nothing is eased: all goes'],
  ['one subject', scene(straight, straight, soft), 'The lid is not eased: it goes'],
  ['one movement', scene(soft, straight, soft), 'The lid is not eased in rotation: it goes'],
  ['the only movement of one', scene(soft, soft, straight), 'The pot is not eased: it goes'],
])('of what nothing is eased is said once: %s', (_, take, begins) => {
  expect(said(take)).toEqual([`${begins} evenly from key to key, where the target speeds up and slows down.`]);
});

test.each([
  ['all', scene(held, held, held), 'Everything holds each pose and jumps to the next; the target moves all the way.'],
  ['one', scene(held, held, soft), 'The lid holds each pose and jumps to the next; the target moves all the way.'],
  [
    'one movement',
    scene(held, soft, soft),
    'The lid holds each pose in position and jumps to the next; the target moves all the way.',
  ],
])('so is what goes from pose to pose in jumps: %s', (_, take, sentence) => {
  expect(said(take)).toEqual([sentence]);
  const { edits, left } = leastEdits({ motion: MODEL, tolerances: { keyFrames: 1, spacingPercent: 5 } }, take);
  expect([edits.length, left]).toEqual([1, []]);
});

test('what is eased in part, and what ought not to be, is told way by way, or not at all', () => {
  const half = (...keys: [number, number][]) => [...straight(...keys).slice(0, 2), ...soft(...keys).slice(2)];
  const sentences = said(scene(soft, half, soft));
  expect(sentences.length).toBeGreaterThan(0);
  expect(sentences.filter((sentence) => sentence.includes('is not eased'))).toEqual([]);
  const even = scene(straight, straight, straight);
  expect(said(even, even)).toEqual([]);
});

test('besides that nothing is eased what else is wrong is said', () => {
  const late = WAY.map(([frame, value], i): [number, number] => [i === 2 ? frame + 5 : frame, value]);
  const take = sceneOf([subjectWith('lid', { 'position.x': straight(...late) })], 48);
  const model = sceneOf([subjectWith('lid', { 'position.x': soft(...WAY) })], 48);
  const sentences = said(take, model);
  expect(sentences).toHaveLength(2);
  expect(sentences.join(' ')).toMatch(/is not eased.*5 frames late|5 frames late.*is not eased/);
});
