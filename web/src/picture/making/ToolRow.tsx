import { type Shape, SHAPES } from '@undulan/core';
import { Brush, ChevronDown, Hand, Image, Pencil, Route, Shapes, SquareDashedMousePointer, Type } from 'lucide-react';
import type { ComponentType } from 'react';
import { Menu, MenuItem, Toggle } from '../../ui/index.ts';
import { SHAPE_NAMES } from '../stage/index.ts';
import { type Tool, TOOLS, type ToolSettings } from './tool.ts';

const LOOKS: Record<Tool, { label: string; says: string; icon: ComponentType<{ size: number }> }> = {
  pose: { label: 'Pose', says: 'Move, turn, size and skew subjects', icon: Hand },
  points: { label: 'Points', says: 'Points of a drawing or path: move, bend, add', icon: SquareDashedMousePointer },
  pencil: { label: 'Pencil', says: 'Draw lines of one width', icon: Pencil },
  brush: { label: 'Brush', says: 'Draw lines as wide as the pen is pressed', icon: Brush },
  shape: { label: 'Shape', says: 'Drag from corner to corner', icon: Shapes },
  text: { label: 'Text', says: 'Press where words are to stand', icon: Type },
  path: { label: 'Path', says: 'A guide path for the selected subject', icon: Route },
  picture: { label: 'Picture', says: 'A picture from a file: choose it, or drop it on the stage', icon: Image },
};

const DRAWABLE: readonly Shape[] = SHAPES.filter(
  (shape) => !['text', 'drawn', 'picture', 'group', 'camera'].includes(shape),
);

interface ToolRowProps {
  tool: Tool;
  settings: ToolSettings;
  onTool: (tool: Tool) => void;
  onSettings: (part: Partial<ToolSettings>) => void;
  /** Why a tool is not to be used here; null where it is. */
  off: (tool: Tool) => string | null;
}

/** What the picture is made with, one at a time. */
export function ToolRow({ tool, settings, onTool, onSettings, off }: ToolRowProps) {
  return (
    <div role="group" aria-label="Tools" className="flex items-center gap-1">
      {TOOLS.map((id) => {
        const { label, says, icon: Icon } = LOOKS[id];
        const button = (
          <Toggle
            key={id}
            small
            className="h-8!"
            aria-label={label}
            on={tool === id}
            tip={says}
            disabledReason={off(id)}
            onClick={() => onTool(id)}
          >
            <Icon size={14} />
            <span className="@max-[70rem]:hidden">{label}</span>
          </Toggle>
        );
        if (id !== 'shape') return button;
        return (
          <span key={id} className="flex">
            {button}
            <Menu
              trigger={
                <Toggle
                  square
                  small
                  on={tool === 'shape'}
                  disabledReason={off('shape')}
                  className="h-8! w-6!"
                  aria-label="Which shape"
                >
                  <ChevronDown size={12} />
                </Toggle>
              }
            >
              {DRAWABLE.map((shape) => (
                <MenuItem
                  key={shape}
                  onSelect={() => {
                    onSettings({ shape });
                    onTool('shape');
                  }}
                >
                  {SHAPE_NAMES[shape]}
                  {shape === settings.shape ? ' ✓' : ''}
                </MenuItem>
              ))}
            </Menu>
          </span>
        );
      })}
    </div>
  );
}
