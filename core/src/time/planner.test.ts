import fc from 'fast-check';
import { expect, test } from 'vitest';
import {
  averageRuns,
  convertFrame,
  convertRange,
  COUNT,
  type Exact,
  exposedDrawings,
  formatExact,
  formatRuler,
  formatTimecode,
  LENGTH,
  type Measure,
  parseQuantity,
  parseRuler,
  parseTime,
  parseTimecode,
  planCounts,
  planDistance,
  type Rate,
  RATE_PRESETS,
  readRun,
  RULER_UNIT_NAMES,
  SPEED,
  TEMPO,
  tempoFor,
  tempoOf,
  toNumber,
  withPixels,
} from './index.ts';

const FILM: Rate = { num: 24, den: 1 };
const DROP_30: Rate = { num: 30000, den: 1001 };
const DROP_60: Rate = { num: 60000, den: 1001 };

function amount(text: string, measure: Measure, assumed: string): Exact {
  const parsed = parseQuantity(text, measure, assumed);
  if (!parsed.ok) throw new Error(parsed.issues[0]!.message);
  return parsed.value;
}

test('drop-frame timecode reads the printed labels', () => {
  const labels: [number, string][] = [
    [1799, '00:00:59;29'],
    [1800, '00:01:00;02'],
    [17982, '00:10:00;00'],
    [107892, '01:00:00;00'],
  ];
  for (const [frame, label] of labels) {
    expect(formatTimecode(frame, DROP_30)).toBe(label);
    expect(parseTimecode(label, DROP_30)).toEqual({ ok: true, value: frame });
  }
  expect(formatTimecode(3600, DROP_60)).toBe('00:01:00;04');
  expect(formatTimecode(48, FILM)).toBe('00:00:02:00');
  expect(formatTimecode(24, { num: 24000, den: 1001 })).toBe('00:00:01:00');
});

test('a label that does not exist is an error that says so', () => {
  const skipped = parseTimecode('00:01:00;00', DROP_30);
  expect(skipped).toMatchObject({ ok: false, issues: [{ code: 'timecode-skipped' }] });
  expect(!skipped.ok && skipped.issues[0]!.message).toContain('The next one is 00:01:00;02.');
  expect(parseTimecode('00:10:00;00', DROP_30).ok).toBe(true);
  for (const [text, code] of [
    ['00:60:00:00', 'timecode-out-of-range'],
    ['00:00:00:24', 'timecode-out-of-range'],
    ['1:2', 'timecode-not-read'],
    ['00:00:01;00', 'timecode-not-read'],
  ] as const) {
    expect(parseTimecode(text, FILM)).toMatchObject({ ok: false, issues: [{ code }] });
  }
});

test('every unit of the ruler reads back what it writes, at every preset, to the thousandth of a frame', () => {
  const anyRate = fc.constantFrom(...RATE_PRESETS, { num: 25, den: 2 }, { num: 240, den: 1 });
  fc.assert(
    fc.property(
      anyRate,
      fc.integer({ min: -3_000_000, max: 200_000_000 }),
      fc.constantFrom(...RULER_UNIT_NAMES),
      (rate, grains, unit) => {
        const frame = grains / 1000;
        expect(parseRuler(formatRuler(frame, unit, rate), rate)).toEqual({ ok: true, value: frame });
      },
    ),
  );
});

test('consecutive frames have consecutive labels: none is skipped but those drop-frame skips', () => {
  for (const rate of [DROP_30, DROP_60]) {
    const labels = Array.from({ length: 40_000 }, (_, frame) => formatTimecode(frame, rate));
    expect(new Set(labels).size).toBe(labels.length);
    const wrong = labels.findIndex((label, frame) => {
      const parsed = parseTimecode(label, rate);
      return !parsed.ok || parsed.value !== frame;
    });
    expect(wrong).toBe(-1);
  }
});

