import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { ClipPicture } from './ClipPicture.tsx';
import type { ClipPictures } from './use-clip-pictures.ts';

/** A clip of 640 × 360 that is shown at half its size. */
const CLIP = { width: 640, height: 360, pictures: [{}], seconds: [0], isWhole: true } as unknown as ClipPictures;
const SHOWN = { left: 0, top: 0, width: 320, height: 180 };
const SPOT = { x: 100, y: 60 };

let pointed: { x: number; y: number }[];
const picture = (): HTMLElement => screen.getByRole('button', { name: 'Picture 1 of the clip' });
const last = (): { x: number; y: number } | undefined => pointed.at(-1);

/** The pointer pressed at the first of some places of the screen, moved over the others, and let go. */
function sweep(...places: [x: number, y: number][]): void {
  const [first, ...rest] = places.map(([clientX, clientY]) => ({ clientX, clientY, pointerId: 1, button: 0 }));
  fireEvent.pointerDown(picture(), first);
  for (const place of rest) fireEvent.pointerMove(window, place);
}
const letGo = ([clientX, clientY]: [x: number, y: number]): void =>
  void fireEvent.pointerUp(window, { clientX, clientY, pointerId: 1 });

beforeEach(() => {
  pointed = [];
  vi.spyOn(Element.prototype, 'getBoundingClientRect').mockReturnValue(SHOWN as DOMRect);
  vi.stubGlobal(
    'ResizeObserver',
    class {
      constructor(private readonly tell: (entries: { contentRect: typeof SHOWN }[]) => void) {}
      observe = (): void => act(() => this.tell([{ contentRect: SHOWN }]));
      disconnect = (): void => undefined;
    },
  );
  render(<ClipPicture clip={CLIP} track={null} number={0} spot={SPOT} onPoint={(place) => pointed.push(place)} />);
});
afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

test('pressed, it is pointed at there, in pixels of the clip', () => {
  sweep([200, 150]);
  letGo([200, 150]);
  expect(pointed).toEqual([{ x: 400, y: 300 }]);
});

test('a spot is dragged by where it was taken hold of, and is not pointed at before it is let go', () => {
  // Four pixels beside its middle: that is how far beside it the pointer stays.
  sweep([54, 30], [80, 40], [114, 70]);
  expect(pointed).toEqual([]);
  letGo([114, 70]);
  expect(last()!.x).toBeCloseTo(220, 6);
  expect(last()!.y).toBeCloseTo(140, 6);
});

test('what is pressed away from the spot is pointed at where the pointer is let go', () => {
  sweep([200, 150], [210, 160]);
  letGo([210, 160]);
  expect(last()).toEqual({ x: 420, y: 320 });
});

test('a drag that Escape ends points at nothing; one beyond the edge ends within the picture', () => {
  sweep([50, 30], [90, 90]);
  fireEvent.keyDown(window, { key: 'Escape' });
  letGo([90, 90]);
  expect(pointed).toEqual([]);
  sweep([50, 30], [900, -40]);
  letGo([900, -40]);
  expect(last()).toEqual({ x: 639, y: 0 });
});

test('another button of the mouse points at nothing', () => {
  fireEvent.pointerDown(picture(), { clientX: 20, clientY: 20, pointerId: 1, button: 2 });
  letGo([20, 20]);
  expect(pointed).toEqual([]);
});

test('by keyboard a cross goes from the middle, and Enter points at where it is', () => {
  fireEvent.keyDown(picture(), { key: 'Enter' });
  expect(last()).toEqual({ x: 320, y: 180 });
  fireEvent.keyDown(picture(), { key: 'ArrowRight', shiftKey: true });
  fireEvent.keyDown(picture(), { key: 'ArrowUp' });
  fireEvent.keyDown(picture(), { key: 'Enter' });
  expect(last()!.x).toBeCloseTo(360, 6);
  expect(last()!.y).toBeCloseTo(174, 6);
  // Left, it begins anew from the middle.
  fireEvent.blur(picture());
  fireEvent.keyDown(picture(), { key: 'Enter' });
  expect(last()).toEqual({ x: 320, y: 180 });
});
