import fc from 'fast-check';
import { expect, test } from 'vitest';
import {
  createChannel,
  createKey,
  createMotion,
  createSubject,
  type Key,
  type MotionDocument,
  moveKeys,
  TRACKS,
} from '../motion/index.ts';
import { describeMove, progressInto, timingChartAt, timingCharts, trackProgress } from './index.ts';

const LOOK = { shape: 'glass', widthPx: 40, heightPx: 60, fill: '#0b7a6f' } as const;
const POSITION = TRACKS[0]!;

function glass(x: Key[], y: Key[] = []) {
  return {
    ...createSubject('glass', 'Tea glass', LOOK, { x: 0, y: 0 }),
    channels: [createChannel('position.x', 0, x), createChannel('position.y', 0, y)],
  };
}

test('even spacing is equal steps; smooth spacing crowds at both ends', () => {
  const even = trackProgress(glass([createKey(1, 0, { leave: 'linear' }), createKey(5, 400)]), POSITION, 1, 5);
  expect(Array.from(even)).toEqual([0, 0.25, 0.5, 0.75, 1]);
  const smooth = trackProgress(
    glass([createKey(1, 0, { link: 'flat' }), createKey(25, 600, { link: 'flat' })]),
    POSITION,
    1,
    25,
  );
  expect(smooth[3]! * 600).toBeCloseTo(25.78125, 9);
  expect(smooth[3]! - smooth[2]!).toBeLessThan(smooth[12]! - smooth[11]!);
});

test('one channel goes below 0 on anticipation and above 1 on overshoot', () => {
  expect(Array.from(progressInto(new Float64Array(4), [Float64Array.of(0, -10, 110, 100)]))).toEqual([0, -0.1, 1.1, 1]);
});

test('on a trajectory progress is the length of the way, not the distance', () => {
  const out = progressInto(new Float64Array(3), [Float64Array.of(0, 30, 30), Float64Array.of(0, 0, 10)]);
  expect(Array.from(out)).toEqual([0, 0.75, 1]);
});

test('a chart runs from extreme to extreme, marks each frame and underlines breakdowns; a hold has none', () => {
  const subject = glass([
    createKey(1, 0, { leave: 'linear' }),
    createKey(4, 100, { role: 'breakdown', leave: 'linear' }),
    createKey(5, 400, { leave: 'linear' }),
    createKey(9, 400),
  ]);
  const charts = timingCharts({ ...createMotion([subject]), range: { first: 1, last: 12 } }, subject, POSITION);
  expect(charts).toHaveLength(1);
  expect(charts[0]!.marks.map((mark) => mark.role)).toEqual([
    'extreme',
    'inbetween',
    'inbetween',
    'breakdown',
    'extreme',
  ]);
  expect(charts[0]!.marks[3]!.progress).toBeCloseTo(0.25, 12);
});

test('on twos a chart has every second in-between', () => {
  const subject = { ...glass([createKey(1, 0, { leave: 'linear' }), createKey(9, 400)]), exposure: 2 };
  expect(timingCharts(createMotion([subject]), subject, POSITION)[0]!.marks.map((mark) => mark.frame)).toEqual([
    1, 3, 5, 7, 9,
  ]);
});

test('a chart between keys off whole frames ends on the other key, on twos too, and can be said in words', () => {
  const wide = { ...glass([createKey(-99_999.999, 9e8), createKey(1.001, 1)]), exposure: 2 };
  const motion = { ...createMotion([wide]), range: { first: -100_000, last: 100 } };
  const [chart] = timingCharts(motion, wide, POSITION);
  expect(chart!.marks.at(-1)).toEqual({ frame: 1.001, role: 'extreme', progress: 1 });
  expect(describeMove(motion, wide, POSITION, 0)!.sentence).not.toMatch(/NaN|Infinity|undefined/);
});

