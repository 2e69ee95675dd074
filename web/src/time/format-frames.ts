/** Frames in words, to a thousandth: `12`, `−0.125`. */
export function formatFrames(frames: number): string {
  return String(Math.round(frames * 1000) / 1000).replace('-', '−');
}
