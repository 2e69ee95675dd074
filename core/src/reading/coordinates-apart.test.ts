import { describe, expect, test } from 'vitest';
import { COORDINATE_FAULTS } from '../../testing/coordinate-faults.ts';
import { createDice } from '../../testing/dice.ts';
import { HOPS, pea, WAY } from '../../testing/hopping-pea.ts';
import { casesOf, judge } from '../../testing/judge-readings.ts';
import { KEYINGS } from '../../testing/keyings.ts';
import { straight } from '../../testing/worked-scenes.ts';
import { createKey, FRAME_LIMIT, type Key, leastEdits, type MotionDocument, readTake } from '../index.ts';

const LAST = 44;
const scene = (x: Key[], y: Key[]): MotionDocument => pea(x, y, LAST);
const target = { motion: scene(WAY, HOPS), tolerances: { keyFrames: 1, spacingPercent: 5 } };

const later = (keys: Key[], by: number, from = 0): Key[] =>
  keys.map((key) => (key.frame >= from ? { ...key, frame: key.frame + by } : key));
const sized = (keys: Key[], size: number): Key[] =>
  keys.map((key) => ({ ...key, value: keys[0]!.value + (key.value - keys[0]!.value) * size }));
const paced = (keys: Key[], pace: number): Key[] => keys.map((key) => ({ ...key, frame: 5 + (key.frame - 5) * pace }));

describe.each([
  [
    'late',
    scene(WAY, later(HOPS, 4)),
    'Up and down: the pea is 4 frames late.',
    'Move the keys of position y from 9 on 4 frames earlier.',
  ],
  [
    'early',
    scene(later(WAY, -3), HOPS),
    'Across: the pea is 3 frames early.',
    'Move the keys of position x from 2 on 3 frames later.',
  ],
  [
    'late from a key on',
    scene(WAY, later(HOPS, 4, 27)),
    'Up and down: from frame 27 on, the pea is 4 frames late.',
    'Move the keys of position y from 31 on 4 frames earlier.',
  ],
  [
    'slower',
    scene(WAY, paced(HOPS, 1.25)),
    'Up and down: the pea runs at 80 % of the speed: 35 frames where the target takes 28.',
    'Stretch the keys of position y to 80 % of their time about frame 5, on whole frames.',
  ],
  [
    'smaller',
    scene(sized(WAY, 0.7), HOPS),
    'Across: the pea goes 70 % of the way, throughout.',
    'Make the moves of position x 143 % as large.',
  ],
  [
    'turned round',
    scene(sized(WAY, -1), HOPS),
    'Across: the pea goes the other way.',
    'Turn the moves of position x round.',
  ],
  [
    'mirrored',
    scene(
      sized(WAY, -1).map((key) => ({ ...key, value: key.value + 500 })),
      HOPS,
    ),
    'Across: the pea goes the other way.',
    'Turn the moves of position x round, from position x 100 px.',
  ],
])('one coordinate %s', (_, take, sentence, edit) => {
  test('is one thing to say, however it is keyed, and explains all that is off', () => {
    const { findings, proposedGrade } = readTake(target, take);
    expect(findings.map((finding) => finding.sentence)).toEqual([sentence]);
    expect(findings[0]!.mends).toBeCloseTo(1, 2);
    expect(proposedGrade).toBeLessThan(80);
    for (const keying of ['baked', 'baked, its keys kept', 'subjects turned about']) {
      const again = readTake(target, KEYINGS[keying]!(take, createDice(2)));
      expect(again.findings.map((finding) => finding.sentence)).toEqual([sentence]);
    }
  });

  test('is one edit', () => {
    const { edits, left } = leastEdits(target, take);
    expect([edits.map((each) => each.sentence), left]).toEqual([[edit], []]);
  });
});

test('two things of one coordinate are two, and each is put right by itself', () => {
  const { findings } = readTake(target, scene(WAY, later(sized(HOPS, 0.7), 4)));
  expect(findings.map(({ kind, channel, sentence }) => [kind, channel, sentence])).toEqual([
    ['key-late', 'position.y', 'Up and down: the pea is 4 frames late.'],
    ['pose-off', 'position.y', 'Up and down: the pea goes 70 % of the way, throughout.'],
  ]);
  expect(findings[0]!.mends).toBeLessThan(0.95);
});

