import { expect, test } from 'vitest';
import { found, sceneOf, soft, straight, subjectWith } from '../../../testing/worked-scenes.ts';
import { channelOf, createKey, type KeyRole, type MotionDocument } from '../../motion/index.ts';
import { idleKeys } from './find-economy.ts';

const slide = straight([1, 0], [25, 600]);
const drawer = sceneOf([subjectWith('drawer', { 'position.x': slide })]);

test('an in-between on the line it stands on does nothing; one off it, and every extreme, does', () => {
  const between = (value: number, late = 0, role: KeyRole = 'inbetween') => {
    const [start, end] = straight([1 + late, 0], [25 + late, 600]);
    const more = createKey(13 + late, value, { role, leave: 'linear' });
    return sceneOf([subjectWith('drawer', { 'position.x': [start!, more, end!] })], 29);
  };
  const keyedIn = ({ range, subjects }: MotionDocument) => ({ range, subject: subjects[0]! });
  expect(idleKeys(channelOf(between(300), 'drawer', 'position.x'), keyedIn(between(300)))).toEqual([13]);
  expect(idleKeys(channelOf(between(320), 'drawer', 'position.x'), keyedIn(between(320)))).toEqual([]);
  expect(found(drawer, between(300), ['keys-idle'])).toMatchObject([
    {
      firstFrame: 13,
      measured: 1,
      sentence: 'A key on position x does nothing: 13. Without it the motion is the same.',
    },
  ]);
  // One that does nothing in the target either was asked for, also where all is late.
  expect(found(between(300), between(300, 4), ['keys-idle'])).toEqual([]);
  expect(found(between(300, 0, 'extreme'), between(300), ['keys-idle'])).toEqual([]);
});

test('a channel keyed and never changing is idle, unless the target keys it so; unasked movement is named', () => {
  const extra = (keys: ReturnType<typeof soft>) =>
    sceneOf([subjectWith('drawer', { 'position.x': slide, rotation: keys })]);
  const KINDS = ['channel-idle', 'track-extra'] as const;
  expect(found(drawer, extra(soft([1, 5], [25, 5])), KINDS)).toMatchObject([{ kind: 'channel-idle', measured: 2 }]);
  expect(found(extra(soft([1, 5], [25, 5])), extra(soft([1, 5], [25, 5])), KINDS)).toEqual([]);
  expect(found(drawer, extra(soft([1, 0], [25, 90])), KINDS)).toMatchObject([
    { kind: 'track-extra', track: 'rotation', measured: 2 },
  ]);
});
