import type { Drawing } from '@undulan/contract';
import { ArrowUpRight, type LucideIcon, MapPin, Move, PenLine, Spline, Undo2 } from 'lucide-react';
import { Button, Toggle } from '../../ui/index.ts';
import type { DrawingTool } from './DrawingPad.tsx';
import { isEmptyDrawing, NO_DRAWING } from './DrawnStrokes.tsx';

const TOOLS: { tool: DrawingTool; label: string; says: string; Icon: LucideIcon }[] = [
  { tool: 'pen', label: 'Pen', says: 'Draw over the frame by hand', Icon: PenLine },
  { tool: 'arrow', label: 'Arrow', says: 'Drag from tail to head', Icon: ArrowUpRight },
  { tool: 'arc', label: 'Arc', says: 'Drag along the arc: it becomes a clean one', Icon: Spline },
  { tool: 'pose', label: 'Pose', says: 'Drag a subject to where it should be; turn it by its handle', Icon: Move },
  { tool: 'spot', label: 'Spot', says: 'Press the place on the picture that the note is about', Icon: MapPin },
];

interface DrawingToolsProps {
  tool: DrawingTool | null;
  drawing: Drawing;
  hasSpot: boolean;
  onTool: (tool: DrawingTool | null) => void;
  onDrawing: (drawing: Drawing) => void;
  onSpotGone: () => void;
}

/** What to draw over the frame with; and taking the last of it back. */
export function DrawingTools({ tool, drawing, hasSpot, onTool, onDrawing, onSpotGone }: DrawingToolsProps) {
  const back = (): void => {
    if (drawing.strokes.length > 0) onDrawing({ ...drawing, strokes: drawing.strokes.slice(0, -1) });
    else if (drawing.ghosts.length > 0) onDrawing({ ...drawing, ghosts: drawing.ghosts.slice(0, -1) });
    else onSpotGone();
  };
  const nothing = isEmptyDrawing(drawing) && !hasSpot;
  return (
    <div role="group" aria-label="Draw over the frame" className="flex items-center gap-1">
      {TOOLS.map(({ tool: own, label, says, Icon }) => (
        <Toggle
          key={own}
          small
          square
          on={tool === own}
          aria-label={label}
          tip={`${label}: ${says}`}
          onClick={() => onTool(tool === own ? null : own)}
        >
          <Icon size={14} />
        </Toggle>
      ))}
      <Button
        small
        square
        kind="quiet"
        aria-label="Take back the last line"
        tip="Take back the last line"
        disabledReason={nothing && 'Nothing is drawn.'}
        onClick={back}
      >
        <Undo2 size={14} />
      </Button>
      {!nothing && (
        <Button
          small
          kind="quiet"
          onClick={() => {
            onDrawing(NO_DRAWING);
            onSpotGone();
          }}
        >
          Clear
        </Button>
      )}
    </div>
  );
}