test('what both coordinates do is the place’s; what one does beside a fault of the other is told beside it', () => {
  const all = readTake(target, scene(later(WAY, 4), later(HOPS, 4)));
  expect(all.findings.map(({ sentence, channel }) => [sentence, channel])).toEqual([
    ['Everything is 4 frames late.', undefined],
  ]);
  // One has but its last key there, and is late with the other all the same.
  const fall = { ...target, motion: scene(WAY, straight([5, 60], [33, 380])) };
  const rest = readTake(fall, scene(later(WAY, 4, 21), straight([5, 60], [37, 380])));
  expect(rest.findings.map(({ sentence }) => sentence)).toEqual(['From frame 21 on, everything is 4 frames late.']);
  const less = readTake(fall, scene(sized(WAY, 0.7), straight([5, 60], [33, 284])));
  expect(less.findings.map(({ sentence }) => sentence)).toEqual(['The pea goes 70 % of the way, throughout.']);
  const both = readTake(target, scene(later(WAY, 4), later(sized(HOPS, 0.7), 4)));
  expect(both.findings.map(({ sentence }) => sentence).sort()).toEqual([
    'Everything is 4 frames late.',
    'Up and down: the pea goes 70 % of the way, throughout.',
  ]);
  const short = WAY.map((key, i) => (i === 2 ? { ...key, value: 320 } : key));
  expect(readTake(target, scene(short, later(HOPS, 4))).findings.map(({ sentence }) => sentence)).toEqual([
    'Up and down: the pea is 4 frames late.',
    "The pea is 60 px away from the target's pose at frame 33.",
  ]);
});

test('keys of one coordinate alone are paired where the take has them', () => {
  const { tracks } = readTake(target, scene(WAY, later(HOPS, 4)));
  const own = tracks[0]!.pairs.map(({ targetFrame, takeFrame, offsetFrames }) => [
    targetFrame,
    takeFrame,
    offsetFrames,
  ]);
  // On 5, 21 and 33 it is across that is on time.
  expect(own).toEqual([
    [5, 5, 0],
    [13, 17, 4],
    [21, 21, 0],
    [27, 31, 4],
    [33, 33, 0],
  ]);
});

test('keys as far beyond the range as there may be are not laid out', () => {
  const far = FRAME_LIMIT - 1;
  const wide = scene(WAY, [createKey(-far, 400), ...HOPS, createKey(far, 400)]);
  const take = KEYINGS['baked']!(scene(WAY, later(HOPS, 4)), createDice(2));
  expect(readTake({ ...target, motion: wide }, take).findings.length).toBeGreaterThan(0);
});

/** What these readings have reached, a little less. */
const REACHED: Record<string, [precision: number, recall: number, first: number]> = {
  'as keyed': [0.99, 0.99, 0.99],
  baked: [0.95, 0.98, 0.98],
  'split segments': [0.9, 0.98, 0.98],
};

test.for(Object.entries(REACHED))('faults of one coordinate of all models, keyed %s', ([keying, least]) => {
  const cases = casesOf(keying, { from: 0, times: 1 }, KEYINGS[keying]!, COORDINATE_FAULTS);
  expect(cases.length).toBeGreaterThan(40);
  const { precision, recall, first, examples } = judge(cases);
  [precision, recall, first].forEach((share, i) =>
    expect(share, examples.join('\n')).toBeGreaterThanOrEqual(least[i]!),
  );
});

test('both coordinates at one pace are the place at that pace, wherever each begins', () => {
  const x = straight([3, 100], [12, 300], [20, 360], [27, 460]);
  const y = straight([15, 400], [21, 250], [30, 400]);
  const slow = (keys: Key[]): Key[] => keys.map((key) => ({ ...key, frame: 3 + (key.frame - 3) * 1.25 }));
  expect(
    readTake({ motion: scene(x, y), tolerances: target.tolerances }, scene(slow(x), slow(y))).findings.map(
      ({ sentence }) => sentence,
    ),
  ).toEqual(['It runs at 80 % of the speed: 33.75 frames where the target takes 27.']);
});
