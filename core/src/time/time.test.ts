import fc from 'fast-check';
import { expect, test } from 'vitest';
import {
  exposedFrame,
  formatRate,
  frameCount,
  parseRange,
  parseRate,
  Rate,
  RATE_PRESETS,
  runningSeconds,
  travelSeconds,
} from './index.ts';

const FILM: Rate = { num: 24, den: 1 };

test('24 frames at 24 fps run 1.000 s, and keys on 1 and 25 are 1.000 s apart', () => {
  expect(runningSeconds({ first: 1, last: 24 }, FILM)).toBe(1);
  expect(travelSeconds(1, 25, FILM)).toBe(1);
  expect(travelSeconds(1, 24, FILM)).toBeCloseTo(0.958, 3);
  expect(frameCount({ first: 1, last: 49 })).toBe(49);
  expect(runningSeconds({ first: 1, last: 49 }, FILM)).toBeCloseTo(2.042, 3);
});

test('a rate is read as an exact ratio', () => {
  expect(parseRate('24')).toEqual({ ok: true, value: FILM });
  expect(parseRate('12.5 fps')).toEqual({ ok: true, value: { num: 25, den: 2 } });
  expect(parseRate('23.976')).toEqual({ ok: true, value: { num: 24000, den: 1001 } });
  expect(parseRate('29.97')).toEqual({ ok: true, value: { num: 30000, den: 1001 } });
  expect(parseRate('60000/1001')).toEqual({ ok: true, value: { num: 60000, den: 1001 } });
});

test.each([
  ['0', 'rate-out-of-range'],
  ['241', 'rate-out-of-range'],
  ['24/0', 'rate-not-a-number'],
  ['fast', 'rate-not-a-number'],
  ['', 'rate-not-a-number'],
  ['-24', 'rate-out-of-range'],
])('the rate "%s" is refused as %s', (text, code) => {
  expect(parseRate(text)).toMatchObject({ ok: false, issues: [{ code }] });
});

test('whatever is typed as a rate within bounds is one that can be kept', () => {
  for (const text of ['123.456789', '239.9999999', '1/3 + 20', '12345677/1000001', '0,5 × 24'])
    expect(Rate.safeParse((parseRate(text) as { value?: unknown }).value).success, text).toBe(true);
});

test('every preset reads back from its label', () => {
  for (const rate of RATE_PRESETS) expect(parseRate(formatRate(rate))).toEqual({ ok: true, value: rate });
});

test('any rate within limits typed as a ratio is a valid rate of that value', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 200_000 }), fc.integer({ min: 1, max: 1001 }), (num, den) => {
      fc.pre(num / den >= 1 && num / den <= 240);
      const parsed = parseRate(`${num}/${den}`);
      expect(parsed.ok && Rate.parse(parsed.value)).toBeTruthy();
      if (parsed.ok) expect(parsed.value.num * den).toBe(parsed.value.den * num);
    }),
  );
});

test('a range is read, or refused at the field that is wrong', () => {
  expect(parseRange('1', '25', FILM)).toEqual({ ok: true, value: { first: 1, last: 25 } });
  expect(parseRange('25', '1', FILM)).toMatchObject({
    ok: false,
    issues: [{ code: 'last-before-first', path: ['last'] }],
  });
  expect(parseRange('one', '25', FILM)).toMatchObject({
    ok: false,
    issues: [{ code: 'frame-not-whole', path: ['first'] }],
  });
  expect(parseRange('1', '2.5', FILM)).toMatchObject({
    ok: false,
    issues: [{ code: 'frame-not-whole', path: ['last'] }],
  });
  expect(['2s', '36f', '+36', '00:00:01:12'].map((text) => parseRange('101', text, FILM))).toEqual(
    [148, 136, 136, 136].map((last) => ({ ok: true, value: { first: 101, last } })),
  );
  expect(parseRange('', '9e9', FILM)).toMatchObject({
    ok: false,
    issues: [{ path: ['first'] }, { code: 'frame-out-of-range' }],
  });
});

test('on twos from frame 1, frame 4 still shows the drawing of frame 3', () => {
  expect([1, 2, 3, 4, 5].map((frame) => exposedFrame(frame, 1, 2))).toEqual([1, 1, 3, 3, 5]);
  expect(exposedFrame(7.5, 1, 1)).toBe(7.5);
});
