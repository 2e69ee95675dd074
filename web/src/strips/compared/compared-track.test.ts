import {
  createChannel,
  createKey,
  createMotion,
  createSubject,
  type Key,
  type MotionDocument,
  moveKeys,
  readTake,
  type TrackReading,
} from '@undulan/core';
import { expect, test } from 'vitest';
import { alignedTime, compareTrack } from './compared-track.ts';
import { gapsOf, worstOf } from './gap.ts';

const LOOK = { shape: 'cake', widthPx: 170, heightPx: 26, fill: '#dca54c' } as const;

function toss(y: Key[], x: Key[] = [], more: Partial<MotionDocument> = {}): MotionDocument {
  const subject = {
    ...createSubject('pancake', 'Pancake', LOOK, { x: 480, y: 390 }),
    channels: [createChannel('position.x', 480, x), createChannel('position.y', 390, y)],
  };
  return { ...createMotion([subject]), ...more };
}

const up: Key[] = [
  createKey(1, 390, { leave: 'quad-out' }),
  createKey(13, 110, { leave: 'linear' }),
  createKey(25, 380),
];
const read = (target: MotionDocument, take: MotionDocument): TrackReading =>
  readTake({ motion: target, tolerances: { keyFrames: 1, spacingPercent: 5 } }, take).tracks[0]!;

test('keys of both lie on the target’s ruler, each with how it leaves', () => {
  const target = toss(up);
  const take = moveKeys(target, [{ subjectId: 'pancake', channelId: 'position.y', frame: 13 }], 2).motion;
  const compared = compareTrack(target, take, read(target, take));
  expect(compared.target.events.map(({ rulerFrame, leave }) => [rulerFrame, leave])).toEqual([
    [1, 'quad-out'],
    [13, 'linear'],
    [25, 'curve'],
  ]);
  expect(compared.take.events.map(({ rulerFrame }) => rulerFrame)).toEqual([1, 15, 25]);
  expect(compared.channelIds).toEqual(['position.y']);
});

test('a take at another rate is carried over by seconds', () => {
  const target = toss(up);
  const take = toss([createKey(1, 390), createKey(25, 110), createKey(49, 380)], [], {
    rate: { num: 48, den: 1 },
    range: { first: 1, last: 49 },
  });
  const compared = compareTrack(target, take, read(target, take));
  expect(compared.take.events.map(({ frame, rulerFrame }) => [frame, rulerFrame])).toEqual([
    [1, 1],
    [25, 13],
    [49, 25],
  ]);
  expect(compared.toTake(13)).toBe(25);
});

test('aligned by keys the matched keys lie on each other, what is between goes along; to and fro is the same', () => {
  const target = toss(up);
  const take = toss([createKey(1, 390), createKey(33, 110), createKey(49, 380)], [], {
    rate: { num: 48, den: 1 },
    range: { first: 1, last: 49 },
  });
  const track = read(target, take);
  const compared = compareTrack(target, take, track, 'keys');
  expect(compared.take.events.map(({ frame, rulerFrame }) => [frame, rulerFrame])).toEqual([
    [1, 1],
    [33, 13],
    [49, 25],
  ]);
  expect([compared.toTake(7), compared.toTake(19)]).toEqual([17, 41]);
  const time = alignedTime(target, take, track, 'keys');
  for (const frame of [1, 4.5, 13, 20, 25, 30]) expect(time.toTarget(time.toTake(frame))).toBeCloseTo(frame, 9);
  expect(alignedTime(target, take, undefined, 'keys').toTake(13), 'nothing matched: by time').toBe(25);
});

test('the channel that moves most comes first; one that neither moves is left out', () => {
  const slanted = toss(up, [createKey(1, 480), createKey(25, 500)]);
  expect(compareTrack(slanted, slanted, read(slanted, slanted)).channelIds).toEqual(['position.y', 'position.x']);
  const sideways = toss([createKey(1, 390), createKey(25, 391)], [createKey(1, 100), createKey(25, 800)]);
  expect(compareTrack(sideways, sideways, read(sideways, sideways)).channelIds).toEqual(['position.x', 'position.y']);
});

test('a take without the subject has no drawings, and the strips still have what the target has', () => {
  const target = toss(up);
  const compared = compareTrack(target, createMotion(), read(target, target));
  expect(compared.take).toEqual({ subject: undefined, events: [] });
  expect(compared.target.events).toHaveLength(3);
});

test('a gap points up where the take’s curve is drawn above the target’s', () => {
  // Down the stage a number is higher: the take is 30 px lower there than asked, in a way of 300.
  const lower = toss([createKey(1, 390), createKey(13, 120, { leave: 'linear' }), createKey(25, 390)]);
  const asked = toss([createKey(1, 390), createKey(13, 90, { leave: 'linear' }), createKey(25, 390)]);
  const gaps = gapsOf(read(asked, lower), 'raw');
  expect(gaps[12]).toBeCloseTo(-10, 9);
  expect(gapsOf(read(lower, asked), 'raw')[12]).toBeCloseTo(100 / 9, 9);
  const [even, further] = [500, 550].map((x) => toss([], [createKey(1, 0), createKey(25, x, { leave: 'linear' })]));
  expect(gapsOf(read(even!, further!), 'raw')[24]).toBeCloseTo(10, 9);
});

test('the widest gap is found also where the target’s keys are over, and the first of equals', () => {
  const on = { after: { kind: 'repeat-offset', count: 0 } } as const;
  const asked = toss([], [createKey(1, 0, { leave: 'linear' }), createKey(11, 100)], { range: { first: 1, last: 21 } });
  const goesOn = {
    ...asked,
    subjects: asked.subjects.map((subject) => ({
      ...subject,
      channels: subject.channels.map((channel) => (channel.id === 'position.x' ? { ...channel, ...on } : channel)),
    })),
  };
  const gaps = gapsOf(read(asked, goesOn), 'raw');
  expect(worstOf(gaps)).toBe(20);
  expect(gaps[20]).toBeCloseTo(100, 9);
  expect(worstOf([0, -3, 3, 2])).toBe(1);
  expect(worstOf([])).toBe(0);
});
