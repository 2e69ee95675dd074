import { expect, test } from 'vitest';
import { found, sceneOf, soft, straight, subjectWith } from '../../../testing/worked-scenes.ts';
import { bakeKeys, type Finding, type Key, leastEdits, type MotionDocument, readTake } from '../../index.ts';

const KEYS: [number, number][] = [
  [3, 0],
  [13, 300],
  [23, 120],
  [33, 400],
];
const cart = (keys: [number, number][], lid: [number, number][] = KEYS): MotionDocument =>
  sceneOf([subjectWith('cart', { 'position.x': soft(...keys) }), subjectWith('lid', { rotation: soft(...lid) })], 45);
const model = cart(KEYS);
const said = (take: MotionDocument, target = model): Finding[] =>
  readTake({ motion: target, tolerances: { keyFrames: 1, spacingPercent: 5 } }, take).findings;
const sentences = (take: MotionDocument): string[] => said(take).map((finding) => finding.sentence);
const moved = (frameOf: (frame: number) => number, valueOf = (value: number): number => value): [number, number][] =>
  KEYS.map(([frame, value]) => [frameOf(frame), valueOf(value)]);

test('all of it late is said once, however late it is', () => {
  for (const by of [2, 5, 9]) {
    const late = moved((frame) => frame + by);
    expect(sentences(cart(late, late))).toEqual([`Everything is ${by} frames late.`]);
  }
  const early = moved((frame) => frame - 2);
  expect(said(cart(early, early))).toMatchObject([{ kind: 'key-early', expected: 3, measured: 1, subjectId: null }]);
});

test('one subject of several, or all from some frame on, is said as that', () => {
  expect(sentences(cart(moved((frame) => frame + 3)))).toEqual(['The cart is 3 frames late.']);
  const later = moved((frame) => (frame >= 23 ? frame + 4 : frame));
  expect(sentences(cart(later, later))).toEqual(['From frame 23 on, everything is 4 frames late.']);
});

test('where a hold ends at rest a recording does not show: it is no key on time', () => {
  const door = (late: number): Key[] => soft([3, 0], [15, 50], [55 + late, 50], [67 + late, 110], [97 + late, 110]);
  const scene = (keys: Key[]): MotionDocument => sceneOf([subjectWith('door', { rotation: keys })], 105);
  const baked = bakeKeys(scene(door(3)), { subjectId: 'door', channelId: 'rotation' }).motion;
  expect(said(baked, scene(door(0))).map(({ sentence }) => sentence)).toEqual([
    'From frame 55 on, everything is 3 frames late.',
  ]);
});

test('keys at another pace are no samples, be they ever so regular', () => {
  const taps = (apart: number): Key[] =>
    soft(...Array.from({ length: 8 }, (_, i): [number, number] => [4 + i * apart, i % 2 ? 300 - 15 * i : 400]));
  const spoon = (apart: number): MotionDocument => sceneOf([subjectWith('spoon', { 'position.y': taps(apart) })], 48);
  for (const [asked, drawn] of [
    [5, 3.75],
    [4, 5],
    [4, 3],
  ] as const)
    expect(said(spoon(drawn), spoon(asked)), `${asked} → ${drawn}`).toMatchObject([
      { kind: 'tempo-differs', measured: Math.round((100 * asked) / drawn) },
    ]);
});

test('another pace is no row of late keys; one late key is no other pace', () => {
  const slow = moved((frame) => 3 + (frame - 3) * 1.25);
  expect(said(cart(slow, slow))).toMatchObject([
    {
      kind: 'tempo-differs',
      measured: 80,
      sentence: 'It runs at 80 % of the speed: 37.5 frames where the target takes 30.',
    },
  ]);
  const last = moved((frame) => (frame === 33 ? 36 : frame));
  expect(said(cart(last, last)).map((finding) => finding.kind)).toEqual(['key-late', 'key-late']);
});

