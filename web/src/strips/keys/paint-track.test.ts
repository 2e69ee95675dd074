import { createKey } from '@undulan/core';
import { expect, test } from 'vitest';
import { createTimeScale } from '../../time/index.ts';
import { ROOM_PX } from '../kit/index.ts';
import { changedSum, paintSum } from './paint-sum.ts';
import { changedTrack, paintTrack } from './paint-track.ts';

const frames = Array.from({ length: 101 }, (_, i) => i + 1);
/** 6 px a frame. */
const scale = createTimeScale(1, 101, 660);
const ALL = { from: 0, to: 660 };

/** A canvas context that writes down rectangles and arcs. */
function recorder() {
  const did: string[] = [];
  const nothing = (): void => undefined;
  const context = {
    fillStyle: '',
    strokeStyle: '',
    globalAlpha: 1,
    lineWidth: 1,
    fillRect: (...box: number[]) => did.push(`rect ${box.map(Math.round).join(' ')} ${context.globalAlpha}`),
    arc: (x: number, y: number, r: number) => did.push(`arc ${Math.round(x)} ${y} ${r}`),
    roundRect: (...box: number[]) => did.push(`tab ${box.map(Math.round).join(' ')} ${context.globalAlpha}`),
    beginPath: nothing,
    moveTo: nothing,
    lineTo: nothing,
    quadraticCurveTo: nothing,
    stroke: nothing,
    fill: nothing,
    setLineDash: nothing,
  };
  return { context: context as unknown as CanvasRenderingContext2D, did };
}

test('a crowded row shows every key in view by its role, and bands where the motion rests', () => {
  const keys = [
    createKey(1, 0),
    createKey(2, 0, { role: 'breakdown' }),
    createKey(3, 5, { role: 'inbetween', leave: 'linear' }),
    createKey(4, 9, { leave: 'step' }),
  ];
  const paint = { scale, y: 15, spacingPx: 5.6, colour: '#000', selected: [] };
  const plain = recorder();
  paintTrack(plain.context, { ...paint, keys }, ALL);
  // The band between the equal keys, a tick and its underline, a tick, and the two extremes as rings of two squares
  // each.
  expect(plain.did).toEqual([
    'rect 30 13 6 5 0.25',
    'rect 35 7 2 16 1',
    'rect 34 25 5 2 1',
    'rect 41 7 2 16 1',
    'rect 28 13 5 5 1',
    'rect 29 14 3 3 1',
    'rect 46 13 5 5 1',
    'rect 47 14 3 3 1',
  ]);
  const roomier = recorder();
  paintTrack(roomier.context, { ...paint, keys: [keys[0]!, keys[3]!], spacingPx: 11 }, ALL);
  expect(roomier.did.filter((what) => what.startsWith('arc'))).toEqual(['arc 30 15 5', 'arc 48 15 5']);
});

test('in the sum of crowded rows selected frames stand out, hollow or pale as the others are', () => {
  const paint = { scale, y: 10.5, colour: '#000', selected: [2] };
  const tight = recorder();
  paintSum(tight.context, { ...paint, frames: [1, 2], spacingPx: 2 }, ALL);
  expect(tight.did).toEqual(['rect 29 5 3 11 0.45', 'tab 32 5 9 11 2 1']);
  const loose = recorder();
  paintSum(loose.context, { ...paint, frames: [1, 2], spacingPx: 7.8 }, ALL);
  expect(loose.did).toHaveLength(3);
});

test('selected keys are painted large, after the others, unless they are very many', () => {
  const paint = { scale, y: 15, spacingPx: 5.6, colour: '#000' };
  const keys = frames.map((frame) => createKey(frame, frame % 7));
  const few = recorder();
  paintTrack(few.context, { ...paint, keys, selected: [50] }, ALL);
  expect(few.did.at(-1)).toBe('arc 324 15 6');
  const many = recorder();
  paintTrack(many.context, { ...paint, keys, selected: frames }, ALL);
  expect(many.did.some((what) => what.startsWith('arc'))).toBe(false);
});

test('a painted row is painted anew about the keys that changed and marks selected, and nowhere else', () => {
  const keys = frames.map((frame) => createKey(frame, frame % 7));
  const paint = { scale, y: 15, spacingPx: 5.6, colour: '#000', selected: [] };
  const moved = keys.map((key) => (key.frame === 50 ? { ...key, leave: 'step' as const } : key));
  const { from, to } = changedTrack({ ...paint, keys }, { ...paint, keys: moved })!;
  expect([from, to]).toEqual([scale.xOf(49) - ROOM_PX, scale.xOf(51) + ROOM_PX]);
  const part = recorder();
  paintTrack(part.context, { ...paint, keys: moved }, { from, to });
  expect(part.did.length).toBeLessThan(25);
  const selected = changedTrack({ ...paint, keys, selected: [20, 30] }, { ...paint, keys, selected: [30, 31] })!;
  expect([selected.from, selected.to]).toEqual([scale.xOf(20) - ROOM_PX, scale.xOf(31) + ROOM_PX]);
  const nothing = changedSum({ ...paint, frames }, { ...paint, frames })!;
  expect(nothing.to).toBeLessThan(nothing.from);
  expect(changedSum({ ...paint, frames }, { ...paint, frames, spacingPx: 7 })).toBeNull();
});

test('what leaves and comes back between equal keys has no bar as a hold; what is flat between them has one', () => {
  const bars = (out: number): string[] => {
    const { context, did } = recorder();
    const key = createKey(41, 50, { link: 'broken', out: { frames: 10, value: out } });
    const keys = [createKey(1, 0), key, createKey(81, 50), createKey(101, 0)];
    paintTrack(context, { keys, scale, y: 15, spacingPx: 20, colour: '#000000', selected: [] }, ALL);
    return did.filter((line) => line.endsWith(' 0.25'));
  };
  expect(bars(30)).toEqual([]);
  expect(bars(0)).toHaveLength(1);
});
