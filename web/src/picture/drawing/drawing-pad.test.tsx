import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import type { Drawing } from '@undulan/contract';
import { createMotion, createSubject } from '@undulan/core';
import { Tooltip } from 'radix-ui';
import { useEffect, useState } from 'react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { DrawingPad, type DrawingTool } from './DrawingPad.tsx';
import { DrawingTools } from './DrawingTools.tsx';
import { NO_DRAWING } from './DrawnStrokes.tsx';
import type { Spot } from './strokes.ts';

const LOOK = { shape: 'glass', widthPx: 74, heightPx: 108, fill: '#b5651d' } as const;
const motion = createMotion([createSubject('glass', 'Tea glass', LOOK, { x: 300, y: 200 })]);
let drawing: Drawing;
let spot: Spot | null;

const report = (drawn: Drawing, pinned: Spot | null): void => {
  drawing = drawn;
  spot = pinned;
};

/** The pad at half the stage's size, so that a pixel on the screen is two of the stage. */
function Pad() {
  const [drawn, setDrawn] = useState(NO_DRAWING);
  const [pinned, setPinned] = useState<Spot | null>(null);
  const [tool, setTool] = useState<DrawingTool | null>(null);
  useEffect(() => report(drawn, pinned));
  return (
    <Tooltip.Provider>
      <DrawingTools
        tool={tool}
        drawing={drawn}
        hasSpot={pinned !== null}
        onTool={setTool}
        onDrawing={setDrawn}
        onSpotGone={() => setPinned(null)}
      />
      <canvas />
      <DrawingPad
        motion={motion}
        frame={1}
        drawing={drawn}
        spot={pinned}
        tool={tool}
        subjectAt={({ x, y }) => (Math.hypot(x - 300, y - 200) < 60 ? 'glass' : null)}
        onDrawing={setDrawn}
        onSpot={setPinned}
      />
    </Tooltip.Provider>
  );
}

const choose = (name: string): void => void fireEvent.click(screen.getByRole('button', { name }));
/** Moves the pointer over screen pixels with the button down. */
function sweep(on: Element, points: [number, number][], end: 'up' | 'escape' = 'up'): void {
  const [first, ...rest] = points.map(([clientX, clientY]) => ({ clientX, clientY, pointerId: 1, button: 0 }));
  act(() => void fireEvent.pointerDown(on, first));
  for (const point of rest) act(() => void fireEvent.pointerMove(window, point));
  act(
    () => void (end === 'up' ? fireEvent.pointerUp(window, rest.at(-1)) : fireEvent.keyDown(window, { key: 'Escape' })),
  );
}

beforeEach(() => {
  vi.spyOn(Element.prototype, 'getBoundingClientRect').mockReturnValue({
    left: 0,
    top: 0,
    width: 480,
    height: 270,
    right: 480,
    bottom: 270,
    x: 0,
    y: 0,
    toJSON: () => '',
  });
  render(<Pad />);
});
afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

const over = (): Element => screen.getByRole('group', { name: 'Drawing over the frame' });

test('an arrow, an arc and a pen line are drawn in stage pixels and taken back; Escape draws nothing', () => {
  choose('Arrow');
  sweep(over(), [
    [10, 20],
    [60, 20],
    [110, 20],
  ]);
  expect(drawing.strokes).toEqual([
    {
      kind: 'arrow',
      points: [
        { x: 20, y: 40 },
        { x: 220, y: 40 },
      ],
    },
  ]);
  choose('Arc');
  sweep(over(), [
    [0, 50],
    [50, 0],
    [100, 50],
  ]);
  expect(drawing.strokes[1]!.points[1]).toEqual({ x: 100, y: 0 });
  choose('Pen');
  sweep(
    over(),
    [
      [0, 0],
      [40, 40],
    ],
    'escape',
  );
  expect(drawing.strokes).toHaveLength(2);
  sweep(over(), [
    [0, 0],
    [40, 40],
  ]);
  expect(drawing.strokes[2]).toEqual({
    kind: 'pen',
    points: [
      { x: 0, y: 0 },
      { x: 80, y: 80 },
    ],
  });
  choose('Take back the last line');
  expect(drawing.strokes.map(({ kind }) => kind)).toEqual(['arrow', 'arc']);
  choose('Clear');
  expect(drawing).toEqual(NO_DRAWING);
  expect(screen.getByRole('button', { name: 'Take back the last line' }).getAttribute('aria-disabled')).toBe('true');
});

test('a corrected pose is dragged from where it is, turned by its handle, moved by keys, let go by Escape', () => {
  choose('Pose');
  sweep(over(), [
    [20, 20],
    [60, 60],
  ]);
  expect(drawing.ghosts, 'nothing stands there').toEqual([]);
  sweep(over(), [
    [150, 100],
    [170, 105],
    [190, 110],
  ]);
  expect(drawing.ghosts).toEqual([{ subjectId: 'glass', dx: 80, dy: 20, turn: 0 }]);
  const ghost = screen.getByRole('button', { name: 'Corrected pose' });
  // The handle stands above the pivot, which is at 380, 220 of the stage: from straight up to straight right.
  sweep(ghost.querySelector('circle:last-child')!, [
    [190, 70],
    [220, 80],
    [230, 110],
  ]);
  expect(drawing.ghosts[0]!.turn).toBe(90);
  fireEvent.keyDown(ghost, { key: 'ArrowLeft', shiftKey: true });
  fireEvent.keyDown(ghost, { key: 'ArrowRight', altKey: true });
  expect(drawing.ghosts[0]).toEqual({ subjectId: 'glass', dx: 70, dy: 20, turn: 91 });
  sweep(
    over(),
    [
      [185, 110],
      [300, 200],
    ],
    'escape',
  );
  expect(drawing.ghosts[0]).toEqual({ subjectId: 'glass', dx: 70, dy: 20, turn: 91 });
});

test('a spot is pinned where the picture is pressed', () => {
  choose('Spot');
  sweep(over(), [[100, 50]], 'escape');
  expect(spot).toEqual({ x: 200, y: 100 });
  choose('Clear');
  expect(spot).toBeNull();
});
