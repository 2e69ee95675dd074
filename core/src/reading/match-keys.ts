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

const isSame = (a: MatchEvent, b: MatchEvent): boolean =>
  a.frame === b.frame && a.values.every((value, c) => value === b.values[c]);

/**
 * Pairs the keys of a target, in order, with a take's. Those that both begin with, and both end with, are pairs: none
 * would save more by another.
 */
export function matchKeys(target: readonly MatchEvent[], take: readonly MatchEvent[], scale: MatchScale): KeyMatch {
  const most = Math.min(target.length, take.length);
  let head = 0;
  while (head < most && isSame(target[head]!, take[head]!)) head++;
  let tail = 0;
  while (tail < most - head && isSame(target.at(-1 - tail)!, take.at(-1 - tail)!)) tail++;
  const { pairs, missing, extra } = alignKeys(
    target.slice(head, target.length - tail),
    take.slice(head, take.length - tail),
    scale,
  );
  return {
    pairs: [
      ...Array.from({ length: head }, (_, i): [number, number] => [i, i]),
      ...pairs.map(([i, j]): [number, number] => [head + i, head + j]),
      ...Array.from({ length: tail }, (_, i): [number, number] => [target.length - tail + i, take.length - tail + i]),
    ],
    missing: missing.map((i) => head + i),
    extra: extra.map((j) => head + j),
  };
}

/**
 * Aligns the target's keys in order with the take's by dynamic programming (global alignment, Needleman & Wunsch 1970):
 * cost = frame gap + value gap, with a penalty for each key left over. It is told as what pairing saves against leaving
 * both keys over, so that outside a target key's window of near keys a row is as the one before: one row, and of each
 * window a byte a cell to find the way back. `O(n·w)` time and space, `w` the keys in a window. Both lists are in order
 * of frame.
 */
function alignKeys(target: readonly MatchEvent[], take: readonly MatchEvent[], scale: MatchScale): KeyMatch {
  const { from, to } = windowsOf(target, take, 2 * GAP_PENALTY * scale.frames);
  // saved[j]: the most that target keys so far and the first j keys of the take save. Beyond `reached` it is as at
  // `reached`.
  const saved = new Float64Array(take.length + 1);
  let reached = 0;
  const ways = target.map(({ frame, values }, i) => {
    const way = new Uint8Array(to[i]! - from[i]!);
    saved.fill(saved[reached]!, reached + 1, to[i]! + 1);
    reached = Math.max(reached, to[i]!);
    let diagonal = saved[from[i]!]!;
    for (let j = from[i]!; j < to[i]!; j++) {
      const above = saved[j + 1]!;
      const before = j > from[i]! ? saved[j]! : -1;
      const key = take[j]!;
      const gap = Math.abs(frame - key.frame) / scale.frames;
      const paired = diagonal + 2 * GAP_PENALTY - gap - apartness(values, key.values, scale.value);
      diagonal = above;
      if (paired >= above && paired >= before) {
        saved[j + 1] = paired;
        way[j - from[i]!] = PAIR;
      } else if (before > above) {
        saved[j + 1] = before;
        way[j - from[i]!] = BEFORE;
      }
    }
    return way;
  });
  return traceBack(ways, from, to, take.length);
}

function traceBack(ways: readonly Uint8Array[], from: Int32Array, to: Int32Array, takeCount: number): KeyMatch {
  const pairs: [number, number][] = [];
  const missing: number[] = [];
  const paired = new Uint8Array(takeCount);
  let j = takeCount;
  for (let i = ways.length - 1; i >= 0; i--) {
    const way = (): number => (j > from[i]! ? ways[i]![j - 1 - from[i]!]! : 0);
    j = Math.min(j, to[i]!);
    while (way() === BEFORE) j--;
    if (way() === PAIR) {
      j--;
      pairs.push([i, j]);
      paired[j] = 1;
    } else missing.push(i);
  }
  return {
    pairs: pairs.reverse(),
    missing: missing.reverse(),
    extra: Array.from(paired.keys()).filter((k) => paired[k] === 0),
  };
}
