import { framesPerSecond, onGrain, type Rate } from '@undulan/core';
import { z } from 'zod';
import { useStored } from '../ui/index.ts';

export const Interval = z.number().min(0.1).max(10_000);

/** What keys that are moved by hand are drawn to, as the person chose. */
export interface SnapSettings {
  on: boolean;
  /** Every so many frames, or milliseconds. */
  every: number;
  unit: 'frames' | 'ms';
  cues: boolean;
  keys: boolean;
}

const USUAL: SnapSettings = { on: true, every: 1, unit: 'frames', cues: true, keys: true };

/** Snapping, remembered in this browser. */
export function useSnapping(): [SnapSettings, (part: Partial<SnapSettings>) => void] {
  const [stored, store] = useStored<SnapSettings>('snapping', USUAL);
  const settings = { ...USUAL, ...stored };
  return [settings, (part) => store({ ...settings, ...part })];
}

/** The frames between two places that are snapped to. */
export function snapStep({ every, unit }: SnapSettings, rate: Rate): number {
  return unit === 'frames' ? every : (every / 1000) * framesPerSecond(rate);
}

/** A dragged key within this many px of a target takes its frame. */
const REACH_PX = 6;

interface Snap {
  pxPerFrame: number;
  /** Frames that draw a dragged key to them: cue marks, other keys. */
  targets: readonly number[];
  /** Lets it stand between frames, to a thousandth. */
  free: boolean;
  /** The frames between two places that it stands on, and one of these. */
  step: number;
  origin: number;
}

/** The frame a key dragged to `frame` stands on: a target near by, else the nearest place of the grid. */
export function snapFrame(frame: number, { pxPerFrame, targets, free, step, origin }: Snap): number {
  if (free) return onGrain(frame);
  let best = onGrain(origin + Math.round((frame - origin) / step) * step);
  let bestPx = Math.abs(best - frame) * pxPerFrame;
  for (const target of targets) {
    const px = Math.abs(target - frame) * pxPerFrame;
    if (px <= REACH_PX && (px < bestPx || !targets.includes(best))) {
      best = target;
      bestPx = px;
    }
  }
  return best;
}
