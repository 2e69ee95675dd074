import { createChannel, createKey, createKeyedSubject, createMotion, packColour, unpackColour } from '@undulan/core';
import { expect, test } from 'vitest';
import { laneGradient, laneLine } from './lane-curves.ts';
import { fitPart, movingPart } from './lane-view.ts';

const LOOK = { shape: 'box', widthPx: 40, heightPx: 20, fill: '#9a6b00' } as const;
const slide = {
  ...createMotion([
    createKeyedSubject(
      'box',
      'Box',
      LOOK,
      { x: 100, y: 200 },
      {
        'position.x': [createKey(3, 100, { leave: 'linear' }), createKey(13, 400)],
      },
    ),
  ]),
  range: { first: 1, last: 25 },
};

test('a curve shows what moves most, in its own numbers; a speed what is gone a second', () => {
  const curve = laneLine(slide, 'curve')!;
  expect([curve.label, curve.low, curve.high, curve.keys]).toEqual(['Position', 100, 400, [3, 13]]);
  expect(curve.points.find(({ frame }) => frame === 8)!.value).toBe(250);
  const speed = laneLine(slide, 'speed')!;
  // 30 px a frame at 24 fps.
  expect([speed.low, Math.round(speed.high), speed.unit]).toEqual([0, 720, 'px/s']);
  expect(laneLine(createMotion([]), 'curve')).toBeNull();
});

test('a long motion is a line of no more points than can be seen', () => {
  const long = { ...slide, range: { first: 1, last: 100_000 } };
  expect(laneLine(long, 'curve')!.points.length).toBeLessThanOrEqual(481);
});

test('a band of value: before the first key and after the last nothing changes', () => {
  const { stops, keys, says } = laneGradient(slide)!;
  const colourAt = (frame: number) => stops.find(({ at }) => Math.abs(at - (frame - 1) / 24) < 1e-9)!.colour;
  expect(says).toBe('Position');
  expect(keys.map((at) => Math.round(at * 24) + 1)).toEqual([3, 13]);
  expect(colourAt(1)).toBe(colourAt(3));
  expect(colourAt(13)).toBe(colourAt(25));
  expect(colourAt(8)).not.toBe(colourAt(3));
});

test('colour shows in its own colours, opacity as how much of the fill is there', () => {
  const [box] = slide.subjects;
  const [red, blue] = [packColour('#cc3300'), packColour('#0033cc')];
  const glowing = {
    ...box!,
    channels: [...box!.channels, createChannel('fill', red, [createKey(1, red), createKey(25, blue)])],
  };
  const { stops } = laneGradient({ ...slide, subjects: [glowing] })!;
  expect([stops[0]!.colour, stops.at(-1)!.colour]).toEqual([unpackColour(red), unpackColour(blue)]);
  const fading = createKeyedSubject(
    'steam',
    'Steam',
    LOOK,
    { x: 0, y: 0 },
    { opacity: [createKey(1, 100), createKey(25, 0)] },
  );
  const faded = laneGradient({ ...slide, subjects: [fading] })!;
  expect(faded.says).toBe('Opacity');
  expect([faded.stops[0]!.colour, faded.stops.at(-1)!.colour]).toEqual([
    'color-mix(in srgb, #9a6b00 100%, transparent)',
    'color-mix(in srgb, #9a6b00 0%, transparent)',
  ]);
});

test('the part of the stage where something moves fills the picture; all of it where nothing does', () => {
  const part = movingPart([slide]);
  // From 80 to 420 px and 190 to 210 px, with a tenth of the way about it.
  expect([part.left, part.widthPx]).toEqual([80 - 34, 340 + 68]);
  expect([part.top, part.heightPx]).toEqual([190 - 34, 20 + 68]);
  expect(movingPart([createMotion([])])).toEqual({ left: 0, top: 0, widthPx: 960, heightPx: 540 });
  const { scale, x, y } = fitPart(part, 816, 400);
  expect(scale).toBe(2);
  // The middle of the part is in the middle of the picture.
  expect([x + (part.left + part.widthPx / 2) * scale, y + (part.top + part.heightPx / 2) * scale]).toEqual([408, 200]);
});
