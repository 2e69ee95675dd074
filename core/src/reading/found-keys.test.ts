import { expect, test } from 'vitest';
import { createDice } from '../../testing/dice.ts';
import { KEYINGS, ROUGH_KEYINGS } from '../../testing/keyings.ts';
import { sceneOf, soft, straight, subjectWith } from '../../testing/worked-scenes.ts';
import { createKey, findChannel, type Key, type MotionDocument, readTake } from '../index.ts';
import { withKeysFound } from './found-keys.ts';

const FRAMES = [5, 20, 38, 55];
const drawer = (keys: Key[], last = 70): MotionDocument =>
  sceneOf([subjectWith('drawer', { 'position.x': keys })], last);
const KEYS = soft(...FRAMES.map((frame, i): [number, number] => [frame, [0, 600, 250, 500][i]!]));
const MODEL = drawer(KEYS);
const tolerances = { keyFrames: 1, spacingPercent: 4 };

const change = (i: number, by: Partial<Key>): Key[] => KEYS.with(i, { ...KEYS[i]!, ...by });
const keysFound = (take: MotionDocument): Key[] | null => {
  const { take: keyed, openFrames } = withKeysFound(MODEL, take);
  return openFrames.has('drawer') ? findChannel(keyed.subjects[0]!, 'position.x')!.keys : null;
};

test.each<[string, Key[]]>([
  ['as they are', KEYS],
  ['one late', change(1, { frame: 24 })],
  ['one elsewhere', change(2, { value: 330 })],
  ['one left out', KEYS.toSpliced(2, 1)],
  ['one late and elsewhere', change(1, { frame: 24, value: 500 })],
  ['two moved', change(1, { frame: 17 }).with(2, { ...KEYS[2]!, frame: 41 })],
  ['one late and another ease', change(1, { frame: 24 }).with(2, { ...KEYS[2]!, leave: 'linear' })],
  ['one ease for all', KEYS.map((key) => ({ ...key, leave: 'quad-out' as const }))],
  ['at another pace', KEYS.map((key) => ({ ...key, frame: 5 + (key.frame - 5) * 1.2 }))],
])('keys of a recording are found by trying: %s', (_, keys) => {
  const found = keysFound(KEYINGS['baked']!(drawer(keys), createDice(1)))!;
  expect(found.map(({ leave }) => leave)).toEqual(keys.map(({ leave }) => leave));
  found.forEach(({ frame, value }, i) => {
    // On quarters of a frame.
    expect(Math.abs(frame - keys[i]!.frame)).toBeLessThanOrEqual(0.125);
    expect(value).toBeCloseTo(keys[i]!.value, 6);
  });
});

test('what jumps past its pose and comes back is found with the key it comes back on', () => {
  const jump = (...after: Key[]): MotionDocument =>
    drawer([...KEYS.slice(0, 2), { ...KEYS[2]!, leave: 'step' }, ...after]);
  const take = KEYINGS['baked']!(jump(...soft([55, 560], [62, 500])), createDice(1));
  const { take: keyed } = withKeysFound(jump(KEYS[3]!), take);
  const [past, back] = findChannel(keyed.subjects[0]!, 'position.x')!.keys.slice(-2);
  expect([past, back]).toMatchObject([{ frame: 55 }, { frame: 62, value: 500 }]);
  expect(past!.value).toBeCloseTo(560, 6);
  const told = readTake({ motion: jump(KEYS[3]!), tolerances }, take).findings;
  expect(told.map(({ kind }) => kind)).toEqual(['settle-off']);
});

test('through noise they are found within half a frame and a hundredth of the way', () => {
  const keys = change(1, { frame: 24, value: 520 });
  for (let seed = 1; seed <= 8; seed++)
    keysFound(KEYINGS['tracked']!(drawer(keys), createDice(seed)))!.forEach(({ frame, value }, i) => {
      expect(Math.abs(frame - keys[i]!.frame)).toBeLessThanOrEqual(0.5);
      expect(Math.abs(value - keys[i]!.value)).toBeLessThanOrEqual(6);
    });
});

test('what the target’s keys do not draw stays as it was recorded, and so does what ends before its keys', () => {
  const zigzag = drawer(straight(...Array.from({ length: 70 }, (_, i): [number, number] => [i + 1, (i * 137) % 600])));
  expect(keysFound(zigzag)).toBeNull();
  const cut = KEYINGS['baked']!(drawer(change(3, { frame: 90 }), 60), createDice(1));
  expect(keysFound(cut)).toBeNull();
});

test('at another rate they are found on its own frames', () => {
  const twice = drawer(
    KEYS.map((key) => ({ ...key, frame: 1 + (key.frame - 1) * 2 })),
    139,
  );
  const take = { ...KEYINGS['baked']!(twice, createDice(1)), rate: { num: 48, den: 1 } };
  expect(keysFound(take)!.map(({ frame }) => frame)).toEqual(FRAMES.map((frame) => 1 + (frame - 1) * 2));
});

