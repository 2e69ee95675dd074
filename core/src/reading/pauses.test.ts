import { expect, test } from 'vitest';
import { createDice } from '../../testing/dice.ts';
import { KEYINGS } from '../../testing/keyings.ts';
import { sceneOf, soft, straight, subjectWith } from '../../testing/worked-scenes.ts';
import { type Key, makeHold, type MotionDocument, readTake, setLeave } from '../index.ts';
import { withKeyAt } from '../motion/edit/insert-key.ts';

const drawer = (keys: Key[], last = 70): MotionDocument =>
  sceneOf([subjectWith('drawer', { 'position.x': keys })], last);
const MODEL = drawer(soft([5, 0], [20, 600], [38, 250], [55, 500]));
const target = { motion: MODEL, tolerances: { keyFrames: 1, spacingPercent: 4 } };
const on = (frame: number) => ({ subjectId: 'drawer', channelId: 'position.x' as const, frame });
const baked = (motion: MotionDocument): MotionDocument => KEYINGS['baked']!(motion, createDice(1));
const said = (take: MotionDocument): string[] => readTake(target, take).findings.map(({ sentence }) => sentence);

test.each([
  [38, 'The drawer arrives 5 frames late: frame 60 instead of 55.'],
  [20, 'From frame 38 on, everything is 5 frames late.'],
])('a pause at %i is told, and that what follows is late by it, keyed or recorded', (at, late) => {
  const take = makeHold(MODEL, [on(at)], 5, { ripple: true }).motion;
  const stands = `The drawer stands still for 5 frames at frame ${at}; the target goes on.`;
  for (const each of [take, baked(take)]) expect(said(each).toSorted()).toEqual([stands, late].sort());
});

test('a pause no longer than a key may be off by is none; one that is made up for is told by itself', () => {
  expect(said(makeHold(MODEL, [on(38)], 1, { ripple: true }).motion)).not.toContain('stands');
  const caughtUp = drawer([...soft([5, 0], [20, 600]), ...straight([38, 250], [48, 250]), ...soft([55, 500])]);
  expect(said(caughtUp)).toEqual(['The drawer stands still for 10 frames at frame 38; the target goes on.']);
});

test('a key on the way that changes nothing is none too many, however the move is eased; one it stops at is', () => {
  const eased = setLeave(MODEL, [on(20)], 'cubic-in').motion;
  const cut = (as: Partial<Key>): MotionDocument => ({
    ...eased,
    subjects: eased.subjects.map((subject) => ({
      ...subject,
      channels: subject.channels.map((channel) => {
        if (channel.id !== 'position.x') return channel;
        const { keys } = withKeyAt(channel, 29);
        return { ...channel, keys: keys.map((key) => (key.frame === 29 ? { ...key, ...as } : key)) };
      }),
    })),
  });
  expect(said(eased)).toHaveLength(1);
  expect(readTake(target, cut({})).findings.map(({ kind }) => kind)).not.toContain('key-extra');
  expect(said(cut({ role: 'extreme', link: 'flat', value: 480 }))).toContain(
    'Position has a key on frame 29 that the target does without.',
  );
});

test('of two signs of one fault that tell one another one is said', () => {
  // An eight: across once while it goes up and down twice.
  const eight = (leaves: [Key['leave'], Key['leave']]): MotionDocument => {
    const wave = (every: number, reach: number): Key[] =>
      Array.from({ length: 40 / every + 1 }, (_, i) => ({
        ...straight([3 + i * every, 300 + reach * [0, 1, 0, -1][i % 4]!])[0]!,
        leave: leaves[i % 2]!,
      }));
    return sceneOf([subjectWith('fly', { 'position.x': wave(10, 200), 'position.y': wave(5, 50) })], 48);
  };
  const model = eight(['sine-out', 'sine-in']);
  const { findings } = readTake({ ...target, motion: model }, eight(['linear', 'linear']));
  expect(findings.length).toBeGreaterThan(0);
  expect(findings.every(({ sentence }) => sentence.startsWith('Across: '))).toBe(true);
});
