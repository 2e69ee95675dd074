import { withMark } from '../ui/index.ts';

/** Frames in words, to a thousandth: `12`, `−0.125`. */
export function formatFrames(frames: number): string {
  return withMark(String(Math.round(frames * 1000) / 1000).replace('-', '−'));
}
