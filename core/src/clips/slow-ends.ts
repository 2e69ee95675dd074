/** A rest is looked at over so many frames; where something sets off is sought so far before and after its end. */
const RESTS = 8;
const BEFORE = 6;
const AFTER = 6;
/** What goes off from a rest is looked at until it has gone this share of its way, and so many frames at least. */
const SHARE = 0.2;
const GOES = 4;
/** Something sets off at a speed, at an acceleration, or softer still; harder is taken where it fits as well. */
const POWERS = [1, 2, 3];
const MUCH_BETTER = 0.5;
/** Parts of a frame that are tried. */
const STEP = 0.25;

type Columns = readonly ArrayLike<number>[];

/**
 * The frame on which something truly sets off from a rest, between what is seen of it: a slow start hides in the noise
 * at first. The rest and a power of the time since are fitted to what is seen, by least squares, and the beginning that
 * fits best is it. `until` is where it rests next, or the last sample.
 */
export function setsOff(
  columns: Columns,
  [first, last]: readonly [number, number],
  until: number,
  seen: number,
): number {
  const from = Math.max(first, last - RESTS);
  // Only the way that it goes counts.
  const mean = columns.map((values) => {
    let sum = 0;
    for (let i = from; i <= last; i++) sum += values[i]!;
    return sum / (last - from + 1);
  });
  const away = (i: number): number => Math.hypot(...columns.map((values, c) => values[i]! - mean[c]!));
  let far = 0;
  for (let i = last; i <= until; i++) far = Math.max(far, away(i));
  let end = last;
  while (end < until && (end < last + GOES || away(end) < SHARE * far)) end++;
  const direction = columns.map((values, c) => (values[end]! - mean[c]!) / (away(end) || 1));
  const along: number[] = [];
  for (let i = from; i <= end; i++)
    along.push(columns.reduce((sum, values, c) => sum + (values[i]! - mean[c]!) * direction[c]!, 0));
  let best: { at: number; off: number } | null = null;
  for (const power of POWERS) {
    const [low, high] = [Math.max(1, last - from - BEFORE), Math.min(along.length - 2, last - from + AFTER)];
    const own = bestStart(along, { low, high, at: last - from, seen }, power);
    if (!best || own.off < MUCH_BETTER * best.off) best = own;
  }
  return Math.round(from + best!.at);
}

/**
 * Where it truly comes to rest: as what sets off, the other way round in time. `backward` are the columns so turned,
 * once for all rests.
 */
export function comesToRest(
  backward: Columns,
  [first, last]: readonly [number, number],
  since: number,
  seen: number,
): number {
  const end = backward[0]!.length - 1;
  return end - setsOff(backward, [end - last, end - first], end - since, seen);
}

/** The beginning from which a power of time fits best, and the squares of what it is off by. */
function bestStart(
  values: readonly number[],
  { low, high, at: ends, seen }: { low: number; high: number; at: number; seen: number },
  power: number,
): { at: number; off: number } {
  let best = { at: ends, off: Infinity };
  for (let at = low; at <= high; at += STEP) {
    let [count, sumB, sumBB, sumV, sumBV, sumVV] = [0, 0, 0, 0, 0, 0];
    values.forEach((value, i) => {
      const b = Math.max(0, i - at) ** power;
      count++;
      sumB += b;
      sumBB += b * b;
      sumV += value;
      sumBV += b * value;
      sumVV += value * value;
    });
    const spread = count * sumBB - sumB * sumB;
    if (spread <= 0) continue;
    const slope = (count * sumBV - sumB * sumV) / spread;
    const stands = (sumV - slope * sumB) / count;
    const off = sumVV - stands * sumV - slope * sumBV;
    if (Math.abs(slope) * Math.max(0, ends - at) ** power > seen) continue;
    if (off < best.off) best = { at, off };
  }
  return best;
}
