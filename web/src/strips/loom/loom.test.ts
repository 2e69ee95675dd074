import {
  type ChartMark,
  createChannel,
  createKey,
  createMotion,
  createSubject,
  type TimingChart,
  timingCharts,
  TRACKS,
} from '@undulan/core';
import { expect, test } from 'vitest';
import { createTimeScale } from '../../time/index.ts';
import { ROOM_PX } from '../kit/index.ts';
import { changedLoom, type LoomPainting, paintLoom } from './paint-loom.ts';
import { extentOf, footX, fractionsWithRoom, isCrowded, railsOf } from './rails.ts';

const WIDTH = 660;
/** 3 px a frame. */
const scale = createTimeScale(1, 201, WIDTH);
const POSITION = TRACKS.find((track) => track.id === 'position')!;
const LOOK = { shape: 'pill', widthPx: 40, heightPx: 20, fill: '#9a6b00' } as const;

/** A lid that rattles from extreme to extreme every `step` frames. */
function rattle(step: number): TimingChart[] {
  const keys = Array.from({ length: 200 / step + 1 }, (_, i) =>
    createKey(1 + i * step, i % 2 === 0 ? 0 : 90, { leave: 'linear' }),
  );
  const lid = {
    ...createSubject('lid', 'Lid', LOOK, { x: 0, y: 0 }),
    channels: [createChannel('position.x', 0, keys)],
  };
  return timingCharts({ ...createMotion([lid]), range: { first: 1, last: 201 } }, lid, POSITION);
}

const rails = railsOf(120);
const NONE: TimingChart[] = [];
const painting = (charts: readonly TimingChart[]): LoomPainting => ({
  charts,
  targets: NONE,
  rails,
  scale,
  colour: '#000',
  dashed: true,
  chosenChart: null,
  chosenFrames: [],
});

/** A canvas context that writes down where threads end, and what is written. */
function recorder() {
  const threads: [number, number][] = [];
  const words: string[] = [];
  const nothing = (): void => undefined;
  let from = 0;
  const context = {
    fillRect: nothing,
    beginPath: nothing,
    setLineDash: nothing,
    stroke: nothing,
    fill: nothing,
    arc: nothing,
    moveTo: (_x: number, y: number) => (from = y),
    lineTo: (x: number, y: number) => from === rails.timeY && threads.push([Math.round(x), y]),
    fillText: (text: string) => words.push(text),
  };
  return { context: context as unknown as CanvasRenderingContext2D, threads, words };
}

test('threads crowd when there are very many for the room, not when a few stand close', () => {
  expect(isCrowded(rattle(10), scale)).toBe(true);
  expect(isCrowded(rattle(10), createTimeScale(1, 40, WIDTH, { first: 1, last: 201 }))).toBe(false);
  expect(isCrowded([], scale)).toBe(false);
});

test('a painted loom has a thread for each drawing, with its foot where the drawing is', () => {
  const charts = rattle(50);
  const { context, threads, words } = recorder();
  paintLoom(context, painting(charts), { from: 0, to: WIDTH });
  const feet = charts.flatMap((chart) =>
    chart.marks.map((mark) => [Math.round(footX(chart, mark, scale)), rails.spaceY]),
  );
  expect(threads.toSorted()).toEqual(feet.toSorted());
  expect(words).toContain('1/2');
});

test('of a change only the charts it reaches are painted anew', () => {
  const charts = rattle(10);
  const bent = {
    ...charts[7]!,
    marks: charts[7]!.marks.map((mark): ChartMark => (mark.frame === 75 ? { ...mark, progress: 1.4 } : mark)),
  };
  const after = charts.map((chart, i) => (i === 7 ? bent : chart));
  const part = changedLoom(painting(charts), painting(after))!;
  expect(part).toEqual({ from: scale.xOf(71) - ROOM_PX, to: extentOf(bent, scale).to + ROOM_PX });
  const { context, threads } = recorder();
  paintLoom(context, painting(after), part);
  expect(threads.length).toBeLessThan(4 * 11 + 1);
  const still = changedLoom(painting(charts), painting([...charts]))!;
  expect(still.to).toBeLessThan(still.from);
  expect(changedLoom(painting(charts), { ...painting(charts), rails: railsOf(90) })).toBeNull();
  expect(changedLoom(painting(charts), { ...painting(charts), chosenChart: charts[3]!, chosenFrames: [35] })).toEqual({
    from: scale.xOf(31) - ROOM_PX,
    to: scale.xOf(41) + ROOM_PX,
  });
});

test('fractions are written where there is room, the simplest first', () => {
  const marks = [0, 1 / 4, 1 / 3, 1 / 2, 0.41, 1].map((progress, i): ChartMark => ({
    frame: 1 + i,
    role: i === 0 || i === 5 ? 'extreme' : 'inbetween',
    progress,
  }));
  const chart: TimingChart = { firstFrame: 1, lastFrame: 101, marks };
  // Over 300 px a quarter and a third are 25 px apart; over half of that a quarter has no room beside the third.
  expect([...fractionsWithRoom(chart, scale).values()].toSorted()).toEqual(['1/2', '1/3', '1/4']);
  expect(fractionsWithRoom(chart, createTimeScale(1, 201, 360))).toEqual(
    new Map([
      [4, '1/2'],
      [3, '1/3'],
    ]),
  );
  // Nor where it would be written into a ring, or into the next segment.
  expect(fractionsWithRoom({ ...chart, lastFrame: 8 }, scale).size).toBe(0);
  // Of several drawings near to a fraction the nearest is the one at it.
  const near = {
    ...chart,
    marks: marks.map((mark, i) =>
      i === 4
        ? { ...mark, progress: 0.503 }
        : i === 3
          ? { ...mark, progress: 0.501 }
          : i === 2
            ? { ...mark, progress: 0.496 }
            : mark,
    ),
  };
  expect(fractionsWithRoom(near, createTimeScale(1, 201, 9000))).toEqual(
    new Map([
      [4, '1/2'],
      [2, '1/4'],
    ]),
  );
});
