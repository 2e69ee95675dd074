import { expect, test } from 'vitest';
import { sceneOf, soft, subjectWith } from '../../testing/worked-scenes.ts';
import { type MotionDocument, readTake } from '../index.ts';

const WOBBLE = {
  seed: 7,
  amplitude: 20,
  periodFrames: 6,
  roughness: 0.3,
  firstFrame: 1,
  lastFrame: 48,
  fadeInFrames: 0,
  fadeOutFrames: 0,
};

function kettle(wobble: Partial<typeof WOBBLE> | null, last = 25): MotionDocument {
  const subject = subjectWith('kettle', { 'position.x': soft([1, 0], [last, 300]) });
  return sceneOf(
    [
      {
        ...subject,
        channels: subject.channels.map((channel) =>
          channel.id === 'position.x' && wobble ? { ...channel, wobble: { ...WOBBLE, ...wobble } } : channel,
        ),
      },
    ],
    48,
  );
}

const said = (model: MotionDocument, take: MotionDocument): string[] =>
  readTake({ motion: model, tolerances: { keyFrames: 1, spacingPercent: 5 } }, take).findings.map(
    ({ sentence }) => sentence,
  );

test.each([
  ['another throw', { seed: 8 }, []],
  ['a little less', { seed: 9, amplitude: 17 }, []],
  ['twice as large', { seed: 9, amplitude: 40 }, ['The kettle wobbles by 40 px in position x; the target by 20 px.']],
  [
    'twice as often',
    { seed: 9, periodFrames: 3 },
    ['The kettle wobbles 8 times a second in position x; the target 4 times a second.'],
  ],
  ['none', null, ['The kettle does not wobble in position x; the target does, by 20 px.']],
] as const)('a wobble is compared by size and rate: %s', (_, wobble, expected) => {
  expect(said(kettle({}), kettle(wobble))).toEqual(expected);
});

test('one that is not asked for is said, and what it lies on is read as ever', () => {
  expect(said(kettle(null), kettle({}))).toEqual(['The kettle wobbles by 20 px in position x; the target does not.']);
  expect(said(kettle({}), kettle({ seed: 8 }, 29))).toEqual([
    expect.stringMatching(/^The kettle arrives 4 frames late/),
  ]);
});
