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
