import { cleanup, render, renderHook } from '@testing-library/react';
import type { Note } from '@undulan/contract';
import { createMotion, createSubject } from '@undulan/core';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { NO_DRAWING } from '../picture/drawing/index.ts';
import { ClockProvider } from '../time/index.ts';
import { type DrawingDraft, NoteLayer, useGhosts } from './NoteLayer.tsx';

const LOOK = { shape: 'glass', widthPx: 74, heightPx: 108, fill: '#b5651d' } as const;
const take = createMotion([createSubject('glass', 'Tea glass', LOOK, { x: 300, y: 200 })]);
const same = (frame: number): number => frame;
const note = (frame: number, lastFrame: number | null, dx: number): Note => ({
  id: `n${frame}`,
  frame,
  lastFrame,
  subjectId: null,
  spot: null,
  text: 'There.',
  done: false,
  replies: [],
  drawing: {
    strokes: [
      {
        kind: 'arrow',
        points: [
          { x: 0, y: 0 },
          { x: dx, y: 0 },
        ],
      },
    ],
    ghosts: [{ subjectId: 'glass', dx, dy: 0, turn: 0 }],
  },
});
const notes = [note(5, null, 10), note(9, 14, 20)];
const draft: DrawingDraft = {
  frame: 20,
  drawing: { ...NO_DRAWING, ghosts: [{ subjectId: 'glass', dx: 77, dy: 0, turn: 0 }] },
  spot: null,
  tool: null,
  onDrawing: () => undefined,
  onSpot: () => undefined,
};

/** How far the corrected poses drawn at a frame are shifted. */
function shiftsAt(frame: number, drawn: DrawingDraft | null = null): number[] {
  const shifts: number[] = [];
  const nothing = (): void => undefined;
  const context = {
    save: nothing,
    restore: nothing,
    rotate: nothing,
    transform: nothing,
    fill: nothing,
    stroke: nothing,
    translate: (x: number) => shifts.push(x),
  };
  renderHook(() => useGhosts(take, same, notes, drawn)).result.current(
    context as unknown as CanvasRenderingContext2D,
    frame,
  );
  // To where it should be, and back by where it turns about.
  return shifts.filter((_, i) => i % 2 === 0).map((x) => x - 300);
}

beforeEach(
  () =>
    void vi.stubGlobal(
      'Path2D',
      class {
        roundRect = () => undefined;
        moveTo = () => undefined;
        lineTo = () => undefined;
        quadraticCurveTo = () => undefined;
        closePath = () => undefined;
      },
    ),
);
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

test('what is drawn lies over the frames of its note and over no other; a draft alone while there is one', () => {
  expect([1, 5, 6, 9, 11.4, 14, 15].map((frame) => shiftsAt(frame))).toEqual([[], [10], [], [20], [20], [20], []]);
  expect(shiftsAt(5, draft)).toEqual([77]);
});

test('the lines of the notes on the playhead’s frame are over the picture, and take no presses', () => {
  const show = (first: number) =>
    render(
      <ClockProvider range={{ first, last: 25 }} rate={{ num: 24, den: 1 }}>
        <NoteLayer take={take} toTake={same} notes={notes} draft={null} />
      </ClockProvider>,
    ).container;
  expect(show(1).querySelectorAll('[data-stroke="arrow"]')).toHaveLength(0);
  const there = show(9);
  expect(there.querySelector('[data-stroke="arrow"] path')?.getAttribute('d')).toBe('M0 0L20 0');
  expect(there.querySelector('svg')?.getAttribute('class')).toContain('pointer-events-none');
});