test('a pace is told however slow it is', () => {
  const slow = (times: number): MotionDocument => ({
    ...cart(...([1, 2].map(() => moved((frame) => 3 + (frame - 3) * times)) as [typeof KEYS, typeof KEYS])),
    range: { first: 1, last: 100_000 },
  });
  const [finding] = said(slow(2500)).filter(({ kind }) => kind === 'tempo-differs');
  expect(finding).toMatchObject({ measured: 0.04 });
  expect(finding!.mends).not.toBeNaN();
  expect(finding!.sentence).toContain('It runs at 0.04 % of the speed');
});

test('a key that is off by itself, while all others are late by one thing, is told beside it', () => {
  const steps = [3, 11, 19, 27, 35].map((frame, i): [number, number] => [frame, i % 2 === 0 ? 40 * i : 300]);
  const of = (frameOf: (frame: number) => number): MotionDocument =>
    sceneOf(
      [subjectWith('cart', { 'position.x': soft(...steps.map(([f, v]): [number, number] => [frameOf(f), v])) })],
      50,
    );
  const timed = (frameOf: (frame: number) => number): Finding[] =>
    said(
      of(frameOf),
      of((frame) => frame),
    ).filter(({ kind }) => kind.startsWith('key-') || kind === 'tempo-differs');
  expect(timed((frame) => frame + (frame === 19 ? 6 : 3)).map((finding) => finding.sentence)).toEqual([
    'Nearly everything is 3 frames late.',
    'The cart reaches the extreme 6 frames late: frame 25 instead of 19.',
  ]);
  // Moved along with the rest it is 3 frames late still: moving all mends some of what is off, and not all.
  const [whole] = timed((frame) => frame + (frame === 19 ? 6 : 3));
  expect(whole!.mends).toBeGreaterThan(0.5);
  expect(whole!.mends).toBeLessThan(0.95);
  // What is on time while all else is late is no fault.
  expect(timed((frame) => frame + (frame === 19 ? 0 : 3))).toMatchObject([{ kind: 'key-late', expected: 3 }]);
  expect(timed((frame) => 3 + (frame - 3) * 1.25 - (frame === 11 ? 2 : 0))).toMatchObject([
    {
      kind: 'tempo-differs',
      measured: 80,
      sentence: expect.stringMatching(/^Nearly all of it runs at 80 % of/) as string,
    },
  ]);
  // Of four keys two that are late by as much are no whole.
  expect(timed((frame) => frame + ([11, 27].includes(frame) ? 3 : 0))).toHaveLength(2);
});

test('another size and the other way are said once; one pose that is off is that pose', () => {
  expect(
    sentences(
      cart(
        moved(
          (frame) => frame,
          (value) => value * 0.6,
        ),
      ),
    ),
  ).toEqual(['The cart goes 60 % of the way, throughout.']);
  expect(
    sentences(
      cart(
        moved(
          (frame) => frame,
          (value) => -value,
        ),
      ),
    ),
  ).toEqual(['The cart goes the other way.']);
  const short = cart(KEYS.map(([frame, value]) => [frame, frame === 13 ? 230 : value]));
  expect(said(short)).toMatchObject([{ kind: 'pose-off', firstFrame: 13 }]);
});

test('what comes back to where it ought to has not gone less of the way throughout: where it began is off', () => {
  const steam = (from: number): MotionDocument =>
    sceneOf([subjectWith('steam', { opacity: soft([5, from], [15, 80], [30, 70], [42, 0]) })], 45);
  expect(said(steam(32), steam(0)).map(({ sentence }) => sentence)).toEqual([
    "The steam is 32 % away from the target's pose at frame 5.",
  ]);
});

