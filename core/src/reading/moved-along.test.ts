import { expect, test } from 'vitest';
import { sceneOf, soft, subjectWith } from '../../testing/worked-scenes.ts';
import { type MotionDocument, movedAlong, moveKeys, readTake } from '../index.ts';

const drawer = (...keys: [frame: number, value: number][]): MotionDocument =>
  sceneOf([subjectWith('drawer', { 'position.x': soft(...keys) })], 60);
const MODEL = drawer([1, 0], [13, 600], [25, 200], [37, 400]);

/** What becomes of those after the first key told, and what is told when they are really moved along with it. */
function along(take: MotionDocument): { said: ReturnType<typeof movedAlong>; late: number[] } {
  const read = (motion: MotionDocument) =>
    readTake({ motion: MODEL, tolerances: { keyFrames: 1, spacingPercent: 5 } }, motion);
  const { findings } = read(take);
  const [first] = findings;
  const by = first!.measured - first!.expected;
  const { keys } = take.subjects[0]!.channels.find(({ id }) => id === 'position.x')!;
  const refs = keys
    .filter(({ frame }) => frame >= first!.measured)
    .map(({ frame }) => ({ subjectId: 'drawer', channelId: 'position.x' as const, frame }));
  const late = read(moveKeys(take, refs, -by).motion).findings.filter(({ kind }) => /^key-(late|early)$/.test(kind));
  return { said: movedAlong(first!, findings), late: late.map(({ measured, expected }) => measured - expected) };
}

test.each([
  ['both after it follow', drawer([1, 0], [16, 600], [28, 200], [41, 400]), { after: 2, onTime: 2, leftFrames: 0 }],
  ['one follows', drawer([1, 0], [17, 600], [29, 200], [45, 400]), { after: 2, onTime: 1, leftFrames: 4 }],
  ['none follows', drawer([1, 0], [16, 600], [30, 200], [37, 400]), { after: 1, onTime: 0, leftFrames: 2 }],
])('what is said of those after a late key is so when they are moved along with it: %s', (_, take, expected) => {
  const { said, late } = along(take);
  expect(said).toEqual(expected);
  expect(Math.max(0, ...late)).toBe(expected.leftFrames);
});

test('a key with none after it, or none of its movement, has nothing that could follow', () => {
  expect(along(drawer([1, 0], [13, 600], [25, 200], [41, 400])).said).toBeNull();
});
