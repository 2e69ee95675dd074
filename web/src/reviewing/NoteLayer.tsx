import type { Drawing, Note } from '@undulan/contract';
import type { MotionDocument } from '@undulan/core';
import { useCallback, useState } from 'react';
import { DRAWING_COLOUR, DrawingPad, type DrawingTool, NO_DRAWING, type Spot } from '../picture/drawing/index.ts';
import { drawShifted, type StageDrawing, subjectAt } from '../picture/stage/index.ts';
import { useClock, useOnFrame } from '../time/index.ts';

/** A note being written, as far as it is drawn over the picture. */
export interface DrawingDraft {
  /** On the shared ruler. */
  frame: number;
  drawing: Drawing;
  spot: Spot | null;
  tool: DrawingTool | null;
  onDrawing: (drawing: Drawing) => void;
  onSpot: (spot: Spot) => void;
}

type Pinned = Pick<Note, 'frame' | 'lastFrame' | 'drawing' | 'spot'>;

function isOn({ frame, lastFrame }: Pick<Note, 'frame' | 'lastFrame'>, at: number): boolean {
  const nearest = Math.round(at);
  return nearest >= frame && nearest <= (lastFrame ?? frame);
}

/** What lies over the take at a frame: the draft while one is drawn, else the notes that are pinned there. */
function pinnedAt(notes: readonly Pinned[], draft: DrawingDraft | null, at: number): readonly Pinned[] {
  return draft ? [{ ...draft, lastFrame: null }] : notes.filter((note) => isOn(note, at));
}

/** Draws the corrected poses of the notes on a frame onto the take's picture. */
export function useGhosts(
  take: MotionDocument,
  toTake: (frame: number) => number,
  notes: readonly Pinned[],
  draft: DrawingDraft | null,
): StageDrawing {
  return useCallback(
    (context, at) => {
      for (const { frame, drawing } of pinnedAt(notes, draft, at)) {
        for (const ghost of drawing?.ghosts ?? []) {
          const subject = take.subjects.find((other) => other.id === ghost.subjectId);
          if (subject) drawShifted(context, take, subject, toTake(frame), ghost, DRAWING_COLOUR);
        }
      }
    },
    [take, toTake, notes, draft],
  );
}

interface NoteLayerProps {
  take: MotionDocument;
  toTake: (frame: number) => number;
  notes: readonly Pinned[];
  draft: DrawingDraft | null;
}

const nothing = (): void => undefined;

/** Over the take's picture: the lines of the notes on this frame; while a note is drawn, the pad to draw on. */
export function NoteLayer({ take, toTake, notes, draft }: NoteLayerProps) {
  const clock = useClock();
  const [at, setAt] = useState(clock.frame);
  // Only a frame with other notes on it is drawn anew.
  useOnFrame(useCallback((frame) => setAt((known) => (sameNotes(notes, known, frame) ? known : frame)), [notes]));
  if (draft) {
    const own = toTake(draft.frame);
    const pick = ({ x, y }: Spot, canvas: HTMLCanvasElement): string | null => {
      const context = canvas.getContext('2d');
      return (context && subjectAt(context, take, own, x, y)?.id) ?? null;
    };
    return (
      <DrawingPad
        motion={take}
        frame={own}
        drawing={draft.drawing}
        spot={draft.spot}
        tool={draft.tool}
        subjectAt={pick}
        onDrawing={draft.onDrawing}
        onSpot={draft.onSpot}
      />
    );
  }
  const here = pinnedAt(notes, null, at);
  return (
    <>
      {here.map((note, i) => (
        <DrawingPad
          key={i}
          motion={take}
          frame={toTake(note.frame)}
          drawing={note.drawing ?? NO_DRAWING}
          spot={note.spot}
          tool={null}
          subjectAt={() => null}
          onDrawing={nothing}
          onSpot={nothing}
        />
      ))}
    </>
  );
}

function sameNotes(notes: readonly Pinned[], a: number, b: number): boolean {
  return notes.every((note) => isOn(note, a) === isOn(note, b));
}