test('what is said of nearly all poses names the few that are off by something else; these are told besides', () => {
  const poses: [number, number][] = [
    [3, 0],
    [11, 300],
    [19, 80],
    [27, 340],
    [35, 120],
    [43, 400],
  ];
  const pan = (keys: [number, number][]): MotionDocument =>
    sceneOf([subjectWith('pan', { 'position.x': soft(...keys) })], 45);
  const told = (valueOf: (value: number, frame: number) => number): string[] =>
    said(pan(poses.map(([frame, value]) => [frame, valueOf(value, frame)])), pan(poses)).map(
      ({ sentence }) => sentence,
    );
  expect(told((value, frame) => value + (frame === 27 ? 150 : 60))).toEqual([
    'The pan is 60 px further right than the target, throughout but at frame 27.',
    "The pan is 150 px away from the target's pose at frame 27.",
  ]);
  expect(told((value, frame) => value * (frame === 27 ? 0.3 : 0.6))).toEqual([
    'The pan goes 60 % of the way, throughout but at frame 27.',
    "The pan is 238 px away from the target's pose at frame 27.",
  ]);
  // Three of six are no exceptions.
  expect(told((value, frame) => value + ([11, 27, 35].includes(frame) ? 150 : 60))).toHaveLength(6);
});

test('drawings held on twos by hand are named as such, with what else is wrong beneath', () => {
  const held = (keys: Key[]): Key[] => keys.map((key) => ({ ...key, leave: 'step' }));
  const ones: [number, number][] = Array.from({ length: 25 }, (_, i) => [1 + i, i * 20]);
  const line = sceneOf([subjectWith('pan', { 'position.x': straight([1, 0], [25, 480]) })]);
  const twos = sceneOf([
    subjectWith('pan', { 'position.x': held(straight(...ones.filter(([frame]) => frame % 2 === 1))) }),
  ]);
  expect(found(line, twos, ['exposure-differs', 'held-not-moving', 'key-extra', 'spacing-off'])).toMatchObject([
    { kind: 'exposure-differs', measured: 2, sentence: 'The pan is shown on twos; the exercise is set on ones.' },
  ]);
});

test('a recording that ends before it is there says so, unless all of it is late by as much', () => {
  const recorded = (valueAt: (frame: number) => number): MotionDocument =>
    sceneOf([
      subjectWith('pan', {
        'position.x': straight(...Array.from({ length: 25 }, (_, i): [number, number] => [1 + i, valueAt(1 + i)])),
      }),
    ]);
  const line = sceneOf([subjectWith('pan', { 'position.x': straight([3, 0], [12, 300], [22, 100]) })]);
  const along = (frame: number): number =>
    frame < 3 ? 0 : frame < 12 ? (frame - 3) * (300 / 9) : Math.max(100, 300 - (frame - 12) * 20);
  expect(said(recorded(along), line)).toEqual([]);
  const never = readTake(
    { motion: line, tolerances: { keyFrames: 1, spacingPercent: 5 } },
    recorded((frame) => {
      return frame < 12 ? along(frame) : 300 - (frame - 12) * 8;
    }),
  );
  expect(never.findings).toMatchObject([
    { kind: 'key-missing', sentence: 'The pan is not yet where the target is on frame 22 when the take ends.' },
  ]);
  expect(never.proposedGrade).toBeLessThan(60);
  expect(
    said(
      recorded((frame) => along(frame - 5)),
      line,
    ).map((finding) => finding.sentence),
  ).toEqual(['Everything is 5 frames late.']);
});

test('a recording that is far too slow is that, though the take ends before it does', () => {
  const scene = (keys: [number, number][], pace: number): MotionDocument =>
    sceneOf([subjectWith('pan', { 'position.x': soft(...slowed(keys, pace)) })], 54);
  const slowed = (keys: [number, number][], pace: number): [number, number][] =>
    keys.map(([frame, value]) => [3 + (frame - 3) * pace, value]);
  const FOUR: [number, number][] = [
    [3, 0],
    [17, 590],
    [36, 210],
    [52, 500],
  ];
  for (const [keys, pace, sentence] of [
    [FOUR, 1.5, 'It runs at 67 % of the speed: 49.5 frames where the target takes 33.'],
    [FOUR, 1.75, 'It runs at 57 % of the speed: 24.5 frames where the target takes 14.'],
    // By the pace of what is there, though of three keys only two are.
    [FOUR.slice(0, 3), 1.75, 'It runs at 57 % of the speed: 24.5 frames where the target takes 14.'],
  ] as const) {
    const baked = bakeKeys(scene([...keys], pace), { subjectId: 'pan', channelId: 'position.x' }).motion;
    expect(said(baked, scene([...keys], 1)).map((finding) => finding.sentence)).toEqual([sentence]);
  }
});

