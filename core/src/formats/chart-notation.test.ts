import { expect, test } from 'vitest';
import {
  applyChart,
  channelOf,
  chartOf,
  createChannel,
  createKey,
  createMotion,
  createSubject,
  type Key,
  type MotionDocument,
  readChart,
  writeChart,
} from '../index.ts';

const LOOK = { shape: 'drawer', widthPx: 200, heightPx: 80, fill: '#9a6b00' } as const;
const X = { subjectId: 'drawer', channelId: 'position.x' } as const;
const drawer = (...keys: Key[]): MotionDocument =>
  createMotion([
    {
      ...createSubject('drawer', 'Drawer', LOOK, { x: 130, y: 0 }),
      channels: [createChannel('position.x', 130, keys)],
    },
  ]);
const keysOf = (motion: MotionDocument): Key[] => channelOf(motion, 'drawer', 'position.x').keys;
const plain = { share: null, value: null, keyFrames: null };

function read(text: string) {
  const chart = readChart(text);
  if (!chart.ok) throw new Error(chart.issues[0]!.message);
  return chart.value;
}

test('a chart is read as it is written: extremes, breakdowns (fraction, percent, decimal), values, tolerances', () => {
  expect(read('1 · 5 · 9 = 1/2 · 25')).toEqual([
    { frame: 1, ...plain },
    { frame: 5, ...plain },
    { frame: 9, ...plain, share: 0.5 },
    { frame: 25, ...plain },
  ]);
  expect(read('1 (130) · 9 = 75% · 12.5=.1 · 25 (−590.5) ± 2')).toEqual([
    { frame: 1, ...plain, value: 130 },
    { frame: 9, ...plain, share: 0.75 },
    { frame: 12.5, ...plain, share: 0.1 },
    { frame: 25, ...plain, value: -590.5, keyFrames: 2 },
  ]);
  expect(read('1, 9 = 1/3, 25').map((mark) => mark.share)).toEqual([null, 1 / 3, null]);
});

test('a table of a table program reads as the same chart, with or without names of its columns', () => {
  const written = read('1 (0) · 9 = 1/2 · 25 (600) ± 2');
  expect(read('frame,share,value,tolerance\r\n1,,0,\r\n9,1/2,,\r\n25,,600,2\r\n')).toEqual(written);
  expect(read('tolerance\tvalue\tframe\tshare\n\t0\t1\t\n\t\t9\t0.5\n2\t600\t25\t')).toEqual(written);
  expect(read('1,,0\n9,50%\n25,,600,2')).toEqual(written);
});

test.each([
  ['1 · nine · 25', 'not a drawing'],
  ['1 · 9 = half · 25', 'not a drawing'],
  ['1 · 9 = 1/0 · 25', 'no share'],
  ['1 · 9 = -.1 · 25', 'a share is from 0 to 1'],
  ['1 · 9 = 104 % · 25', 'a share is from 0 to 1'],
  ['1', 'two extremes'],
  ['', 'two extremes'],
  ['1 · 25 · 25', 'does not come after'],
  ['1 = 1/2 · 9 · 25', 'no extreme on both sides'],
  ['1 · 9 = 1/2 (40) · 25', 'share and a value'],
  ['1 · 25 ± 900', 'tolerance'],
  ['share,value\n1,2\n3,4', 'called “frame”'],
])('“%s” is refused with the reason', (text, reason) => {
  const chart = readChart(text);
  expect(chart.ok).toBe(false);
  if (!chart.ok) expect(chart.issues[0]!.message).toContain(reason);
});

test('frames outside the range are refused, but for the one past it that closes a cycle', () => {
  const range = { first: 1, last: 24 };
  expect(readChart('1 · 25', range).ok).toBe(true);
  for (const outside of ['0 · 25', '1 · 26'])
    expect(readChart(outside, range)).toMatchObject({ ok: false, issues: [{ code: 'chart-range' }] });
});

test('a chart keys a channel: extremes keep their values and how they leave, breakdowns stand at their shares', () => {
  const before = drawer(
    createKey(1, 0, { leave: 'linear' }),
    createKey(13, 200, { role: 'breakdown' }),
    createKey(21, 600),
  );
  const { motion, keys, gaveWay } = applyChart(before, X, read('3 · 9 = 1/4 · 25'));
  expect(keysOf(motion).map(({ frame, value, role, leave }) => [frame, value, role, leave])).toEqual([
    [3, 0, 'extreme', 'linear'],
    [9, 150, 'breakdown', 'linear'],
    [25, 600, 'extreme', 'curve'],
  ]);
  expect(keys.map((key) => key.frame)).toEqual([3, 9, 25]);
  expect(gaveWay.map((key) => key.frame)).toEqual([1, 13, 21]);
});

test('an extreme with no value to take is asked for; a channel without keys begins where it rests', () => {
  const empty = drawer();
  expect(applyChart(empty, X, read('1 · 25'))).toMatchObject({
    motion: empty,
    refused: expect.stringContaining('25 (230)') as string,
  });
  expect(keysOf(applyChart(empty, X, read('1 · 13 = 2/3 · 25 (430)')).motion).map((key) => key.value)).toEqual([
    130, 330, 430,
  ]);
});

test('what a channel is keyed by is written so that it keys the same', () => {
  const motion = drawer(
    createKey(1, 0),
    createKey(9, 150, { role: 'breakdown' }),
    createKey(25, 600),
    createKey(37, 600, { role: 'breakdown' }),
    createKey(49, 100),
  );
  const text = writeChart(chartOf(channelOf(motion, 'drawer', 'position.x')));
  expect(text).toBe('1 (0) · 9 = 1/4 · 25 (600) · 37 = 0 · 49 (100)');
  expect(keysOf(applyChart(motion, X, read(text)).motion).map((key) => [key.frame, key.value])).toEqual(
    keysOf(motion).map((key) => [key.frame, key.value]),
  );
});
