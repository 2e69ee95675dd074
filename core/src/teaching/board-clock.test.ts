import fc from 'fast-check';
import { expect, test } from 'vitest';
import { glassSlide } from '../../testing/glass-slide.ts';
import { boardClock } from './board-clock.ts';
import { usualVariant, variantOf } from './variants.ts';

const glass = (keys: readonly number[], last: number, fps = 24) =>
  glassSlide(
    keys.map((frame, i) => [frame, 100 * i] as const),
    { last, fps },
  );

test('lanes of other rates show what is on at the same second', () => {
  const even = glass([1, 25], 25);
  const twelve = variantOf(even, { ...usualVariant('rate'), amount: 12 });
  const clock = boardClock([even, twelve], 'start');
  expect(clock.range).toEqual({ first: 1, last: 26 });
  expect([1, 2, 3, 4, 25].map((frame) => clock.frameOf(1, frame))).toEqual([1, 1, 2, 2, 13]);
  expect(clock.frameOf(0, 25)).toBe(25);
});

test('a lane that is over stands on its last frame', () => {
  const clock = boardClock([glass([1, 33], 40), glass([1, 9], 12)], 'start');
  expect(clock.range.last).toBe(40);
  expect(clock.frameOf(1, 40)).toBe(12);
});

test('aligned at a key, that key of each falls on the same frame; who begins earlier, begins the clock', () => {
  const lanes = [glass([5, 13], 20), glass([9, 30], 40)];
  const clock = boardClock(lanes, 1);
  expect(clock.range).toEqual({ first: -16, last: 23 });
  expect(clock.frameOf(0, 13)).toBe(13);
  expect(clock.frameOf(1, 13)).toBe(30);
  expect(clock.frameOf(0, -16)).toBe(1);
  // A lane with fewer keys than that goes by its last.
  expect(boardClock(lanes, 9).frameOf(1, 13)).toBe(30);
});

test('every frame of the clock is a whole frame within each lane, and never goes back', () => {
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.integer({ min: 1, max: 60 }), fc.integer({ min: 1, max: 90 })), {
        minLength: 1,
        maxLength: 6,
      }),
      fc.constantFrom<'start' | number>('start', 0, 1),
      (sizes, alignedAt) => {
        const lanes = sizes.map(([last, fps]) => glass([1, last + 1], last + 2, fps));
        const clock = boardClock(lanes, alignedAt);
        for (const [i, { range }] of lanes.entries()) {
          let before = -Infinity;
          for (let { first: frame } = clock.range; frame <= clock.range.last; frame++) {
            const own = clock.frameOf(i, frame);
            expect(Number.isInteger(own) && own >= range.first && own <= range.last && own >= before).toBe(true);
            before = own;
          }
        }
      },
    ),
    { numRuns: 60 },
  );
});