test('squashes of two frames at another pace are that, though each lies where another ought to', () => {
  const squashed = (frameOf: (frame: number) => number): MotionDocument =>
    sceneOf([
      subjectWith('tomato', {
        'scale.y': straight(
          ...[4, 15, 24, 32].flatMap((frame): [number, number][] => [
            [frameOf(frame - 2), 1],
            [frameOf(frame), 0.7],
            [frameOf(frame + 2), 1],
          ]),
        ),
      }),
    ]);
  const quick = squashed((frame) => Math.round(4 * (2 + 0.714 * (frame - 2))) / 4);
  expect(
    said(
      quick,
      squashed((frame) => frame),
    ).map((finding) => finding.sentence),
  ).toEqual(['It runs at 140 % of the speed: 22.75 frames where the target takes 32.']);
});

const kitchen = (by = { right: 0, size: 1 }, isJarMoved = true): MotionDocument => {
  const from = (frame: number, start: number, way: number): [number, number] => [frame, start + way * by.size];
  const along = (start: number, ...ways: [frame: number, way: number][]): Key[] =>
    soft(...ways.map(([frame, way]) => from(frame, start, way)));
  const jar = soft([1, 100 + (isJarMoved ? by.right : 0)]);
  return sceneOf(
    [
      subjectWith('cup', {
        'position.x': along(100 + by.right, [1, 0], [12, 280], [24, 120]),
        'position.y': along(100, [1, 0], [12, 80], [24, 120]),
      }),
      subjectWith('pan', {
        'position.x': along(600 + by.right, [4, 0], [16, 40], [30, -60]),
        rotation: along(0, [4, 0], [16, 40], [30, 0]),
      }),
      // It is carried by the pan, and goes where that goes.
      subjectWith('lid', { 'position.y': along(0, [6, 0], [14, -40], [20, 0]) }, { parentId: 'pan' }),
      subjectWith('jar', { 'position.x': jar }),
    ],
    36,
  );
};

test('what all of a scene is off by alike is said once, and put right in one edit', () => {
  const target = kitchen();
  const everything: [MotionDocument, string, RegExp][] = [
    [
      kitchen({ right: 60, size: 1 }),
      'Everything is 60 px further right than the target, throughout.',
      /^Add position x −60 px to all keys of everything/,
    ],
    [
      kitchen({ right: 0, size: 0.6 }),
      'Everything goes 60 % of the way, throughout.',
      /^Make the moves of everything 167 % as large/,
    ],
  ];
  for (const [take, sentence, edit] of everything) {
    expect(said(take, target)).toMatchObject([{ kind: 'pose-off', subjectId: null, track: null, sentence, mends: 1 }]);
    const { edits, left } = leastEdits({ motion: target, tolerances: { keyFrames: 1, spacingPercent: 5 } }, take);
    expect(edits[0]!.sentence).toMatch(edit);
    expect(left).toEqual([]);
  }
  // What stands where it ought to is not everything.
  expect(said(kitchen({ right: 60, size: 1 }, false), target).map(({ sentence }) => sentence)).toEqual([
    expect.stringMatching(/^Position: the pan is 60 px further right than the target, throughout/),
    'The cup is 60 px further right than the target, throughout.',
  ]);
});

test('what is of another size and begins elsewhere is both', () => {
  const cup = (start: number, size: number): MotionDocument =>
    sceneOf([
      subjectWith('cup', { 'position.x': soft(...KEYS.map(([f, v]): [number, number] => [f, start + v * size])) }),
    ]);
  const [model, take] = [cup(100, 1), cup(160, 0.6)];
  expect(said(take, model)).toMatchObject([
    {
      sentence: 'The cup goes 60 % of the way, throughout. It begins 60 px further right than the target.',
      mends: 1,
    },
  ]);
});
