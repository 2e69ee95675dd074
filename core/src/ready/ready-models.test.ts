import fc from 'fast-check';
import { expect, test } from 'vitest';
import { MotionDocument } from '../motion/document/schema.ts';
import { channelValue } from '../motion/path/pose.ts';
import { READY_MODELS, type ReadyModel, usualNumbers } from './ready-models.ts';

const MODELS: Record<string, ReadyModel> = READY_MODELS;

test('whatever its numbers, a ready model is a motion that moves, ends within its range and can be kept', () => {
  for (const model of Object.values(MODELS)) {
    const numbers = fc.record(
      Object.fromEntries(
        Object.entries(model.numbers).map(([name, { least, most, whole }]) => [
          name,
          whole ? fc.integer({ min: least, max: most }) : fc.double({ min: least, max: most, noNaN: true }),
        ]),
      ),
    );
    fc.assert(
      fc.property(numbers, (given) => {
        const motion = model.build(given);
        expect(MotionDocument.parse(motion)).toEqual(motion);
        const keys = motion.subjects.flatMap(({ channels }) => channels.flatMap((channel) => channel.keys));
        expect(keys.length).toBeGreaterThan(1);
        const last = Math.max(...keys.map((key) => key.frame));
        // A loop's closing key is the first again, one past what is played.
        expect(last).toBeLessThanOrEqual(motion.range.last + (model === READY_MODELS.swing ? 1 : 0));
      }),
      { numRuns: 30 },
    );
  }
});

test('a drop of 340 px falls 20 frames at 24 fps and 100 px a metre, and bounces to the share of its height', () => {
  const motion = READY_MODELS.bounce.build({ height: 340, bounces: 1, kept: 25 });
  const egg = motion.subjects.find(({ id }) => id === 'egg')!;
  const frames = egg.channels.find(({ id }) => id === 'position.y')!.keys.map((key) => key.frame);
  // √(2·3.4/9.80665)·24 = 19.98; a quarter of the height takes half of that.
  expect(frames).toEqual([1, 21, 31, 41]);
  expect(channelValue(egg, 'position.y', 31)).toBe(405 - 85);
});

test('at another rate frames stay what was asked for, and a fall takes the time it takes', () => {
  const rate = { num: 48, den: 1 };
  for (const model of Object.values(MODELS)) {
    const motion = model.build(usualNumbers(model), rate);
    expect(motion.rate).toEqual(rate);
    const { length } = usualNumbers(model);
    if (length !== undefined) expect(motion).toEqual({ ...model.build(usualNumbers(model)), rate });
  }
  const egg = READY_MODELS.bounce
    .build({ height: 340, bounces: 0, kept: 25 }, rate)
    .subjects.find(({ id }) => id === 'egg')!;
  const frames = egg.channels.find(({ id }) => id === 'position.y')!.keys.map((key) => key.frame);
  // √(2·3.4/9.80665)·48 = 39.97.
  expect(frames).toEqual([1, 41]);
});

test('usual numbers are within their bounds', () => {
  for (const model of Object.values(MODELS))
    for (const [name, value] of Object.entries(usualNumbers(model))) {
      expect(value).toBeGreaterThanOrEqual(model.numbers[name]!.least);
      expect(value).toBeLessThanOrEqual(model.numbers[name]!.most);
    }
});
