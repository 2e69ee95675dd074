/** A key to be matched, on the target's ruler, with the values of its track's channels. */
export interface MatchEvent {
  frame: number;
  values: readonly number[];
}

export interface MatchScale {
  /** The frame gap that costs 1. */
  frames: number;
  /** The value gap that costs 1: the track's span. */
  value: number;
}

export interface KeyMatch {
  /** Index pairs (target, take), in order. */
  pairs: [number, number][];
  missing: number[];
  extra: number[];
}

/**
 * What leaving one key unmatched costs: two keys are taken for the same one until they are 1.2 scales of frames and span together apart.
 */
const GAP_PENALTY = 0.6;

function distance(a: readonly number[], b: readonly number[]): number {
  let squared = 0;
  for (let i = 0; i < a.length; i++) squared += (a[i]! - b[i]!) ** 2;
  return Math.sqrt(squared);
}

/**
 * Aligns the target's keys in order with the take's by dynamic programming (global alignment, Needleman & Wunsch 1970):
 * cost = frame gap + value gap, with a penalty for each key left over. `O(n·m)` time and space.
 */
export function matchKeys(target: readonly MatchEvent[], take: readonly MatchEvent[], scale: MatchScale): KeyMatch {
  const width = take.length + 1;
  const cost = new Float64Array((target.length + 1) * width);
  const pairCost = (i: number, j: number): number => {
    const gap = Math.abs(target[i]!.frame - take[j]!.frame) / scale.frames;
    // So far apart that leaving both alone costs less, wherever they are.
    if (gap > 2 * GAP_PENALTY) return Infinity;
    return gap + (scale.value > 0 ? distance(target[i]!.values, take[j]!.values) / scale.value : 0);
  };
  // Summed up as they are below: going back finds its way by the very same sums.
  for (let i = 1; i <= target.length; i++) cost[i * width] = cost[(i - 1) * width]! + GAP_PENALTY;
  for (let j = 1; j <= take.length; j++) cost[j] = cost[j - 1]! + GAP_PENALTY;
  for (let i = 1; i <= target.length; i++) {
    for (let j = 1; j <= take.length; j++) {
      cost[i * width + j] = Math.min(
        cost[(i - 1) * width + j - 1]! + pairCost(i - 1, j - 1),
        cost[(i - 1) * width + j]! + GAP_PENALTY,
        cost[i * width + j - 1]! + GAP_PENALTY,
      );
    }
  }
  return traceBack(cost, width, target.length, take.length, pairCost);
}

function traceBack(
  cost: Float64Array,
  width: number,
  targetCount: number,
  takeCount: number,
  pairCost: (i: number, j: number) => number,
): KeyMatch {
  const match: KeyMatch = { pairs: [], missing: [], extra: [] };
  let i = targetCount;
  let j = takeCount;
  while (i > 0 || j > 0) {
    const here = cost[i * width + j]!;
    if (i > 0 && j > 0 && here === cost[(i - 1) * width + j - 1]! + pairCost(i - 1, j - 1)) {
      match.pairs.unshift([--i, --j]);
    } else if (i > 0 && (j === 0 || here === cost[(i - 1) * width + j]! + GAP_PENALTY)) {
      match.missing.unshift(--i);
    } else {
      match.extra.unshift(--j);
    }
  }
  return match;
}
