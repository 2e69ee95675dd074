import type { KeyboardEvent, PointerEvent } from 'react';
import { DRAWING_COLOUR, type Spot } from './strokes.ts';

/** The turning handle stands so far above the pivot, in line widths. */
export const HANDLE_AT = 16;

interface GhostHandleProps {
  stands: Spot;
  turn: number;
  /** Of the lines of a drawing. */
  width: number;
  onTurn: (event: PointerEvent<SVGElement>) => void;
  onKeyDown: (event: KeyboardEvent) => void;
}

/** A corrected pose by its pivot, with a handle to turn it. */
export function GhostHandle({ stands, turn, width, onTurn, onKeyDown }: GhostHandleProps) {
  const angle = ((turn - 90) * Math.PI) / 180;
  const knob = {
    x: stands.x + Math.cos(angle) * width * HANDLE_AT,
    y: stands.y + Math.sin(angle) * width * HANDLE_AT,
  };
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label="Corrected pose"
      aria-description="Arrow keys move it, with Shift by ten; with Alt, left and right turn it."
      onKeyDown={onKeyDown}
    >
      <line x1={stands.x} y1={stands.y} x2={knob.x} y2={knob.y} stroke={DRAWING_COLOUR} strokeWidth={width * 0.5} />
      <circle cx={stands.x} cy={stands.y} r={width * 1.4} fill={DRAWING_COLOUR} />
      <circle
        cx={knob.x}
        cy={knob.y}
        r={width * 3}
        fill="var(--page)"
        stroke={DRAWING_COLOUR}
        strokeWidth={width * 0.6}
        className="cursor-grab"
        onPointerDown={(event) => {
          event.stopPropagation();
          onTurn(event);
        }}
      >
        <title>Drag to turn</title>
      </circle>
    </g>
  );
}
