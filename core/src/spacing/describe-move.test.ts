import fc from 'fast-check';
import { expect, test } from 'vitest';
import { anyKeys } from '../../testing/any-keys.ts';
import { sceneOf, soft, straight, subjectWith } from '../../testing/worked-scenes.ts';
import {
  createKey,
  ellipsePath,
  guideSubject,
  type Key,
  type MotionDocument,
  TRACKS,
  trackValues,
} from '../motion/index.ts';
import { describeMove } from './index.ts';

const POSITION = TRACKS[0]!;
const moving = (x: Key[], y: Key[] = []): MotionDocument =>
  sceneOf([subjectWith('rack', { 'position.x': x, 'position.y': y })], 33);
const saidAt = (motion: MotionDocument, frame: number) => describeMove(motion, motion.subjects[0]!, POSITION, frame);
const breakdown = (frame: number, value: number, more: Partial<Key> = {}): Key =>
  createKey(frame, value, { role: 'breakdown', link: 'flat', ...more });
const from = (more: Partial<Key> = {}): Key => createKey(1, 0, { link: 'flat', ...more });

test.each([
  ['a hold', straight([1, 0], [13, 0], [25, 600]), 5, [1, 13], 'Holds at (0, 0) px.'],
  [
    'a held key',
    [createKey(1, 0, { leave: 'step' }), createKey(13, 600)],
    5,
    [1, 13],
    'Held, then jumps to (600, 0) px on frame 13.',
  ],
  [
    'a held key on one between two frames',
    [createKey(1, 0, { leave: 'step' }), createKey(12.4, 600)],
    5,
    [1, 12.4],
    'Held, then jumps to (600, 0) px on frame 13.',
  ],
  ['equal flat keys', soft([1, 80], [13, 80]), 5, [1, 13], 'Holds at (80, 0) px.'],
  [
    'out and back',
    [createKey(1, 0, { link: 'flat' }), createKey(13, 300, { role: 'breakdown', link: 'flat' }), createKey(25, 0)],
    5,
    [1, 25],
    'Goes out to (300, 0) px on frame 13 and comes back to where it began.',
  ],
  [
    'nearly back',
    [from(), breakdown(13, 300), createKey(25, 3)],
    5,
    [1, 25],
    'Goes out to (300, 0) px on frame 13 and comes back to (3, 0) px.',
  ],
  [
    'a hold by an ease, whose ends differ by rounding',
    [createKey(1, 50, { leave: 'sine-in-out' }), createKey(31, 50 + 1e-9)],
    5,
    [1, 31],
    'Holds at (50, 0) px.',
  ],
  [
    'steps',
    [from({ leave: 'step' }), breakdown(9, 100, { leave: 'step' }), createKey(17, 300)],
    5,
    [1, 17],
    'Jumps on frames 9 and 17, held between.',
  ],
  [
    'a jump at once',
    [from({ leave: 'step' }), breakdown(2, 300), createKey(17, 300)],
    5,
    [1, 17],
    'Jumps to (300, 0) px on frame 2 and holds.',
  ],
  [
    'one frame',
    [from({ leave: 'sine-in-out' }), createKey(2, 10)],
    1,
    [1, 2],
    'Goes to (10, 0) px within a frame (240 px/s).',
  ],
  [
    'rests',
    [from(), breakdown(5, 0), breakdown(13, 150), breakdown(17, 150), breakdown(25, 300), createKey(33, 300)],
    5,
    [1, 33],
    'Rests until frame 5, then starts slow, rests from frame 13 to 17, fastest at frame 9 (675 px/s), finishes slow, ' +
      'then rests from frame 25 on.',
  ],
  [
    'a start beyond measure',
    [from({ leave: 'circ-out' }), createKey(25, 300)],
    5,
    [1, 25],
    'Starts fast, fastest between frames 1 and 2 (2057 px/s), finishes slow.',
  ],
  [
    'a bounce',
    [from({ leave: 'bounce-out' }), createKey(25, 300)],
    5,
    [1, 25],
    'Starts slow, fastest at frame 9.3 (1560 px/s), bounces at its end 3 times.',
  ],
  [
    'a turn on the way',
    [from(), breakdown(9, 200), breakdown(13, 100), createKey(25, 300, { link: 'flat' })],
    5,
    [1, 25],
    'Starts at speed: no slow start, turns back on frames 9 and 13, fastest at frame 5 (900 px/s), finishes slow.',
  ],
] as const)('the sentence is true of %s', (_, keys, frame, [firstFrame, lastFrame], sentence) => {
  expect(saidAt(moving([...keys]), frame)).toEqual({ firstFrame, lastFrame, sentence });
});

