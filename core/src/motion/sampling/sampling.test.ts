import fc from 'fast-check';
import { expect, test } from 'vitest';
import {
  bakeMotion,
  createBezierEase,
  createBezierTime,
  createChannel,
  createKey,
  createMotion,
  createSubject,
  EASE_NAMES,
  EASES,
  type Key,
  keyIndexAt,
  type Leave,
  sampleChannel,
  solveBezierTime,
} from '../index.ts';
import { segmentCurve } from './segment.ts';

const LOOK = { shape: 'box', widthPx: 40, heightPx: 40, fill: '#2456a6' } as const;

function moveFrom0To600(leave: Leave, link: Key['link'] = 'flat'): Key[] {
  return [createKey(1, 0, { leave, link }), createKey(25, 600, { leave, link })];
}

/** Keys in order of frame with any handles, links and leaves. */
const anyKeys = fc
  .uniqueArray(
    fc.record({
      frame: fc.integer({ min: -50, max: 150 }),
      value: fc.integer({ min: -1000, max: 1000 }),
      leave: fc.constantFrom<Leave[]>('step', 'linear', 'curve', 'curve', 'bounce-out', 'back-in-out'),
      link: fc.constantFrom<Key['link'][]>('mirrored', 'aligned', 'broken', 'auto', 'flat'),
      inFrames: fc.integer({ min: -40, max: 40 }),
      outFrames: fc.integer({ min: -40, max: 40 }),
    }),
    { selector: (key) => key.frame, minLength: 2, maxLength: 12 },
  )
  .map((parts) =>
    parts
      .sort((a, b) => a.frame - b.frame)
      .map(({ frame, value, leave, link, inFrames, outFrames }) =>
        createKey(frame, value, {
          leave,
          link,
          in: { frames: inFrames, value: 5 },
          out: { frames: outFrames, value: -5 },
        }),
      ),
  );

test('smooth between 1 and 25 from 0 to 600 with flat thirds reads the printed figures', () => {
  const channel = createChannel('position.x', 0, moveFrom0To600('curve'));
  expect([1, 4, 7, 10, 13].map((frame) => sampleChannel(channel, frame))).toEqual([0, 25.78125, 93.75, 189.84375, 300]);
});

test('held stays until the next key, linear is even', () => {
  const held = createChannel('position.x', 0, moveFrom0To600('step'));
  expect([1, 24.999, 25].map((frame) => sampleChannel(held, frame))).toEqual([0, 0, 600]);
  const straight = createChannel('position.x', 0, moveFrom0To600('linear'));
  expect([1, 7, 13, 25].map((frame) => sampleChannel(straight, frame))).toEqual([0, 150, 300, 600]);
});

test('a channel holds before its first and after its last key, and rests without keys', () => {
  const channel = createChannel('position.x', 7, moveFrom0To600('linear'));
  expect(sampleChannel(channel, -100)).toBe(0);
  expect(sampleChannel(channel, 100)).toBe(600);
  expect(sampleChannel(createChannel('opacity'), 3)).toBe(100);
});

test('every named ease hits both ends exactly, and its slow-finish form mirrors its slow start', () => {
  for (const name of EASE_NAMES) {
    expect(EASES[name](0), name).toBe(0);
    expect(EASES[name](1), name).toBe(1);
  }
  for (const t of [0.1, 0.37, 0.8]) {
    expect(EASES['cubic-out'](t)).toBeCloseTo(1 - EASES['cubic-in'](1 - t), 12);
    expect(EASES['quad-in'](t)).toBe(t * t);
  }
  expect(EASES['sine-in-out'](0.5)).toBeCloseTo(0.5, 12);
  expect(EASES['back-in-out'](0.5)).toBeCloseTo(0.5, 12);
  expect(EASES['elastic-in-out'](0.5)).toBeCloseTo(0.5, 12);
});

test('Bézier time agrees with bisection to 1e-9 whatever the handles, vertical tangents too', () => {
  const bisect = (x1: number, x2: number, x: number): number => {
    let low = 0;
    let high = 1;
    for (let i = 0; i < 60; i++) {
      const t = (low + high) / 2;
      if (3 * (1 - t) ** 2 * t * x1 + 3 * (1 - t) * t * t * x2 + t ** 3 < x) low = t;
      else high = t;
    }
    return (low + high) / 2;
  };
  const share = fc.double({ min: 0, max: 1, noNaN: true });
  fc.assert(
    fc.property(share, share, share, (x1, x2, x) => {
      const t = solveBezierTime(x1, x2, x);
      const at = 3 * (1 - t) ** 2 * t * x1 + 3 * (1 - t) * t * t * x2 + t ** 3;
      expect(Math.abs(at - x)).toBeLessThan(1e-9);
      // Where x stands still t is only known to the cube root of the rounding.
      const slope = 3 * ((1 - t) ** 2 * x1 + 2 * (1 - t) * t * (x2 - x1) + t * t * (1 - x2));
      expect(Math.abs(t - bisect(x1, x2, x))).toBeLessThan(slope > 1e-6 ? 1e-6 : 1e-4);
    }),
  );
  expect(solveBezierTime(1, 0, 0.5)).toBeCloseTo(0.5, 4);
});

