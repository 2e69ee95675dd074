import { type Look, type Shape, USUAL_STROKE } from '@undulan/core';
import { useStored } from '../../ui/index.ts';

export const TOOLS = ['pose', 'points', 'pencil', 'brush', 'shape', 'text', 'path', 'picture'] as const;
export type Tool = (typeof TOOLS)[number];

/** What the tools draw with, remembered in this browser. */
export interface ToolSettings {
  shape: Shape;
  sides: number;
  fill: string;
  hollow: boolean;
  stroke: string;
  strokePx: number;
  /** How far a line by hand is smoothed, 0 to 100 %. */
  smooth: number;
  /** What is drawn closes on itself, and is filled. */
  closes: boolean;
  /** Onto the drawing that is up; else each line is a subject of its own. */
  onto: boolean;
  path: 'points' | 'hand' | 'round';
}

const USUAL: ToolSettings = {
  shape: 'box',
  sides: 5,
  fill: '#e8c99b',
  hollow: false,
  stroke: USUAL_STROKE,
  strokePx: 3,
  smooth: 50,
  closes: false,
  onto: true,
  path: 'points',
};

export function useToolSettings(): [ToolSettings, (part: Partial<ToolSettings>) => void] {
  const [stored, store] = useStored<Partial<ToolSettings>>('making', USUAL);
  const settings = { ...USUAL, ...stored };
  return [settings, (part) => store({ ...settings, ...part })];
}

/** The look of a new shape drawn with these settings. */
export function lookOfSettings(settings: ToolSettings, widthPx: number, heightPx: number): Look {
  const { shape, sides, fill, hollow, stroke, strokePx } = settings;
  return {
    shape,
    widthPx: Math.max(1, Math.round(widthPx)),
    heightPx: Math.max(1, Math.round(heightPx)),
    fill,
    stroke,
    strokePx,
    ...(hollow && { hollow }),
    ...(shape === 'polygon' && { sides }),
  };
}