test('a spring is past its end more than once; the sentence is of the segment at the playhead', () => {
  const spring = moving([
    createKey(1, 0, { leave: 'elastic-out' }),
    createKey(25, 600, { leave: 'linear' }),
    createKey(33, 0),
  ]);
  expect(saidAt(spring, 3)!.sentence).toMatch(/goes \d+ % past, (twice|\d times), and comes back/);
  expect(saidAt(spring, 25)).toMatchObject({ firstFrame: 25, lastFrame: 33 });
  expect(saidAt(moving([createKey(9, 0)]), 9)).toBeNull();
});

test('beyond the ends of an open path the travel is not seen, and that is said', () => {
  const travel = TRACKS.find(({ id }) => id === 'travel')!;
  const ring = ellipsePath('ring', 'Ring', { x: 300, y: 300 }, 200, 120);
  const goes = (to: number, closed: boolean): string => {
    const rack = subjectWith('rack', { travel: [from(), createKey(13, to, { link: 'flat' })] });
    const motion = { ...sceneOf([rack], 33), guides: [{ ...ring, closed }] };
    const along = guideSubject(motion, 'rack', { pathId: 'ring', orient: false, angle: 0, lean: 0 }).motion;
    return describeMove(along, along.subjects[0]!, travel, 5)!.sentence;
  };
  const open = 'In the picture it stops at its path’s ends. Its travel: ';
  expect(goes(1, false)).toMatch(/finishes slow\.$/);
  const travels = goes(1.2, true);
  expect(goes(1.2, false)).toBe(`${open}${travels.charAt(0).toLowerCase()}${travels.slice(1)}`);
});

test('what is said of any keys is true of the drawings', () => {
  fc.assert(
    fc.property(anyKeys, (keys) => {
      const motion = moving(keys);
      const said = saidAt(motion, keys[0]!.frame);
      if (!said) return;
      const { firstFrame, lastFrame, sentence } = said;
      const x = Array.from(
        { length: lastFrame - firstFrame + 1 },
        (_, i) => trackValues(motion.subjects[0]!, POSITION, firstFrame + i)[0]!,
      );
      const steps = x.slice(1).map((value, i) => value - x[i]!);
      const greatest = Math.max(...steps.map(Math.abs));
      const speed = /\((\d+(?:\.\d+)?) px\/s\)/.exec(sentence);
      if (speed) expect(greatest * 24).toBeLessThanOrEqual(Number(speed[1]) * 1.1 + 0.1);
      if (/^Holds/.test(sentence)) expect(greatest).toBeLessThan(1e-6);
      else expect(greatest, sentence).toBeGreaterThan(0);
      if (/^Even|evenly/.test(sentence)) expect(Math.min(...steps) * Math.max(...steps)).toBeGreaterThanOrEqual(0);
      if (!/turn|back|past|bounces|jump/i.test(sentence)) {
        const way = x.at(-1)! - x[0]!;
        for (const step of steps) expect(step * Math.sign(way), sentence).toBeGreaterThanOrEqual(-0.04 * Math.abs(way));
      }
    }),
    { numRuns: 600 },
  );
});