test('what is held there jumps on samples of its own, beside the target’s frames', () => {
  const blink = (frames: number[], last: number): MotionDocument =>
    sceneOf(
      [
        subjectWith('lamp', {
          opacity: frames.map((frame, i) => createKey(frame, i % 2 === 0 ? 100 : 15, { leave: 'step' })),
        }),
      ],
      last,
    );
  const drawn = [9, 17, 30, 39, 51];
  const take = { ...KEYINGS['baked']!(blink(drawn, 60), createDice(1)), rate: { num: 30, den: 1 } };
  const { take: keyed } = withKeysFound(blink([7, 14, 24, 31, 41], 48), take);
  expect(findChannel(keyed.subjects[0]!, 'opacity')!.keys.map(({ frame }) => Math.round(frame * 1e6) / 1e6)).toEqual(
    drawn,
  );
});

test('what is as quick as noise and stands exactly still between is found as it is', () => {
  const squashed = (pace: number): MotionDocument =>
    sceneOf(
      [
        subjectWith('tomato', {
          'scale.y': straight(
            ...[2, 13, 22, 30].flatMap((frame): [number, number][] =>
              [-2, 0, 2].map((by) => [2 + (frame + by - 2) * pace, by === 0 ? 0.7 : 1]),
            ),
          ),
        }),
      ],
      44,
    );
  const read = readTake({ motion: squashed(1), tolerances }, KEYINGS['baked']!(squashed(1.25), createDice(1)));
  expect(read.findings.map(({ kind, measured }) => [kind, measured])).toEqual([['tempo-differs', 80]]);
});

test('a pause alone is found rather than another ease of what began before the recording', () => {
  const [first, ...others] = soft([5, 100], [12, 38], [28, 676], [35, 639]);
  const later = others.map((key) => ({ ...key, frame: key.frame + 5 }));
  const paused = drawer([first!, { ...others[0]!, leave: 'step' }, ...later], 44);
  const take = KEYINGS['tracked']!(paused, createDice(1));
  const { subjects } = withKeysFound(drawer([first!, ...others], 44), take).take;
  expect(findChannel(subjects[0]!, 'position.x')!.keys.map(({ frame }) => Math.round(frame))).toEqual([
    5, 12, 17, 33, 40,
  ]);
});

test('of a recording no key is said to be missing: it is said where it is instead', () => {
  const recorded = KEYINGS['baked']!(drawer(KEYS.toSpliced(1, 1)), createDice(1));
  const { findings } = readTake({ motion: MODEL, tolerances }, recorded);
  expect(findings.map(({ kind, firstFrame }) => [kind, firstFrame])).toEqual([['pose-off', 20]]);
});

test('a key on both coordinates of a place is found on one frame, also where it is late on one of them alone', () => {
  const place = (yFrame: number): MotionDocument =>
    sceneOf(
      [
        subjectWith('pot', {
          'position.x': [createKey(4, 100, { link: 'flat' }), createKey(18, 420, { link: 'flat' })],
          'position.y': [createKey(4, 300, { link: 'flat' }), createKey(yFrame, 120, { link: 'flat' })],
        }),
      ],
      30,
    );
  for (const yFrame of [18, 22]) {
    const { take } = withKeysFound(place(18), KEYINGS['tracked']!(place(yFrame), createDice(3)));
    const frames = (['position.x', 'position.y'] as const).map((id) =>
      findChannel(take.subjects[0]!, id)!.keys.map(({ frame }) => frame),
    );
    expect(frames).toEqual([
      [4, 18],
      [4, yFrame],
    ]);
  }
  // Also where one is recorded on fewer frames than the other.
  const recorded = KEYINGS['baked']!(place(22), createDice(1));
  const [pot] = recorded.subjects;
  const fewer = pot!.channels.map((channel) =>
    channel.id === 'position.y' ? { ...channel, keys: channel.keys.filter(({ frame }) => frame % 2 === 0) } : channel,
  );
  const { openFrames } = withKeysFound(place(18), { ...recorded, subjects: [{ ...pot!, channels: fewer }] });
  expect([...openFrames]).toEqual([['pot', 0]]);
});

test('what stands is recorded in noise, as in a clip, and stands still; where it goes anywhere that is said', () => {
  const target = { motion: MODEL, tolerances };
  const said = (motion: MotionDocument): string[] =>
    readTake(target, ROUGH_KEYINGS['followed in a clip']!(motion, createDice(2))).findings.map(
      ({ sentence }) => sentence,
    );
  expect(said(MODEL)).toEqual([]);
  expect(said(drawer(change(1, { frame: 24 })))).toEqual([
    'The drawer reaches the extreme 4 frames late: frame 24 instead of 20.',
  ]);
  const flat = {
    ...MODEL,
    subjects: [subjectWith('drawer', { 'position.x': KEYS, 'position.y': straight([5, 0], [55, 200]) })],
  };
  expect(
    readTake({ motion: flat, tolerances }, ROUGH_KEYINGS['followed in a clip']!(MODEL, createDice(2))).findings.map(
      ({ sentence }) => sentence,
    ),
  ).toEqual(['The drawer does not move up and down; the target does, by 200 px.']);
  const sunk = sceneOf([subjectWith('drawer', { 'position.x': KEYS, 'position.y': soft([5, 0], [38, 90]) })], 70);
  expect(said(sunk)).toEqual(['The drawer moves up and down too, by 90.4 px; the target does not.']);
});
