import { createMotion } from '@undulan/core';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import type { MaskFrame, SkinsOf } from './skin-mask.ts';
import { drawAhead, putSkins } from './skins-ahead.ts';

const MASK_FRAME: MaskFrame = { width: 96, height: 54, scale: 0.1, left: 0, top: 0, style: 'filled', chosen: '' };
const skin = (under: number): SkinsOf => ({
  under,
  skins: [{ frame: under - 1, colour: '#7a4a9e', dashed: false, opacity: 0.3 }],
});

let drawnHere = 0;
let workers: { asked: unknown[]; answer: (frame: number) => void; ended: boolean }[] = [];

afterEach(() => void vi.useRealTimers());
beforeEach(() => {
  vi.useFakeTimers();
  drawnHere = 0;
  workers = [];
  const image = () => ({ close: vi.fn() });
  vi.stubGlobal(
    'OffscreenCanvas',
    class {
      getContext = () => ({
        setTransform: vi.fn(),
        getTransform: () => ({ a: 1, b: 0, c: 0, d: 1, e: 0, f: 0 }),
        save: vi.fn(),
        restore: vi.fn(),
      });
      transferToImageBitmap = () => {
        drawnHere++;
        return image();
      };
    },
  );
  vi.stubGlobal(
    'Worker',
    class {
      constructor() {
        workers.push(this);
      }
      asked: unknown[] = [];
      ended = false;
      answer: (frame: number) => void = () => undefined;
      addEventListener(_: string, listen: (event: { data: unknown }) => void): void {
        this.answer = (frame) => listen({ data: { under: frame, image: image() } });
      }
      postMessage(asked: unknown): void {
        this.asked.push(asked);
      }
      terminate(): void {
        this.ended = true;
      }
    },
  );
});

function put(motion: ReturnType<typeof createMotion>, frame: number, maskFrame = MASK_FRAME) {
  const context = { save: vi.fn(), restore: vi.fn(), resetTransform: vi.fn(), drawImage: vi.fn(), globalAlpha: 1 };
  putSkins(context as unknown as CanvasRenderingContext2D, motion, maskFrame, skin(frame));
  return context;
}

test('a skin that was drawn ahead is only laid down; one that was not is drawn now, once', () => {
  const motion = createMotion([]);
  drawAhead(motion, MASK_FRAME, [skin(4), skin(5)]);
  drawAhead(motion, MASK_FRAME, [skin(4), skin(5)]);
  // Not before the frame that asked is drawn.
  expect(workers).toHaveLength(0);
  vi.runAllTimers();
  expect(workers).toHaveLength(1);
  // The motion itself, then each skin once, though asked for twice.
  expect(workers[0]!.asked).toEqual([{ motion, maskFrame: MASK_FRAME }, skin(4), skin(5)]);
  workers[0]!.answer(4);
  expect(put(motion, 4).drawImage).toHaveBeenCalledTimes(1);
  expect(drawnHere).toBe(0);
  put(motion, 5);
  put(motion, 5);
  expect(drawnHere).toBe(1);
});

test('of a motion that was changed nothing old is shown', () => {
  const motion = createMotion([]);
  drawAhead(motion, MASK_FRAME, [skin(4)]);
  vi.runAllTimers();
  workers[0]!.answer(4);
  const changed = { ...motion, range: { first: 1, last: 12 } };
  put(changed, 4);
  expect(drawnHere).toBe(1);
  expect(workers[0]!.ended).toBe(true);
  // What was about to be asked for is not, once the motion is another, or which skins are chosen.
  drawAhead(changed, MASK_FRAME, [skin(6)]);
  put(changed, 6, { ...MASK_FRAME, chosen: 'others' });
  vi.runAllTimers();
  expect(workers).toHaveLength(1);
});

test('a browser without workers draws them itself', () => {
  vi.stubGlobal('Worker', undefined);
  const motion = createMotion([]);
  drawAhead(motion, MASK_FRAME, [skin(4)]);
  put(motion, 4);
  expect(drawnHere).toBe(1);
});
