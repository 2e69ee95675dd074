import { type Subject } from '@undulan/core';
import { z } from 'zod';
import { ButtonGroup, ColourField, DecimalInput, Tick } from '../../ui/index.ts';
import { PathFile } from './PathFile.tsx';
import { SimplifyDrawing } from './SimplifyDrawing.tsx';
import type { Tool, ToolSettings } from './tool.ts';

const WIDTH = z.number().min(0).max(400);
const PERCENT = z.number().min(0).max(100);
const SIDES = z.int().min(3).max(24);

interface ToolOptionsProps {
  tool: Tool;
  settings: ToolSettings;
  onSettings: (part: Partial<ToolSettings>) => void;
  /** The drawn subject that a line may go onto. */
  drawn: Subject | null;
}

/** What the tool in hand draws with. */
export function ToolOptions({ tool, settings, onSettings, drawn }: ToolOptionsProps) {
  const draws = tool === 'pencil' || tool === 'brush';
  const figure = (label: string, unit: string, key: 'strokePx' | 'smooth' | 'sides', within: z.ZodNumber) => (
    <label className="flex items-center gap-1.5">
      {label}
      <DecimalInput
        aria-label={label}
        within={within}
        className="figures h-7! w-14!"
        value={settings[key]}
        onDecimal={(value) => onSettings({ [key]: value })}
      />
      {unit}
    </label>
  );
  if (tool === 'pose') return null;
  return (
    <div
      role="group"
      aria-label="What it draws with"
      className="flex flex-wrap items-center gap-x-4 gap-y-1 text-xs text-faint"
    >
      {(draws || tool === 'shape') && (
        <>
          <span className="flex items-center gap-1.5">
            Fill
            <ColourField
              label="Fill"
              value={settings.fill}
              disabledReason={settings.hollow && 'Nothing is filled.'}
              onColour={(fill) => onSettings({ fill })}
            />
            <Tick className="gap-1!" checked={settings.hollow} onTick={(hollow) => onSettings({ hollow })}>
              none
            </Tick>
          </span>
          <span className="flex items-center gap-1.5">
            Line
            <ColourField label="Line" value={settings.stroke} onColour={(stroke) => onSettings({ stroke })} />
          </span>
          {figure('Width', 'px', 'strokePx', WIDTH)}
        </>
      )}
      {tool === 'shape' && settings.shape === 'polygon' && figure('Sides', '', 'sides', SIDES)}
      {(draws || (tool === 'path' && settings.path === 'hand')) && figure('Smooth', '%', 'smooth', PERCENT)}
      {draws && (
        <>
          <Tick className="gap-1!" checked={settings.closes} onTick={(closes) => onSettings({ closes })}>
            close each line
          </Tick>
          {drawn && (
            <Tick className="gap-1!" checked={settings.onto} onTick={(onto) => onSettings({ onto })}>
              onto {drawn.name}
            </Tick>
          )}
        </>
      )}
      {tool === 'path' && (
        <>
          <ButtonGroup
            label="How a path is drawn"
            value={settings.path}
            choices={[
              { id: 'points', label: 'point by point' },
              { id: 'hand', label: 'by hand' },
              { id: 'round', label: 'round' },
            ]}
            onChoose={(path) => onSettings({ path })}
          />
          <PathFile />
          {settings.path === 'points' && <span>Drag for a round point; Enter ends it, its first point closes it.</span>}
        </>
      )}
      {tool === 'points' && drawn && (
        <>
          {figure('Smooth', '%', 'smooth', PERCENT)}
          <SimplifyDrawing subject={drawn} percent={settings.smooth} />
        </>
      )}
      {tool === 'points' && (
        <span>Drag points and lines; press twice on a line for a point more, on a point to round it.</span>
      )}
      {tool === 'text' && <span>Words, size and look are set beside the picture.</span>}
    </div>
  );
}
