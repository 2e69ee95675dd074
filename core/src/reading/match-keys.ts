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
 * A value gap counts up to this much: a key on the asked frame with a wrong pose is that key, and its pose is wrong.
 */
const MOST_APART = 0.8;

/**
 * What leaving one key unmatched costs: two keys are taken for the same one until they are 1.2 scales of frames and
 * span together apart.
 */
const GAP_PENALTY = 0.6;

/** How far two keys' values are apart, in the scale's, up to what counts. */
function apartness(a: readonly number[], b: readonly number[], scale: number): number {
  if (!(scale > 0)) return 0;
  let squared = 0;
  for (let c = 0; c < a.length; c++) squared += (a[c]! - b[c]!) ** 2;
  return Math.min(MOST_APART, Math.sqrt(squared) / scale);
}

/**
 * For each target key the take's keys (from, to) that are near enough in frames to be the same one. Both lists are in
 * order of frame, so the windows only move on.
 */
function windowsOf(
  target: readonly MatchEvent[],
  take: readonly MatchEvent[],
  reachFrames: number,
): { from: Int32Array; to: Int32Array } {
  const from = new Int32Array(target.length);
  const to = new Int32Array(target.length);
  let [low, high] = [0, 0];
  target.forEach(({ frame }, i) => {
    while (low < take.length && take[low]!.frame < frame - reachFrames) low++;
    high = Math.max(high, low);
    while (high < take.length && take[high]!.frame <= frame + reachFrames) high++;
    from[i] = low;
    to[i] = high;
  });
  return { from, to };
}

/**
 * How the best alignment comes to a cell of a window: as the cell before it, or by a pair; 0 is as in the row above.
 */
const BEFORE = 1;
const PAIR = 2;

/**
 * Aligns the target's keys in order with the take's by dynamic programming (global alignment, Needleman & Wunsch 1970):
 * cost = frame gap + value gap, with a penalty for each key left over. It is told as what pairing saves against leaving
 * both keys over, so that outside a target key's window of near keys a row is as the one before: one row, and of each
 * window a byte a cell to find the way back. `O(n·w)` time and space, `w` the keys in a window. Both lists are in order
 * of frame.
 */
export function matchKeys(target: readonly MatchEvent[], take: readonly MatchEvent[], scale: MatchScale): KeyMatch {
  const { from, to } = windowsOf(target, take, 2 * GAP_PENALTY * scale.frames);
  // Where each target key's window begins among the cells of all.
  const starts = new Int32Array(target.length + 1);
  for (let i = 0; i < target.length; i++) starts[i + 1] = starts[i]! + to[i]! - from[i]!;
  const ways = new Uint8Array(starts[target.length]!);
  // saved[j]: the most that target keys so far and the first j keys of the take save. Beyond `reached` it is as at
  // `reached`.
  const saved = new Float64Array(take.length + 1);
  let reached = 0;
  for (let i = 0; i < target.length; i++) {
    const { frame, values } = target[i]!;
    const [first, end] = [from[i]!, to[i]!];
    for (let j = reached + 1; j <= end; j++) saved[j] = saved[reached]!;
    reached = Math.max(reached, end);
    let diagonal = saved[first]!;
    for (let j = first; j < end; j++) {
      const key = take[j]!;
      const above = saved[j + 1]!;
      const before = j > first ? saved[j]! : -1;
      const gap = Math.abs(frame - key.frame) / scale.frames;
      const paired = diagonal + 2 * GAP_PENALTY - gap - apartness(values, key.values, scale.value);
      diagonal = above;
      if (paired >= above && paired >= before) {
        saved[j + 1] = paired;
        ways[starts[i]! + j - first] = PAIR;
      } else if (before > above) {
        saved[j + 1] = before;
        ways[starts[i]! + j - first] = BEFORE;
      }
    }
  }
  const pairs: [number, number][] = [];
  const missing: number[] = [];
  const extra: number[] = [];
  let j = take.length;
  for (let i = target.length - 1; i >= 0; i--) {
    const wayTo = starts[i]! - from[i]! - 1;
    while (j > to[i]!) extra.push(--j);
    while (j > from[i]! && ways[wayTo + j] === BEFORE) extra.push(--j);
    if (j > from[i]! && ways[wayTo + j] === PAIR) pairs.push([i, --j]);
    else missing.push(i);
  }
  while (j > 0) extra.push(--j);
  return { pairs: pairs.reverse(), missing: missing.reverse(), extra: extra.reverse() };
}
