import { createChannel, createKey } from '@undulan/core';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { curveScales } from './curve-scales.ts';
import { draggedHandle, KEEPS_NOTHING } from './handle-drag.ts';

const PX_PER_FRAME = 20;
const PX_PER_UNIT = 0.5;
const handle = { frames: 4, value: 60 };
const lengthOf = ({ frames, value }: { frames: number; value: number }): number =>
  Math.hypot(frames * PX_PER_FRAME, value * PX_PER_UNIT);
const angleOf = ({ frames, value }: { frames: number; value: number }): number =>
  Math.atan2(value * PX_PER_UNIT, frames * PX_PER_FRAME);
const drag = (move: { dxPx: number; dyPx: number; level?: boolean }, keeps = KEEPS_NOTHING) =>
  draggedHandle(handle, { level: false, ...move }, PX_PER_FRAME, PX_PER_UNIT, keeps);

test('a handle goes where the pointer goes, level when asked', () => {
  expect(drag({ dxPx: 20, dyPx: -10 })).toEqual({ frames: 5, value: 40 });
  expect(drag({ dxPx: 20, dyPx: -10, level: true })).toEqual({ frames: 5, value: 0 });
});

test('a kept length or angle is kept as it looks on the strip, wherever the pointer goes', () => {
  fc.assert(
    fc.property(fc.integer({ min: -300, max: 300 }), fc.integer({ min: -300, max: 300 }), (dxPx, dyPx) => {
      fc.pre(Math.hypot(dxPx + 80, dyPx + 30) > 1);
      expect(lengthOf(drag({ dxPx, dyPx }, { length: true, angle: false }))).toBeCloseTo(lengthOf(handle), 6);
      const along = drag({ dxPx, dyPx }, { length: false, angle: true });
      if (lengthOf(along) > 1e-9) expect(angleOf(along)).toBeCloseTo(angleOf(handle), 6);
      const both = drag({ dxPx, dyPx }, { length: true, angle: true });
      if (lengthOf(both) > 1e-9) {
        expect(both.frames).toBeCloseTo(handle.frames, 6);
        expect(both.value).toBeCloseTo(handle.value, 6);
      }
    }),
  );
});

const RANGE = { first: 1, last: 25 };
const x = createChannel('position.x', 0, [createKey(1, 0), createKey(25, 600)]);
const travel = createChannel('skew.x', 0, [createKey(1, 10), createKey(25, 30)]);
const turn = createChannel('rotation', 0, [createKey(1, 0), createKey(25, 90)]);

test('curves of one unit share a scale, or each has its own; a target fits in; normalised, all fill the height', () => {
  const shared = curveScales([x, travel, turn], [], 'shared', RANGE, 200);
  expect(shared.get('rotation')!.values.pxPerUnit).toBeCloseTo(shared.get('skew.x')!.values.pxPerUnit, 9);
  expect(shared.get('position.x')!.high).toBe(600);
  const own = curveScales([x, travel, turn], [], 'own', RANGE, 200);
  expect(Math.abs(own.get('skew.x')!.values.pxPerUnit)).toBeGreaterThan(
    Math.abs(own.get('rotation')!.values.pxPerUnit),
  );
  const target = createChannel('position.x', 0, [createKey(1, -100), createKey(25, 900)]);
  expect(curveScales([x], [target], 'own', RANGE, 200).get('position.x')).toMatchObject({ low: -100, high: 900 });
  for (const { values, low, high } of curveScales([x, travel, turn], [], 'normalised', RANGE, 200).values()) {
    expect(Math.abs(values.yOf(high) - values.yOf(low))).toBeCloseTo(200 * 0.72, 6);
  }
});
