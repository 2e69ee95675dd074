import type { Drawing, Stroke } from '@undulan/contract';
import { DRAWING_COLOUR, lineWidthOn, pathsOf, type Spot } from './strokes.ts';

/** Lines drawn over a frame, inside an SVG in stage pixels; the spot a note is pinned to as a ring. */
export function DrawnStrokes({
  strokes,
  spot,
  stageWidthPx,
}: {
  strokes: readonly Stroke[];
  spot: Spot | null;
  stageWidthPx: number;
}) {
  const width = lineWidthOn(stageWidthPx);
  return (
    <g fill={DRAWING_COLOUR} stroke={DRAWING_COLOUR} strokeLinecap="round" strokeLinejoin="round">
      {strokes.map((stroke, i) => {
        const { fill, line } = pathsOf(stroke, width);
        return (
          <g key={i} data-stroke={stroke.kind}>
            {line && <path d={line} fill="none" strokeWidth={width} />}
            {fill && <path d={fill} strokeWidth={0.5} />}
          </g>
        );
      })}
      {spot && (
        <g data-stroke="spot">
          <circle cx={spot.x} cy={spot.y} r={width * 4} fill="none" strokeWidth={width * 0.8} />
          <circle cx={spot.x} cy={spot.y} r={width} stroke="none" />
        </g>
      )}
    </g>
  );
}

export const NO_DRAWING: Drawing = { strokes: [], ghosts: [] };

export function isEmptyDrawing({ strokes, ghosts }: Drawing): boolean {
  return strokes.length === 0 && ghosts.length === 0;
}
