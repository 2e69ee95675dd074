import { expect, test } from 'vitest';
import { channelOf, createKey, createKeyedSubject, createMotion } from '../document/document.ts';
import { type GuidePath, type MotionDocument, parseMotion } from '../document/schema.ts';
import { ellipsePath } from '../path/guide-path.ts';
import { placeOf, samplerOf } from '../path/pose.ts';
import {
  joinGuides,
  removeGuide,
  rideGuide,
  setTravel,
  splitGuide,
  spreadOnGuide,
  travelByPoints,
} from './guide-paths.ts';

const LOOK = { shape: 'disc', widthPx: 20, heightPx: 20, fill: '#9a6b00' } as const;
const at = (x: number, y: number) => ({ x, y, in: { x: 0, y: 0 }, out: { x: 0, y: 0 } });
const BENT: GuidePath = { id: 'bent', name: 'Bent', closed: false, points: [at(0, 0), at(100, 0), at(100, 300)] };
const ROUND = ellipsePath('round', 'Round', { x: 200, y: 200 }, 100, 100);
const whisk = (id: string) =>
  createKeyedSubject(id, id, LOOK, { x: 5, y: 5 }, { 'position.x': [createKey(1, 0), createKey(25, 90)] });
const scene = (...ids: string[]): MotionDocument => ({ ...createMotion(ids.map(whisk)), guides: [BENT, ROUND] });
const on = (motion: MotionDocument, id: string, pathId: string): MotionDocument =>
  rideGuide(motion, id, { pathId, orient: false, angle: 0, lean: 0 }).motion;
const place = (motion: MotionDocument, frame: number) => {
  const { x, y } = placeOf(motion, motion.subjects[0]!, frame);
  return [Math.round(x), Math.round(y)];
};
const travel = (motion: MotionDocument, id: string) =>
  channelOf(motion, id, 'travel').keys.map(({ frame, value }) => [frame, value]);

test('put on a path a subject travels at once, in the place of how it moved; taken off it stands at its start', () => {
  const riding = on(scene('whisk'), 'whisk', 'bent');
  expect(travel(riding, 'whisk')).toEqual([[1, 0], [25, 1]]); // prettier-ignore
  expect([1, 7, 25].map((frame) => place(riding, frame).join(' '))).toEqual(['0 0', '100 0', '100 300']);
  const off = rideGuide(riding, 'whisk', null).motion;
  expect([place(off, 1), place(off, 25)]).toEqual([[0, 0], [0, 0]]); // prettier-ignore
});

test('by its points it has a key on each, as far apart in time as they are in number', () => {
  const riding = travelByPoints(on(scene('whisk'), 'whisk', 'bent'), 'whisk').motion;
  expect(travel(riding, 'whisk')).toEqual([[1, 0], [13, 0.25], [25, 1]]); // prettier-ignore
});

test('those on a path are spread along it, round a closed one without meeting', () => {
  const three = ['a', 'b', 'c'].reduce((motion, id) => on(motion, id, 'round'), scene('a', 'b', 'c'));
  const spread = spreadOnGuide(three, 'round').motion;
  expect(['a', 'b', 'c'].map((id) => travel(spread, id)[0]![1])).toEqual([0, 1 / 3, 2 / 3]);
  const open = ['a', 'b', 'c'].reduce((motion, id) => on(motion, id, 'bent'), scene('a', 'b', 'c'));
  expect(['a', 'b', 'c'].map((id) => travel(spreadOnGuide(open, 'bent').motion, id)[0]![1])).toEqual([0, 1 / 3, 2 / 3]);
  const standing = ['a', 'b', 'c'].reduce(
    (motion, id) => setTravel(motion, id, [createKey(1, 0.4, { role: 'extreme' })]).motion,
    open,
  );
  expect(['a', 'b', 'c'].map((id) => travel(spreadOnGuide(standing, 'bent').motion, id)[0]![1])).toEqual([0, 0.5, 1]);
});

test('a path split and joined again is as long as it was; a closed one is opened', () => {
  const split = splitGuide(on(scene('whisk'), 'whisk', 'bent'), 'bent', 0.6, 'rest').motion;
  const length = (motion: MotionDocument, id: string) =>
    samplerOf(motion.guides.find((path) => path.id === id)!).lengthPx;
  expect([length(split, 'bent'), length(split, 'rest')].map(Math.round)).toEqual([240, 160]);
  expect(parseMotion(split).ok).toBe(true);
  const joined = joinGuides(split, 'bent', 'rest').motion;
  expect([joined.guides.map(({ id }) => id), Math.round(length(joined, 'bent'))]).toEqual([['bent', 'round'], 400]);
  const opened = splitGuide(scene(), 'round', 0.3, 'x').motion.guides[1]!;
  expect([opened.closed, Math.round(samplerOf(opened).lengthPx)]).toEqual([
    false,
    Math.round(samplerOf(ROUND).lengthPx),
  ]);
  expect(joinGuides(scene(), 'bent', 'round').refused).toMatch('closed path');
  expect(splitGuide(scene(), 'bent', 1, 'x').refused).toMatch('between its ends');
});

test('a path goes, and who was on it stands where it began', () => {
  const left = removeGuide(on(scene('whisk'), 'whisk', 'bent'), 'bent').motion;
  expect([left.guides.map(({ id }) => id), left.subjects[0]!.guide, place(left, 12)]).toEqual([
    ['round'],
    null,
    [0, 0],
  ]);
});