test('the one chart a frame is in is that of all; on an extreme the later one, in a standstill the first', () => {
  const keys = [createKey(1, 0), createKey(9, 100), createKey(13, 100), createKey(25, 40)];
  const subject = {
    ...createSubject(
      'drawer',
      'Drawer',
      { shape: 'drawer', widthPx: 40, heightPx: 40, fill: '#9a6b00' },
      { x: 0, y: 0 },
    ),
    channels: [createChannel('rotation', 0, keys)],
  };
  const motion = createMotion([subject]);
  const track = TRACKS.find(({ id }) => id === 'rotation')!;
  const [first, second] = timingCharts(motion, subject, track);
  expect([1, 5, 9, 11, 13, 20, 25, 90].map((frame) => timingChartAt(motion, subject, track, frame))).toEqual([
    first,
    first,
    first,
    first,
    second,
    second,
    second,
    first,
  ]);
});

test('the key that closes a cycle, one past the last frame, ends a chart where it is asked for', () => {
  const keys = [createKey(1, -30), createKey(13, 30), createKey(25, -30)];
  const subject = {
    ...createSubject('ladle', 'Ladle', { shape: 'pill', widthPx: 20, heightPx: 200, fill: '#9a6b00' }, { x: 0, y: 0 }),
    channels: [createChannel('rotation', 0, keys)],
  };
  const motion = { ...createMotion([subject]), range: { first: 1, last: 24 } };
  const track = TRACKS.find(({ id }) => id === 'rotation')!;
  const ends = (closing: boolean) =>
    timingCharts(motion, subject, track, { closing }).map((chart) => [chart.firstFrame, chart.lastFrame]);
  expect([ends(false), ends(true)]).toEqual([
    [[1, 13]],
    [
      [1, 13],
      [13, 25],
    ],
  ]);
  expect(timingChartAt(motion, subject, track, 20, { closing: true })!.firstFrame).toBe(13);
});

test('after a change the charts are those worked out from nothing; those out of its reach are the same', () => {
  const values = [0, 40, -10, 80, 30, 100, 0, 60, 20, 90];
  const keys = values.map((value, i) =>
    createKey(1 + i * 6, value, { role: i % 4 === 2 ? 'breakdown' : 'extreme', link: i % 3 === 0 ? 'flat' : 'auto' }),
  );
  const before: MotionDocument = {
    ...createMotion([glass(keys, [createKey(1, 0), createKey(25, 50), createKey(55, 0)])]),
    range: { first: 1, last: 55 },
  };
  const known = {
    motion: before,
    subject: before.subjects[0]!,
    charts: timingCharts(before, before.subjects[0]!, POSITION),
  };
  fc.assert(
    fc.property(
      fc.nat(keys.length - 1),
      fc.integer({ min: -8, max: 8 }),
      fc.integer({ min: -40, max: 40 }),
      (pick, frames, by) => {
        const after = moveKeys(
          before,
          [{ subjectId: 'glass', channelId: 'position.x', frame: keys[pick]!.frame }],
          frames,
          by,
        ).motion;
        const subject = after.subjects[0]!;
        const charts = timingCharts(after, subject, POSITION, {}, known);
        expect(charts).toEqual(timingCharts(after, subject, POSITION));
      },
    ),
  );
  const nudged = moveKeys(before, [{ subjectId: 'glass', channelId: 'position.x', frame: 1 }], 0, 5).motion;
  const charts = timingCharts(nudged, nudged.subjects[0]!, POSITION, {}, known);
  expect(charts.at(-1)).toBe(known.charts.at(-1));
  expect(charts[0]).not.toBe(known.charts[0]);
});

test('on other drawings, or counted from another frame, no chart is taken over', () => {
  const subject = glass([createKey(1, 0), createKey(13, 90), createKey(25, 0)]);
  const motion = createMotion([subject]);
  const known = { motion, subject, charts: timingCharts(motion, subject, POSITION) };
  const onTwos = { ...subject, exposure: 2 };
  expect(timingCharts(createMotion([onTwos]), onTwos, POSITION, {}, known)[0]!.marks.map((mark) => mark.frame)).toEqual(
    [1, 3, 5, 7, 9, 11, 13],
  );
  expect(timingCharts(motion, subject, POSITION, {}, known)).toEqual(known.charts);
});
