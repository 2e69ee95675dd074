import { expect, test } from 'vitest';
import { sceneOf, soft, subjectWith } from '../../testing/worked-scenes.ts';
import { deleteKeys, type MotionDocument, moveKeys, stretchAbout, termsFollowing } from '../index.ts';

const MODEL: MotionDocument = sceneOf(
  [subjectWith('bread', { 'position.y': soft([1, 345], [9, 345], [17, 205], [21, 245], [25, 224]) })],
  60,
);
const ref = (frame: number) => ({ subjectId: 'bread', channelId: 'position.y' as const, frame });
const named = (frame: number, name: string) => ({ subjectId: 'bread', track: 'position', frame, name });
const TERMS = {
  events: [named(9, 'take-off'), named(17, 'apex'), named(21, 'dip')],
  keyTolerances: [{ subjectId: 'bread', track: 'position', frame: 17, keyFrames: 2 }],
};
const after = (motion: MotionDocument): string[] => {
  const { events, keyTolerances } = termsFollowing(TERMS, MODEL, motion);
  return [...events.map(({ frame, name }) => `${name} ${frame}`), `±2 ${keyTolerances[0]!.frame}`];
};

test.each([
  ['one moved', moveKeys(MODEL, [ref(17)], 2).motion, ['take-off 9', 'apex 19', 'dip 21', '±2 19']],
  ['one taken past another', moveKeys(MODEL, [ref(17)], 6).motion, ['take-off 9', 'apex 23', 'dip 21', '±2 23']],
  [
    'several onto where others were',
    moveKeys(MODEL, [17, 21, 25].map(ref), 4).motion,
    ['take-off 9', 'apex 21', 'dip 25', '±2 21'],
  ],
  [
    'all twice as far',
    stretchAbout(MODEL, [1, 9, 17, 21, 25].map(ref), 1, 2).motion,
    ['take-off 17', 'apex 33', 'dip 41', '±2 33'],
  ],
  ['only their poses', moveKeys(MODEL, [ref(17)], 0, 30).motion, ['take-off 9', 'apex 17', 'dip 21', '±2 17']],
  ['one taken out', deleteKeys(MODEL, [ref(25)]).motion, ['take-off 9', 'apex 17', 'dip 21', '±2 17']],
])('names and tolerances of single keys go where their keys go: %s', (_, motion, expected) => {
  expect(after(motion)).toEqual(expected);
});

test('where no key went anywhere the terms are the same object', () => {
  expect(termsFollowing(TERMS, MODEL, moveKeys(MODEL, [ref(25)], 0, 5).motion)).toBe(TERMS);
});
