/** A piecewise-linear map of frames through matched pairs (target, take): outside them it goes on at the same pace. */
export type Warp = (targetFrame: number) => number;

/** Both columns rise strictly. Without pairs the warp changes nothing. */
export function createWarp(pairs: readonly { from: number; to: number }[]): Warp {
  const first = pairs[0];
  const last = pairs[pairs.length - 1];
  if (!first || !last) return (frame) => frame;
  return (frame) => {
    if (frame <= first.from) return first.to + (frame - first.from);
    if (frame >= last.from) return last.to + (frame - last.from);
    let i = 0;
    for (let end = pairs.length - 2; i < end;) {
      const middle = (i + end) >>> 1;
      if (pairs[middle + 1]!.from < frame) i = middle + 1;
      else end = middle;
    }
    const a = pairs[i]!;
    const b = pairs[i + 1]!;
    const t = (frame - a.from) / (b.from - a.from);
    return a.to * (1 - t) + b.to * t;
  };
}
