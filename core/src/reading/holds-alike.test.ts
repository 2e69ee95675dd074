import { expect, test } from 'vitest';
import { sceneOf, subjectWith } from '../../testing/worked-scenes.ts';
import {
  bakeChannelInto,
  channelOf,
  createKey,
  type Key,
  leastEdits,
  type MotionDocument,
  readTake,
} from '../index.ts';
import { holdsAlike } from './holds-alike.ts';

const tolerances = { keyFrames: 1, spacingPercent: 4 };
const drawer = (keys: readonly Key[]): MotionDocument =>
  sceneOf([subjectWith('drawer', { 'position.x': [...keys] })], 60);
const said = (model: readonly Key[], take: readonly Key[]): string[] =>
  readTake({ motion: drawer(model), tolerances }, drawer(take)).findings.map(({ sentence }) => sentence);
const later = (keys: readonly Key[], by: number): Key[] => keys.map((key) => ({ ...key, frame: key.frame + by }));
const soft = (frame: number, value: number): Key => createKey(frame, value, { link: 'flat' });
const jump = (frame: number, value: number): Key => createKey(frame, value, { leave: 'step' });
const even = (frame: number, value: number): Key => createKey(frame, value, { leave: 'linear' });

/** One motion, keyed in two ways where it stands. */
const WAYS: [name: string, plain: Key[], more: Key[]][] = [
  ['before the first move', [soft(8, 0), soft(20, 300)], [jump(1, 0), soft(8, 0), soft(20, 300)]],
  ['after the last move', [soft(8, 0), soft(20, 300)], [soft(8, 0), soft(20, 300), soft(23, 300), soft(48, 300)]],
  [
    'amid a hold',
    [soft(4, 0), soft(12, 300), soft(30, 300), soft(42, 80)],
    [soft(4, 0), soft(12, 300), soft(20, 300), soft(25, 300), soft(30, 300), soft(42, 80)],
  ],
  [
    'until a jump',
    [even(4, 0), jump(14, 300), soft(30, 80), soft(42, 200)],
    [even(4, 0), even(14, 300), even(29, 300), soft(30, 80), soft(42, 200)],
  ],
  [
    'until a jump, from a key that is smooth on both sides',
    [even(4, 0), jump(14, 300), soft(30, 80), soft(42, 200)],
    [even(4, 0), createKey(14, 300, { leave: 'linear' }), even(22, 300), jump(26, 300), soft(30, 80), soft(42, 200)],
  ],
];

test.each(WAYS)('keys %s say nothing, whichever of the two has them', (_, plain, more) => {
  expect(said(plain, more)).toEqual([]);
  expect(said(more, plain)).toEqual([]);
});

test.each(WAYS)(
  'with keys %s what is late is late, and what is too small is that, and nothing else',
  (_, plain, more) => {
    expect(said(plain, later(more, 5))).toEqual(['Everything is 5 frames late.']);
    const small = (keys: readonly Key[]): Key[] => keys.map((key) => ({ ...key, value: key.value * 0.7 }));
    expect(said(plain, small(more))).toHaveLength(1);
    expect(said(plain, small(more))[0]).toMatch(/70 %|\d px away/);
  },
);

test('keys that are left out change nothing that is drawn, nor keys that stand in both', () => {
  for (const [, plain, more] of WAYS) {
    const { take } = holdsAlike(drawer(plain), drawer(more));
    const column = (motion: MotionDocument): Float64Array => {
      const out = new Float64Array(60);
      bakeChannelInto(out, channelOf(motion, 'drawer', 'position.x'), 1, 1);
      return out;
    };
    expect(column(take)).toEqual(column(drawer(more)));
    const both = [drawer(more), drawer(later(more, 1))] as const;
    expect(holdsAlike(...both)).toEqual({ target: both[0], take: both[1] });
  }
});

test('a hold that drifts, a stop put in and a pose left out are told, whatever is keyed where it stands', () => {
  const model = [soft(8, 0), soft(20, 300), soft(40, 300), soft(52, 80)];
  const [first, middle, left, last] = model as [Key, Key, Key, Key];
  expect(said(model, [jump(1, 0), first, middle, soft(40, 340), last])[0]).toMatch(/moves during the hold|40 px/);
  expect(said([first, middle, last], [jump(1, 0), first, middle, soft(26, 300), last])[0]).toBe(
    'The drawer stands still for 6 frames at frame 20; the target goes on.',
  );
  // Where the pose is held from is not keyed: the take is there far too late.
  expect(said(model, [first, left, last])[0]).toContain('no key for frame 20');
});

test('a key that is the target’s of another pose stays, though the take stands on it', () => {
  const swings = [soft(9, 345), soft(17, 205), soft(21, 245), soft(25, 224), soft(33, 230)];
  const { tracks } = readTake(
    { motion: drawer(swings), tolerances },
    drawer([soft(9, 345), soft(17, 230), soft(33, 230)]),
  );
  expect(tracks[0]).toMatchObject({ missingFrames: [21, 25], extraFrames: [] });
});

test('where a hold begins before anything moves, or ends after all has moved, is not seen', () => {
  const model = [soft(3, 0), soft(16, 0), soft(30, 300), soft(44, 300)];
  expect(said(model, [soft(1, 0), soft(16, 0), soft(30, 300), soft(54, 300)])).toEqual([]);
  expect(said(model, [soft(1, 0), soft(19, 0), soft(30, 300), soft(54, 300)])).toEqual([
    'The drawer sets off 3 frames late: frame 19 instead of 16.',
  ]);
  // Nor where a key amid it is; what it jumps to at its end is.
  const held = [soft(3, 0), soft(14, 300), soft(24, 300), soft(34, 300)];
  expect(said(held, held.with(2, soft(29, 300)))).toEqual([]);
  const jumping = [soft(3, 0), jump(14, 300), soft(34, 120)];
  expect(said(jumping, jumping.with(2, soft(37, 120)))).toEqual([
    'The drawer sets off 3 frames late: frame 37 instead of 34.',
  ]);
});

test('the least edits reach the target, with keys on the last drawings of holds too', () => {
  for (const [, plain, more] of WAYS) {
    const { edits, left } = leastEdits({ motion: drawer(plain), tolerances }, drawer(later(more, 4)));
    expect(left).toEqual([]);
    expect(edits).toHaveLength(1);
  }
});

test('a key on the asked frame in the pose before is a wrong pose, and no key that lacks', () => {
  const model = [soft(8, 300), soft(12, 280), soft(24, 560), soft(30, 520)];
  expect(said(model, model.with(3, soft(30, 560)))).toEqual([
    "The drawer is 40 px away from the target's pose at frame 30.",
  ]);
});