test('the ruler writes seconds, milliseconds and fractions, and reads what people type', () => {
  expect(RULER_UNIT_NAMES.map((unit) => formatRuler(17.25, unit, FILM))).toEqual([
    '17.25',
    '0.71875 s',
    '718.75 ms',
    '00:00:00:17.25',
    '17 1/4',
  ]);
  for (const [text, frames] of [
    ['2.5s', 60],
    ['48f', 48],
    ['2500 ms', 60],
    ['00:00:02:00', 48],
    ['17 1/4', 17.25],
    ['0,5 s', 12],
    ['2 min', 2880],
    ['12', 12],
    ['1½ s', 36],
    ['1 1/2 s', 36],
    ['3 feet 8', 56],
    ['1s + 6', 30],
    ['2 × 1s − 3f', 45],
    ['00:00:01:00 + 12', 36],
    ['(1+2)*4', 12],
    ['1s/4', 6],
  ] as const) {
    expect(parseRuler(text, FILM)).toEqual({ ok: true, value: frames });
  }
  expect(parseRuler('2', FILM, 'seconds')).toEqual({ ok: true, value: 48 });
  expect(parseRuler('2 * 3', FILM, 'seconds')).toEqual({ ok: true, value: 144 });
  expect(parseRuler('2 + 12f', FILM, 'seconds')).toEqual({ ok: true, value: 60 });
  for (const text of [
    '',
    'soon',
    '1/0 s',
    '3 kg',
    '1.2.3',
    '2s*2s',
    '4 / 2s',
    '(2',
    '1 000',
    '1e9999',
    '9'.repeat(300),
  ])
    expect(parseRuler(text, FILM)).toMatchObject({ ok: false, issues: [{ code: 'time-not-read' }] });
  const third = parseTime('1/3 s', FILM);
  expect(third.ok && third.value).toEqual({ num: 8, den: 1 });
});

test('keys carried from 24 to 25 fps by seconds fall where the model says, with each rounding', () => {
  const change = { from: FILM, to: { num: 25, den: 1 }, policy: 'keep-seconds', first: 1 } as const;
  const converted = [1, 13, 25, 49].map((frame) => convertFrame(frame, change));
  expect(converted.map((key) => key.to)).toEqual([1, 13.5, 26, 51]);
  expect(converted.map((key) => key.whole)).toEqual([1, 14, 26, 51]);
  expect(converted[1]!.roundingFrames).toBe(0.5);
  expect(converted[1]!.roundingSeconds).toBe(0.02);
  expect(convertRange({ first: 1, last: 48 }, change).range).toEqual({ first: 1, last: 50 });
  expect(convertRange({ first: 1, last: 49 }, { ...change, policy: 'keep-frames' }).range).toEqual({
    first: 1,
    last: 49,
  });
  expect(convertFrame(13, { ...change, policy: 'keep-frames' }).to).toBe(13);
});

test('to another rate and back by seconds is where it was', () => {
  const rate = fc.constantFrom(...RATE_PRESETS);
  fc.assert(
    fc.property(
      rate,
      rate,
      fc.integer({ min: -500, max: 5000 }),
      fc.integer({ min: -10, max: 10 }),
      (from, to, frame, first) => {
        const { exact } = convertFrame(frame, { from, to, policy: 'keep-seconds', first });
        const back = convertFrame(exact.num / exact.den, { from: to, to: from, policy: 'keep-seconds', first });
        expect(back.to).toBeCloseTo(frame, 6);
      },
    ),
  );
});

test('6 m at three speeds take 576, 288 and 57.6 frames; the slowest sets the range', () => {
  const movers = ['0.25', '0.5', '2.5'].map((speed) => ({
    metresPerSecond: amount(speed, SPEED, 'm/s'),
    lengthMetres: null,
  }));
  const plan = planDistance(amount('6', LENGTH, 'm'), movers, FILM);
  expect(plan.movers.map((mover) => mover.answer.frames)).toEqual([576, 288, 57.6]);
  expect(plan.slowest).toBe(0);
  expect(plan.framesForAll).toBe(576);
  expect(plan.movers[2]!.answer).toMatchObject({ isWhole: false, rounded: 58, exact: { num: 288, den: 5 } });
  expect(plan.movers[2]!.answer.roundingFrames).toBeCloseTo(0.4, 12);
});

test('a step longer than the mover strobes', () => {
  const mover = (length: string) =>
    planDistance(
      amount('6 m', LENGTH, 'm'),
      [{ metresPerSecond: amount('2.4 m/s', SPEED, 'm/s'), lengthMetres: amount(length, LENGTH, 'm') }],
      FILM,
    ).movers[0]!;
  expect(mover('10 cm')).toMatchObject({ stepShare: 1, strobes: false });
  expect(mover('9 cm').strobes).toBe(true);
});

