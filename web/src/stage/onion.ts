import type { MotionDocument } from '@undulan/core';
import { drawScene } from './draw-scene.ts';

/** Which other frames lie beneath the picture, and how. */
export interface OnionSettings {
  on: boolean;
  before: number;
  after: number;
  /** Every so many frames; of keys every so many keys. */
  every: number;
  /** Counts frames, or only those with keys; or lays the whole range beneath. */
  of: 'frames' | 'keys' | 'range';
  style: 'filled' | 'outline';
  /** Those farther away are fainter. */
  fading: boolean;
}

export const PLAIN_ONION: OnionSettings = { on: false, before: 3, after: 3, every: 1, of: 'frames', style: 'outline', fading: true };

export const MOST_SKINS = 24;

export interface Skin {
  frame: number;
  side: 'before' | 'after';
  opacity: number;
}

const FULL = { filled: 0.45, outline: 0.9 };
const FAINT_SHARE = 0.2;

/** The frames of the onion skin about a frame, farthest first so that near ones lie on top. */
export function onionSkins(frame: number, settings: OnionSettings, range: { first: number; last: number }, keyFrames: readonly number[]): Skin[] {
  const { before, after, every, of, style, fading } = settings;
  const whole = Math.round(frame);
  const places = of === 'keys' ? keyFrames : Array.from({ length: range.last - range.first + 1 }, (_, i) => range.first + i);
  const earlier = places.filter((place) => place < whole && place >= range.first).toReversed();
  const later = places.filter((place) => place > whole && place <= range.last);
  const taken = (side: readonly number[], most: number): number[] => side.filter((_, i) => (i + 1) % every === 0).slice(0, of === 'range' ? undefined : most);
  const skins = (side: 'before' | 'after', frames: readonly number[]): Skin[] =>
    frames.map((place, i) => ({ frame: place, side, opacity: FULL[style] * (fading ? 1 - (1 - FAINT_SHARE) * (i / Math.max(frames.length, 1)) : 1) }));
  return [...skins('before', taken(earlier, before)).toReversed(), ...skins('after', taken(later, after)).toReversed()];
}

const SIDE_COLOURS = { before: '#7a4a9e', after: '#9a6b00' } as const;

/** Draws the onion skin: what was in plum, what comes in ochre and dashed. */
export function drawOnion(context: CanvasRenderingContext2D, motion: MotionDocument, frame: number, settings: OnionSettings, keyFrames: readonly number[]): void {
  for (const { frame: place, side, opacity } of onionSkins(frame, settings, motion.range, keyFrames)) {
    drawScene(context, motion, place, { style: settings.style, bare: true, opacity, colour: SIDE_COLOURS[side], dashed: side === 'after' });
  }
}
