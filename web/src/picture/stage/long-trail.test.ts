import { createChannel, createKey, createMotion, createSubject, type MotionDocument, moveKeys } from '@undulan/core';
import fc from 'fast-check';
import { beforeEach, expect, test, vi } from 'vitest';
import { changedPart, putLongTrail } from './long-trail.ts';

/** A canvas that counts the dots put on it, and remembers which pictures were. */
class Canvas {
  width: number;
  height: number;
  dots: string[] = [];
  constructor(width: number, height: number) {
    this.width = width;
    this.height = height;
    made.push(this);
  }
  getContext() {
    const nothing = (): void => undefined;
    const dot = (x: number, y: number, w: number): void =>
      void this.dots.push(`${Math.floor(x)} ${Math.floor(y)} ${w}`);
    return {
      canvas: this,
      getTransform: () => ({ a: 1, b: 0, c: 0, d: 1, e: 0, f: 0 }),
      save: nothing,
      restore: nothing,
      resetTransform: nothing,
      setLineDash: nothing,
      beginPath: nothing,
      lineTo: nothing,
      stroke: nothing,
      fillRect: dot,
      strokeRect: dot,
      drawImage: (image: Canvas) => this.dots.push(...image.dots),
    };
  }
}
let made: Canvas[] = [];

beforeEach(() => {
  made = [];
  vi.stubGlobal('OffscreenCanvas', Canvas);
});

const LOOK = { shape: 'pill', widthPx: 40, heightPx: 20, fill: '#9a6b00' } as const;
const LAST = 400;

/** A lid that goes up and down every ten frames, for long. */
function rattle(): MotionDocument {
  const lid = createSubject('lid', 'Lid', LOOK, { x: 100, y: 100 });
  const channels = (['position.x', 'position.y'] as const).map((id) =>
    createChannel(
      id,
      100,
      Array.from({ length: LAST / 10 }, (_, i) =>
        createKey(1 + i * 10, 100 + 40 * Math.sin(i * (id === 'position.x' ? 1 : 2))),
      ),
    ),
  );
  return { ...createMotion([{ ...lid, channels }]), range: { first: 1, last: LAST } };
}

/** The dots a trail of the motion leaves on a canvas, in no order. */
function put(motion: MotionDocument, name: string): string[] {
  const canvas = new Canvas(960, 540);
  putLongTrail(canvas.getContext() as unknown as CanvasRenderingContext2D, name, {
    motion,
    subject: motion.subjects[0]!,
    colour: '#c8451b',
    dashed: true,
  });
  return canvas.dots.sort();
}

const raised = (motion: MotionDocument, frame: number, by: number, frames = 0): MotionDocument =>
  moveKeys(motion, [{ subjectId: 'lid', channelId: 'position.y', frame }], frames, by).motion;

test('while a key is dragged the trail is as drawn from nothing, and only the part about the key is drawn', () => {
  const motion = rattle();
  put(motion, 'dragged');
  let drawnAnew = 0;
  for (const [i, by] of [4, 9, 15, 2, -20, 0].entries()) {
    const now = raised(motion, 201, by, i % 3);
    const before = made.length;
    expect(put(now, 'dragged')).toEqual(put(now, `fresh ${by} ${i}`));
    // The two canvases put on, and the one of the trail drawn from nothing; one more where the dragged one needed
    // another hole.
    drawnAnew += made.length - before - 3;
  }
  expect(drawnAnew).toBeLessThanOrEqual(2);
});

test('the same motion is put down again as it is; a change of very much is drawn as a whole', () => {
  const motion = rattle();
  put(motion, 'still');
  const before = made.length;
  put(motion, 'still');
  expect(made.length - before).toBe(1);
  const all = motion.subjects[0]!.channels[1]!.keys.map(({ frame }) => ({
    subjectId: 'lid',
    channelId: 'position.y' as const,
    frame,
  }));
  const lifted = moveKeys(motion, all, 0, 12).motion;
  expect(put(lifted, 'still')).toEqual(put(lifted, 'lifted from nothing'));
});

test('the part in which trails differ begins and ends with frames that do', () => {
  const places = Array.from({ length: 50 }, (_, i) => ({ x: i, y: 0, keyed: false }));
  fc.assert(
    fc.property(fc.uniqueArray(fc.nat(49), { maxLength: 8 }), (indices) => {
      const after = places.map((place, i) => (indices.includes(i) ? { ...place, keyed: true } : place));
      const { from, to } = changedPart(places, after);
      if (indices.length === 0) expect(to).toBeLessThan(from);
      else expect([from, to]).toEqual([Math.min(...indices), Math.max(...indices)]);
    }),
  );
});
