import { expect, test } from 'vitest';
import { glassSlide } from '../../testing/glass-slide.ts';
import { createMotion } from '../motion/document/document.ts';
import { type AskedLane, histogramOf, isAnswerTo, ticksAsked, truthOf } from './asks.ts';
import { usualVariant, variantOf } from './variants.ts';

const glass = glassSlide(
  [
    [3, 0],
    [19, 400],
  ],
  { last: 25 },
);
const lane = (id: string, motion = glass, later = 0): AskedLane => ({ id, motion, clockOf: (frame) => frame + later });
const lanes = [
  lane('even'),
  lane('slow', variantOf(glass, usualVariant('slow-start'))),
  lane('late', glass, 4),
  lane('still', createMotion([])),
];

test('the truth is measured from the lane: when it lands on the clock, how many frames, which leaves slowest', () => {
  expect(truthOf('tap', lanes, 'even')).toEqual({ frame: 19 });
  expect(truthOf('ruler', lanes, 'late')).toEqual({ frame: 23 });
  expect(truthOf('count', lanes, 'even')).toEqual({ frames: 16 });
  const [from, to] = [3, 19].map((frame) => [frame, (frame - 3) * 25] as [number, number]);
  const stands = glassSlide([[1, 0], from!, to!, [25, 400]], { last: 25 });
  expect(truthOf('count', [lane('stands', stands)], 'stands')).toEqual({ frames: 16 });
  expect(truthOf('lane', lanes, 'even')).toEqual({ laneId: 'slow' });
  expect(truthOf('lane', lanes.slice(0, 1), 'even')).toBeNull();
  for (const kind of ['tap', 'count', 'chart'] as const) {
    expect(truthOf(kind, lanes, 'still')).toBeNull();
    expect(truthOf(kind, lanes, 'nowhere')).toBeNull();
  }
});

test('a chart is asked for by no more ticks than can be placed, at their shares of the way', () => {
  // Fifteen drawings between the ends: every third of them.
  expect(ticksAsked(glass).map((share) => share * 16)).toEqual([3, 6, 9, 12, 15]);
  expect(truthOf('chart', lanes, 'even')).toEqual({ ticks: ticksAsked(glass) });
});

test('an answer must be one to its question; answers are counted by the frame', () => {
  expect(isAnswerTo('tap', { frame: 3 })).toBe(true);
  expect(isAnswerTo('tap', { laneId: 'even' })).toBe(false);
  expect(isAnswerTo('chart', { ticks: [0.5] })).toBe(true);
  expect(histogramOf([12, 13.2, 12, 12.8])).toEqual([
    { value: 12, count: 2 },
    { value: 13, count: 2 },
  ]);
});
