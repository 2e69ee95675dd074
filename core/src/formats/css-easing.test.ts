import fc from 'fast-check';
import { expect, test } from 'vitest';
import { EASE_NAMES } from '../motion/curve/eases.ts';
import { channelOf, createChannel, createKey, createMotion, createSubject } from '../motion/document/document.ts';
import { easeProgress } from '../motion/sampling/ease-shape.ts';
import { applyEasing } from './apply-easing.ts';
import { type CssEasing, easingSpacing, readCssEasing, writeCssEasing } from './css-easing.ts';

const read = (text: string): CssEasing => {
  const result = readCssEasing(text);
  if (!result.ok) throw new Error(result.issues[0]!.message);
  return result.value;
};

test('a curve is written and read back the same to four decimals', () => {
  const share = fc.integer({ min: 0, max: 10_000 }).map((n) => n / 10_000);
  const height = fc.integer({ min: -20_000, max: 30_000 }).map((n) => n / 10_000);
  fc.assert(
    fc.property(share, height, share, height, (x1, y1, x2, y2) => {
      expect(read(writeCssEasing({ leave: 'curve', x1, y1, x2, y2 }))).toEqual({
        kind: 'curve',
        shape: { x1, y1, x2, y2 },
      });
    }),
  );
  expect(writeCssEasing({ leave: 'curve', x1: 1 / 3, y1: 0, x2: 2 / 3, y2: 1 })).toBe(
    'cubic-bezier(0.3333, 0, 0.6667, 1)',
  );
});

test('a named ease is written by at most 64 points, and is nowhere a thousandth off', () => {
  for (const leave of EASE_NAMES) {
    const easing = read(writeCssEasing({ leave }));
    const progress = easeProgress({ leave });
    if (easing.kind !== 'points') throw new Error(`${leave} is not written by points`);
    expect(easing.points.length).toBeLessThanOrEqual(64);
    // As many frames as nobody has, and closer ones at the ends, where some stand upright.
    const spacing = easingSpacing(easing, 5000);
    const worst = Math.max(...spacing.map((value, k) => Math.abs(value - progress(k / 5000))));
    expect([leave, worst < 1e-3]).toEqual([leave, true]);
  }
});

test('before its first stop and after its last it goes on in the slope there; at one place it is its last', () => {
  const spacing = easingSpacing(read('linear(0.2 20%, 0.5 50%, 0.6 80%)'), 10);
  expect(spacing[1]).toBeCloseTo(0.1, 9);
  expect(spacing[9]).toBeCloseTo(0.6 + 1 / 30, 9);
  expect(easingSpacing(read('linear(0 50%, 0.3 50%, 0.7 50%)'), 4)).toEqual([0, 0.7, 0.7, 0.7, 1]);
  // A jump at the start goes on flat from its end.
  expect(easingSpacing(read('linear(0 20%, 0.4 20%, 1)'), 10)[1]).toBeCloseTo(0.4, 9);
});

test('stops without a percentage are spread between their neighbours, and none comes before an earlier one', () => {
  expect(read('linear(0, 0.2, 0.8 60%, 1)')).toEqual({
    kind: 'points',
    points: [
      { at: 0, progress: 0 },
      { at: 0.3, progress: 0.2 },
      { at: 0.6, progress: 0.8 },
      { at: 1, progress: 1 },
    ],
  });
  expect(read('LINEAR( 0, .5 20% 70%, 1 )')).toEqual({
    kind: 'points',
    points: [
      { at: 0, progress: 0 },
      { at: 0.2, progress: 0.5 },
      { at: 0.7, progress: 0.5 },
      { at: 1, progress: 1 },
    ],
  });
  expect(read('linear(0, 0.5 80%, 0.6 40%, 1)')).toMatchObject({ points: [{}, { at: 0.8 }, { at: 0.8 }, {}] });
  expect(easingSpacing(read('linear(0, 0.5 20% 70%, 1);'), 10)).toEqual([
    0,
    0.25,
    0.5,
    0.5,
    0.5,
    0.5,
    0.5,
    0.5,
    expect.closeTo(2 / 3, 9),
    expect.closeTo(5 / 6, 9),
    1,
  ]);
});

test('keywords are the curves they stand for', () => {
  expect(read('ease-in-out')).toEqual({ kind: 'curve', shape: { x1: 0.42, y1: 0, x2: 0.58, y2: 1 } });
  expect(easingSpacing(read('linear'), 4)).toEqual([
    0,
    expect.closeTo(0.25, 9),
    expect.closeTo(0.5, 9),
    expect.closeTo(0.75, 9),
    1,
  ]);
});

test('what is no easing is refused with a sentence that says what is', () => {
  for (const [text, code] of [
    ['cubic-bezier(0, 1, 2)', 'not-four-numbers'],
    ['cubic-bezier(1.2, 0, 0.5, 1)', 'time-runs-back'],
    ['linear(1)', 'too-few-stops'],
    ['linear(0, a, 1)', 'not-a-stop'],
    ['steps(4)', 'not-an-easing'],
    ['', 'not-an-easing'],
  ] as const) {
    expect(readCssEasing(text)).toMatchObject({ ok: false, issues: [{ code }] });
  }
});

test('an ease given by points is drawn a frame apart; one given as a curve becomes handles', () => {
  const subject = createSubject(
    'lid',
    'Lid',
    { shape: 'pill', widthPx: 80, heightPx: 20, fill: '#9a6b00' },
    { x: 0, y: 0 },
  );
  const motion = createMotion([
    { ...subject, channels: [createChannel('rotation', 0, [createKey(1, 0), createKey(5, 40), createKey(9, 0)])] },
  ]);
  const ref = { subjectId: 'lid', channelId: 'rotation' as const, frame: 1 };
  const drawn = applyEasing(motion, [ref], read('linear(0, 1 50%, 0.5 75%, 1)')).motion;
  expect(channelOf(drawn, 'lid', 'rotation').keys.map((key) => [key.frame, key.value, key.role])).toEqual([
    [1, 0, 'extreme'],
    [2, 20, 'inbetween'],
    [3, 40, 'inbetween'],
    [4, 20, 'inbetween'],
    [5, 40, 'extreme'],
    [9, 0, 'extreme'],
  ]);
  const curved = applyEasing(motion, [ref], read('cubic-bezier(0.25, 0, 0.75, 1)')).motion;
  expect(channelOf(curved, 'lid', 'rotation').keys[0]!.out).toEqual({ frames: 1, value: 0 });
});
