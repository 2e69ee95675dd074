/** A curve on the target’s ruler, sampled evenly: straight between samples, standing before and after them. */
export interface LaidCurve {
  /** A column a channel, of at least two samples. */
  columns: readonly Float64Array[];
  /** The frame of the first sample. */
  first: number;
  perFrame: number;
}

/** The value of one channel of a curve at a frame. */
export function valueOn({ columns, first, perFrame }: LaidCurve, channel: number, frame: number): number {
  const column = columns[channel]!;
  const at = (frame - first) * perFrame;
  if (at <= 0) return column[0]!;
  if (at >= column.length - 1) return column[column.length - 1]!;
  const i = Math.floor(at);
  return column[i]! + (column[i + 1]! - column[i]!) * (at - i);
}

/** How far apart two curves of so many channels are, each at a frame of its own. */
export function apart(channels: number, one: LaidCurve, frame: number, other: LaidCurve, at: number): number {
  let squared = 0;
  for (let c = 0; c < channels; c++) squared += (valueOn(other, c, at) - valueOn(one, c, frame)) ** 2;
  return Math.sqrt(squared);
}

/** Places in the order of their events; others where they are not. */
export const inOrder = (places: readonly number[], otherwise: readonly number[]): number[] =>
  places.every((place, i) => i === 0 || place > places[i - 1]!) ? [...places] : [...otherwise];
