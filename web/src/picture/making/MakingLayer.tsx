import { DrawLayer } from './DrawLayer.tsx';
import { PathLayer } from './PathLayer.tsx';
import { PointsLayer } from './PointsLayer.tsx';
import { ShapeLayer } from './ShapeLayer.tsx';
import { TextLayer } from './TextLayer.tsx';
import type { Tool, ToolSettings } from './tool.ts';

interface MakingLayerProps {
  tool: Tool;
  settings: ToolSettings;
  scale: number;
  onTool: (tool: Tool) => void;
}

/** What lies over the picture for the tool in hand. */
export function MakingLayer({ tool, settings, scale, onTool }: MakingLayerProps) {
  switch (tool) {
    case 'pencil':
    case 'brush':
      return <DrawLayer tool={tool} settings={settings} />;
    case 'shape':
      return <ShapeLayer settings={settings} />;
    case 'text':
      return <TextLayer settings={settings} onPut={() => onTool('pose')} />;
    case 'path':
      return <PathLayer settings={settings} scale={scale} />;
    case 'points':
      return <PointsLayer scale={scale} />;
    default:
      return null;
  }
}
