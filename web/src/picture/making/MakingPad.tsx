import { DrawPad } from './DrawPad.tsx';
import { PathPad } from './PathPad.tsx';
import { PointsPad } from './PointsPad.tsx';
import { ShapePad } from './ShapePad.tsx';
import { TextPad } from './TextPad.tsx';
import type { Tool, ToolSettings } from './tool.ts';

interface MakingPadProps {
  tool: Tool;
  settings: ToolSettings;
  scale: number;
  onTool: (tool: Tool) => void;
}

/** What lies over the picture for the tool in hand. */
export function MakingPad({ tool, settings, scale, onTool }: MakingPadProps) {
  switch (tool) {
    case 'pencil':
    case 'brush':
      return <DrawPad tool={tool} settings={settings} />;
    case 'shape':
      return <ShapePad settings={settings} />;
    case 'text':
      return <TextPad settings={settings} onPut={() => onTool('pose')} />;
    case 'path':
      return <PathPad settings={settings} scale={scale} />;
    case 'points':
      return <PointsPad scale={scale} />;
    default:
      return null;
  }
}