test('the closed form agrees with the bracketed solver, also hard by the ends and the middle', () => {
  const share = fc.oneof(
    fc.double({ min: 0, max: 1, noNaN: true }),
    fc.constantFrom(0, 1, 1 / 3, 2 / 3, 0.42, 0.58, 1e-9, 1 - 1e-9),
  );
  const near = fc.constantFrom(2 ** -50, 0.5 - 2 ** -50, 0.5, 0.5 + 2 ** -50, 1 - 2 ** -50);
  fc.assert(
    fc.property(share, share, fc.oneof(fc.double({ min: 0, max: 1, noNaN: true }), near), (x1, x2, x) => {
      const t = createBezierTime(x1, x2)(x);
      expect(Math.abs(3 * (1 - t) ** 2 * t * x1 + 3 * (1 - t) * t * t * x2 + t ** 3 - x)).toBeLessThan(1e-12);
      // Where x stands nearly still, t is only known to a root of the rounding.
      const slope = 3 * ((1 - t) ** 2 * x1 + 2 * (1 - t) * t * (x2 - x1) + t * t * (1 - x2));
      expect(Math.abs(t - solveBezierTime(x1, x2, x))).toBeLessThan(slope > 1e-3 ? 1e-9 : 1e-4);
    }),
    { numRuns: 2000 },
  );
});

test('time never runs back, whatever the handles', () => {
  fc.assert(
    fc.property(anyKeys, (keys) => {
      for (let i = 0; i + 1 < keys.length; i++) {
        const { x1, x2 } = segmentCurve(keys, i);
        expect(Math.min(x1, x2)).toBeGreaterThanOrEqual(0);
        expect(Math.max(x1, x2)).toBeLessThanOrEqual(1);
        const time = createBezierTime(x1, x2);
        let before = 0;
        for (let x = 0; x <= 1; x += 1 / 64) {
          expect(time(x)).toBeGreaterThanOrEqual(before);
          before = time(x);
        }
      }
    }),
  );
});

test('seeking a key finds what going through all of them finds', () => {
  fc.assert(
    fc.property(anyKeys, fc.double({ min: -80, max: 200, noNaN: true }), (keys, frame) => {
      const places = [frame, ...keys.map((key) => key.frame)];
      for (const place of places) expect(keyIndexAt(keys, place)).toBe(keys.findLastIndex((key) => key.frame <= place));
    }),
  );
});

test('a batch of an ease is what it is one by one, within 1e-9', () => {
  const xs = Float64Array.from({ length: 5000 }, (_, i) => (i - 100) / 4800);
  for (const [x1, y1, x2, y2] of [
    [0.42, 0, 0.58, 1],
    [0, 0, 0, 1],
    [1, 0, 0, 1],
    [0.1, 1.4, 0.9, -0.4],
    [1 / 3, 1 / 3, 2 / 3, 2 / 3],
  ] as const) {
    const ease = createBezierEase(x1, y1, x2, y2);
    ease
      .into(new Float64Array(xs.length), xs)
      .forEach((value, i) => expect(Math.abs(value - ease.at(xs[i]!))).toBeLessThan(1e-9));
  }
});

test('automatic handles never overshoot between two keys, and turn flat at an extreme', () => {
  fc.assert(
    fc.property(anyKeys, fc.double({ min: 0, max: 1, noNaN: true }), (keys, t) => {
      const smooth = keys.map((key) => ({ ...key, leave: 'curve' as const, link: 'auto' as const }));
      const channel = createChannel('rotation', 0, smooth);
      for (let i = 0; i + 1 < smooth.length; i++) {
        const [a, b] = [smooth[i]!, smooth[i + 1]!];
        const value = sampleChannel(channel, a.frame + (b.frame - a.frame) * t);
        expect(value).toBeGreaterThanOrEqual(Math.min(a.value, b.value) - 1e-9);
        expect(value).toBeLessThanOrEqual(Math.max(a.value, b.value) + 1e-9);
      }
    }),
  );
});

test('every key is hit exactly, whatever its handles, leaves and links', () => {
  fc.assert(
    fc.property(anyKeys, (keys) => {
      const channel = createChannel('rotation', 0, keys);
      for (const key of keys) expect(sampleChannel(channel, key.frame)).toBe(key.value);
    }),
  );
});

test('baking equals sampling frame by frame, at any step and from any frame', () => {
  fc.assert(
    fc.property(
      anyKeys,
      fc.integer({ min: -60, max: 20 }),
      fc.constantFrom(0.25, 0.5, 1, 2),
      fc.integer({ min: 1, max: 3 }),
      (keys, first, step, exposure) => {
        const subject = {
          ...createSubject('a', 'Drawer', LOOK, { x: 0, y: 0 }),
          exposure,
          channels: [createChannel('rotation', 0, keys)],
        };
        const motion = { ...createMotion([subject]), range: { first: -60, last: 160 } };
        const baked = bakeMotion(motion, { first, last: 160, step });
        const column = baked.subjects['a']!.rotation!;
        expect(column.length).toBe(baked.count);
        column.forEach((value, i) => {
          const frame = first + i * step;
          const shown = exposure === 1 ? frame : -60 + exposure * Math.floor((frame + 60) / exposure);
          // Time is solved to a billionth of the span; where a curve stands upright that may be a long way.
          const at = keyIndexAt(keys, shown);
          const spanFrames = at < 0 ? 1 : (keys[at + 1]?.frame ?? keys[at]!.frame + 1) - keys[at]!.frame;
          const near = [-1e-9 * spanFrames, 1e-9 * spanFrames].map((by) =>
            sampleChannel(subject.channels[0]!, shown + by),
          );
          expect(Math.abs(value - sampleChannel(subject.channels[0]!, shown))).toBeLessThan(
            1e-8 + Math.abs(near[1]! - near[0]!),
          );
        });
      },
    ),
  );
});
