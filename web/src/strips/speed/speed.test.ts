import {
  createChannel,
  createKey,
  createMotion,
  createSubject,
  type MotionDocument,
  moveKeys,
  TRACKS,
} from '@undulan/core';
import fc from 'fast-check';
import { expect, test, vi } from 'vitest';
import { createTimeScale } from '../../time/index.ts';
import { createValueScale, ROOM_PX } from '../kit/index.ts';
import { changedSpeed, paintSpeed, type SpeedPainting } from './paint-speed.ts';
import { figuresOf, knobsOf } from './speed-figures.ts';
import { channelLine, keptPieces, pathLine, type SpeedLine } from './speed-lines.ts';

const FILM = { num: 24, den: 1 };
const POSITION = TRACKS.find((track) => track.id === 'position')!;
const LOOK = { shape: 'pill', widthPx: 40, heightPx: 20, fill: '#9a6b00' } as const;
const KEYS = 40;

/** A lid that rattles: keys every five frames on two channels. */
function rattle(): MotionDocument {
  const channels = (['position.x', 'position.y'] as const).map((id, c) =>
    createChannel(
      id,
      0,
      Array.from({ length: KEYS }, (_, i) =>
        createKey(1 + i * 5, 40 * Math.sin(i * (1.3 + c)), { link: i % 3 === 0 ? 'flat' : 'auto' }),
      ),
    ),
  );
  return createMotion([{ ...createSubject('lid', 'Lid', LOOK, { x: 0, y: 0 }), channels }]);
}
const motion = rattle();
const lid = motion.subjects[0]!;
const movedLid = (pick: number, frames: number, by: number) =>
  moveKeys(motion, [{ subjectId: 'lid', channelId: 'position.x', frame: 1 + pick * 5 }], frames, by).motion
    .subjects[0]!;

test('after a change the speed is that worked out from nothing, and what it does not reach is taken over', () => {
  const alone = channelLine('lid', lid.channels[0]!, FILM);
  const way = pathLine(lid, POSITION, FILM);
  fc.assert(
    fc.property(
      fc.nat(KEYS - 1),
      fc.integer({ min: -6, max: 6 }),
      fc.integer({ min: -30, max: 30 }),
      (pick, frames, by) => {
        const after = movedLid(pick, frames, by);
        const one = channelLine(
          'lid',
          after.channels[0]!,
          FILM,
          keptPieces(alone, lid, after, { channelIds: ['position.x'] }),
        );
        const anew = channelLine('lid', after.channels[0]!, FILM);
        expect([one.pieces, one.ways]).toEqual([anew.pieces, anew.ways]);
        expect(pathLine(after, POSITION, FILM, keptPieces(way, lid, after, POSITION)).pieces).toEqual(
          pathLine(after, POSITION, FILM).pieces,
        );
      },
    ),
    { numRuns: 30 },
  );
  const after = movedLid(20, 0, 9);
  const pieces = channelLine(
    'lid',
    after.channels[0]!,
    FILM,
    keptPieces(alone, lid, after, { channelIds: ['position.x'] }),
  ).pieces;
  expect(pieces.filter((piece) => !alone.pieces.includes(piece))).toHaveLength(4);
});

test('peak, average and jumps are those of the whole line', () => {
  const channel = createChannel('position.x', 0, [
    createKey(1, 0, { leave: 'linear' }),
    createKey(13, 240, { leave: 'linear' }),
    createKey(25, 300),
  ]);
  const line = channelLine('lid', channel, FILM);
  const { peak, average, jumps } = figuresOf(line, FILM);
  expect(peak.speed).toBeCloseTo(480, 6);
  expect(average).toBeCloseTo(300, 6);
  expect(jumps).toEqual([13]);
  expect(knobsOf(line).map(({ keyFrame, side, speed }) => [keyFrame, side, Math.round(speed)])).toEqual([
    [1, 'out', 480],
    [13, 'in', 480],
    [13, 'out', 120],
    [25, 'in', 120],
  ]);
});

test('the average is travel by time also where the speed has no bound or the way is a jump', () => {
  for (const leave of ['circ-out', 'expo-in', 'step', 'bounce-out'] as const) {
    const channel = createChannel('position.x', 0, [createKey(1, 0, { leave }), createKey(13, 240)]);
    const travel = leave === 'bounce-out' ? 240 * (1 + 2 * (1 / 4 + 1 / 16 + 1 / 64)) : 240;
    const { average } = figuresOf(channelLine('lid', channel, FILM), FILM);
    expect(average / travel / 2).toBeCloseTo(1, leave === 'bounce-out' ? 2 : 9);
  }
});

test('a painted speed is painted anew where it changed and where keys came to be selected', () => {
  const scale = createTimeScale(1, 201, 660);
  const values = createValueScale([-2000, 2000], 100, false, 1);
  const painting = (line: SpeedLine, selected: number[] = []): SpeedPainting => ({
    pieces: line.pieces,
    keyFrames: line.keyFrames,
    knobs: knobsOf(line),
    jumps: [],
    selected,
    values,
    scale,
    heightPx: 100,
  });
  const before = channelLine('lid', lid.channels[0]!, FILM);
  const after = movedLid(20, 0, 9);
  const line = channelLine(
    'lid',
    after.channels[0]!,
    FILM,
    keptPieces(before, lid, after, { channelIds: ['position.x'] }),
  );
  const part = changedSpeed(painting(before), painting(line))!;
  expect([part.from, part.to]).toEqual([scale.xOf(86) - ROOM_PX, scale.xOf(111) + ROOM_PX]);
  expect(changedSpeed(painting(before), painting(before, [51]))).toEqual({
    from: scale.xOf(51) - ROOM_PX,
    to: scale.xOf(51) + ROOM_PX,
  });
  expect(changedSpeed(painting(before), { ...painting(before), heightPx: 90 })).toBeNull();
  vi.stubGlobal('Path2D', class {});
  let points = 0;
  const nothing = (): void => undefined;
  const context = {
    fillRect: nothing,
    arc: nothing,
    fill: nothing,
    beginPath: nothing,
    setLineDash: nothing,
    stroke: nothing,
    moveTo: () => points++,
    lineTo: () => points++,
  };
  paintSpeed(context as unknown as CanvasRenderingContext2D, painting(line), part);
  // Of 39 pieces of 33 points those in the part and the ones that touch it.
  expect(points).toBeLessThan(9 * 33);
});
