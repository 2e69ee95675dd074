/** A piecewise-linear map of frames through matched pairs (target, take): outside them it goes on at the same pace. */
export type Warp = (targetFrame: number) => number;

/** A frame a rounding error beside a whole one is that: right before a step the pose is another. */
function tidy(frame: number): number {
  const whole = Math.round(frame);
  return Math.abs(frame - whole) < 1e-7 ? whole : frame;
}

/** Both columns rise strictly. Without pairs the warp changes nothing. */
export function createWarp(pairs: readonly { from: number; to: number }[]): Warp {
  const first = pairs[0];
  const last = pairs[pairs.length - 1];
  if (!first || !last) return (frame) => frame;
  return (frame) => {
    if (frame <= first.from) return tidy(frame + (first.to - first.from));
    if (frame >= last.from) return tidy(frame + (last.to - last.from));
    let i = 0;
    for (let end = pairs.length - 2; i < end;) {
      const middle = (i + end) >>> 1;
      if (pairs[middle + 1]!.from < frame) i = middle + 1;
      else end = middle;
    }
    const a = pairs[i]!;
    const b = pairs[i + 1]!;
    const t = (frame - a.from) / (b.from - a.from);
    return tidy(a.to * (1 - t) + b.to * t);
  };
}

/**
 * Between which samples a warp is straight, the first being at frame `first`: from pair to pair, but for those where it
 * goes on frame by frame before and after, as most takes do. At another pace each piece is by itself, that no rounding
 * adds up to carry a frame over a step.
 */
export function breaksOf(pairs: readonly { from: number; to: number }[], first: number): number[] {
  const isEven = (a: (typeof pairs)[number] | undefined, b: (typeof pairs)[number] | undefined): boolean =>
    !a || !b || b.to - a.to === b.from - a.from;
  const breaks: number[] = [];
  for (let i = 0; i < pairs.length; i++) {
    const pair = pairs[i]!;
    if (!isEven(pairs[i - 1], pair) || !isEven(pair, pairs[i + 1])) breaks.push(Math.ceil(pair.from - first));
  }
  return breaks;
}