test('4 counts at 90 bpm are 64 frames; at 92 they are not whole, and 90 and 96 are the nearest tempi that are', () => {
  const four = amount('4', COUNT, 'counts');
  expect(planCounts(four, amount('90', TEMPO, 'bpm'), FILM).whole).toMatchObject({ frames: 64, isWhole: true });
  const off = planCounts(four, amount('92', TEMPO, 'bpm'), FILM);
  expect(off.whole.frames).toBeCloseTo(62.61, 2);
  expect(off.whole.isWhole).toBe(false);
  expect(formatExact(off.whole.exact)).toBe('62 14/23');
  expect(off.tempi).toEqual({ below: 90, above: 96 });
  expect(off.rates).toEqual({ below: { num: 23, den: 1 }, above: { num: 46, den: 1 } });
  expect(off.exactTempi.map(({ frames, bpm }) => [frames, formatExact(bpm)])).toEqual([
    [63, '91 3/7'],
    [62, '92 28/31'],
  ]);
  expect(toNumber(tempoFor(four, 63, FILM))).toBeCloseTo(91.43, 2);
});

test('whatever the counts and tempo, the tempi and rates offered do come out whole', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 32 }),
      fc.oneof(fc.integer({ min: 1, max: 600 }), fc.constantFrom(1, 600)),
      fc.constantFrom(...RATE_PRESETS),
      (counts, bpm, rate) => {
        const plan = planCounts({ num: counts, den: 1 }, { num: bpm, den: 1 }, rate);
        for (const tempo of [plan.tempi.below, plan.tempi.above])
          if (tempo) expect(planCounts({ num: counts, den: 1 }, { num: tempo, den: 1 }, rate).whole.isWhole).toBe(true);
        for (const other of [plan.rates.below, plan.rates.above])
          if (other) expect(planCounts({ num: counts, den: 1 }, { num: bpm, den: 1 }, other).whole.isWhole).toBe(true);
        expect(Math.abs(plan.whole.roundingFrames)).toBeLessThanOrEqual(0.5);
      },
    ),
    { numRuns: 40 },
  );
});

test('lengths and speeds are read with their units, exactly', () => {
  expect(amount('6 ft', LENGTH, 'm')).toEqual({ num: 1143, den: 625 });
  expect(amount('5 ft 11 in', LENGTH, 'm')).toEqual({ num: 9017, den: 5000 });
  expect(toNumber(amount('36 km/h', SPEED, 'm/s'))).toBe(10);
  expect(toNumber(amount('10 mph', SPEED, 'm/s'))).toBeCloseTo(4.4704, 12);
  expect(toNumber(amount('250', withPixels(LENGTH, { num: 100, den: 1 }), 'px'))).toBe(2.5);
  expect(parseQuantity('2 kg', LENGTH, 'm')).toMatchObject({
    ok: false,
    issues: [{ code: 'unit-unknown', message: '"kg" is not a unit of length here. Known: m, cm, mm, ft, in.' }],
  });
  expect(parseQuantity('far', LENGTH, 'm')).toMatchObject({ ok: false, issues: [{ code: 'quantity-not-read' }] });
  expect(parseQuantity('', LENGTH, 'm').ok).toBe(false);
  for (const outside of ['0 m', '−2 m', '1/10 mm'])
    expect(parseQuantity(outside, LENGTH, 'm')).toMatchObject({
      ok: false,
      issues: [{ code: 'quantity-out-of-range', message: 'A length is from 0.001 to 100000 m.' }],
    });
  expect(parseQuantity('9999999999 m', LENGTH, 'm')).toMatchObject({
    ok: false,
    issues: [{ code: 'quantity-out-of-range' }],
  });
});

test('acted-out runs become beats at the rate, average beat by beat, and suggest a tempo', () => {
  expect(readRun([1000, 1500, 2250], FILM).map((beat) => [beat.seconds, beat.frames, beat.rounded])).toEqual([
    [0, 0, 0],
    [0.5, 12, 12],
    [1.25, 30, 30],
  ]);
  const averaged = averageRuns([
    [0, 480, 1000],
    [10, 530, 1030],
    [0, 300],
  ]);
  expect(averaged.meanMs).toEqual([0, 500, 1010]);
  expect(averaged.spreadMs[1]).toBe(20);
  expect(averaged.left).toBe(1);
  expect(tempoOf([0, 500, 1000, 1500])).toBe(120);
  expect(tempoOf([7])).toBeNull();
});

test('on threes ten frames take four drawings, the last of one frame', () => {
  expect(exposedDrawings({ first: 1, last: 10 }, 3)).toEqual([
    { frame: 1, holdFrames: 3 },
    { frame: 4, holdFrames: 3 },
    { frame: 7, holdFrames: 3 },
    { frame: 10, holdFrames: 1 },
  ]);
});
