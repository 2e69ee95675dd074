import { createKey, createKeyedSubject, createMotion, keyFramesOf, type MotionDocument } from '@undulan/core';
import { expect, test } from 'vitest';
import { type BringChoices, broughtIn, onClockOf } from './brought.ts';

const look = { shape: 'glass', widthPx: 70, heightPx: 100, fill: '#b5651d' } as const;
const glass = (id: string, ...frames: number[]): MotionDocument => ({
  ...createMotion([
    createKeyedSubject(id, id, look, { x: 0, y: 0 }, { 'position.x': frames.map((at) => createKey(at, at)) }),
  ]),
  range: { first: frames[0]!, last: frames.at(-1)! },
});
const here = glass('glass', 1, 9, 25);
const choices = (part: Partial<BringChoices> = {}): BringChoices => ({
  how: 'keys',
  pairs: [{ from: 'ladle', to: 'glass' }],
  firstFrame: 1,
  keeps: 'keep-seconds',
  ...part,
});
const framesIn = (motion: MotionDocument, at = 0): number[] => keyFramesOf(motion.subjects[at]!.channels);

test('what comes from another rate is as long as it was, or on the frames it had, from the frame that is asked', () => {
  const came = { ...glass('ladle', 0, 6, 12), rate: { num: 12, den: 1 } };
  expect(framesIn(onClockOf(here, came, choices()))).toEqual([1, 13, 25]);
  expect(framesIn(onClockOf(here, came, choices({ keeps: 'keep-frames' })))).toEqual([1, 7, 13]);
  expect(framesIn(onClockOf(here, came, choices({ firstFrame: -9 })))).toEqual([-9, 3, 15]);
  expect(onClockOf(here, came, choices({ how: 'all' }))).toBe(came);
});

test('its keys take the place of those here; its subjects stand beside; all of it is the file’s', () => {
  const came = glass('ladle', 1, 5);
  const keyed = broughtIn(here, came, choices());
  expect([keyed.subjects.length, framesIn(keyed), keyed.range]).toEqual([1, [1, 5], here.range]);
  const beside = broughtIn(here, came, choices({ how: 'subjects' }));
  expect(beside.subjects.map(({ id }) => id)).toEqual(['glass', 'ladle']);
  expect([framesIn(beside), framesIn(beside, 1)]).toEqual([
    [1, 9, 25],
    [1, 5],
  ]);
  expect(broughtIn(here, came, choices({ how: 'all' }))).toEqual(came);
  expect(broughtIn(here, came, choices({ pairs: [] }))).toEqual(here);
});
