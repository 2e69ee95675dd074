/** One answer to a choice of two: how large the difference was, and whether it was seen. */
export interface Answered {
  size: number;
  right: boolean;
  /** It was far larger than can be missed: it says whether someone guesses, and counts for nothing else. */
  isCatch?: boolean;
}

/** How small a difference someone sees 3 times in 4, between two sizes with a probability of 19 in 20. */
export interface Threshold {
  size: number;
  low: number;
  high: number;
}

/** How steeply answers get better with size: of choices of two about this (Watson & Pelli 1983). */
const SLOPE = 3.5;
/** The share of trials answered without having looked. */
const LAPSE = 0.02;

/**
 * The share of right answers at a size, for someone whose threshold it is: half by guessing alone, 3 in 4 at the
 * threshold, `½ + ½·(1 − 2^(−(size/threshold)^β))`, less what lapses.
 */
export function shareRight(size: number, threshold: number): number {
  const seen = 1 - 2 ** -((size / threshold) ** SLOPE);
  return (1 - LAPSE) * (0.5 + 0.5 * seen) + LAPSE * 0.5;
}

const POINTS = 240;
/** Thresholds are thought possible so far beyond the sizes there are. */
const BEYOND = 3;
/** Before anything is answered: how unsure, in powers of e. */
const UNSURE = 1.2;

/** The thresholds that are thought possible for some sizes, how probable each is at first, and what each would see. */
interface Grid {
  thresholds: readonly number[];
  prior: readonly number[];
  sharesAt: (size: number) => readonly number[];
}

const grids = new WeakMap<readonly number[], Grid>();

function gridOf(levels: readonly number[]): Grid {
  const known = grids.get(levels);
  if (known) return known;
  const [least, most] = [Math.log(levels[0]! / BEYOND), Math.log(levels.at(-1)! * BEYOND)];
  const logs = Array.from({ length: POINTS }, (_, i) => least + ((most - least) * i) / (POINTS - 1));
  const middle = (Math.log(levels[0]!) + Math.log(levels.at(-1)!)) / 2;
  const thresholds = logs.map(Math.exp);
  const shares = new Map<number, readonly number[]>();
  const grid: Grid = {
    thresholds,
    prior: logs.map((log) => Math.exp(-((log - middle) ** 2) / (2 * UNSURE ** 2))),
    sharesAt: (size) => {
      const made = shares.get(size) ?? thresholds.map((threshold) => shareRight(size, threshold));
      shares.set(size, made);
      return made;
    },
  };
  grids.set(levels, grid);
  return grid;
}

/** How probable each threshold is after some answers; they make 1. */
function weightsOf(answers: readonly Answered[], levels: readonly number[]): number[] {
  const { prior, sharesAt } = gridOf(levels);
  const weights = [...prior];
  for (const { size, right, isCatch } of answers) {
    if (isCatch) continue;
    const shares = sharesAt(size);
    for (let i = 0; i < POINTS; i++) weights[i]! *= right ? shares[i]! : 1 - shares[i]!;
  }
  const sum = weights.reduce((all, weight) => all + weight, 0);
  return weights.map((weight) => weight / sum);
}

/** The threshold after some answers: the mean of what is thought, in logarithms, and its 19-in-20 bounds. */
export function estimateThreshold(answers: readonly Answered[], levels: readonly number[]): Threshold {
  const { thresholds } = gridOf(levels);
  const weights = weightsOf(answers, levels);
  const mean = weights.reduce((sum, weight, i) => sum + weight * Math.log(thresholds[i]!), 0);
  const at = (share: number): number => {
    let sum = 0;
    return thresholds[weights.findIndex((weight) => (sum += weight) >= share)] ?? thresholds.at(-1)!;
  };
  return { size: Math.exp(mean), low: at(0.025), high: at(0.975) };
}

/** Answers say most of a threshold a little above it, where some four in five are right. */
const TELLING = 1.1;

/** Of the sizes there are the one whose answer will say most: nearest to where it is thought to be, a little above. */
export function nextSize(answers: readonly Answered[], levels: readonly number[]): number {
  const wanted = Math.log(TELLING * estimateThreshold(answers, levels).size);
  const apart = (level: number): number => Math.abs(Math.log(level) - wanted);
  return levels.reduce((best, level) => (apart(level) < apart(best) ? level : best));
}

/** Every so many trials one that cannot be missed. */
const CATCH_EVERY = 10;
/** Of those so many must be right before anything is said. */
const CATCH_RIGHT = 0.7;

/**
 * The next trial of a run: as telling as can be, and now and then one that finds guessing. It is the number given,
 * counted from 0, where the run asks for more than what these answers are about.
 */
export function nextTrial(
  answers: readonly Answered[],
  levels: readonly number[],
  number = answers.length,
): { size: number; isCatch: boolean } {
  const isCatch = number > 0 && number % CATCH_EVERY === 0;
  return { size: isCatch ? levels.at(-1)! : nextSize(answers, levels), isCatch };
}

/** Whether answers look guessed: what cannot be missed was, too often. */
export function looksGuessed(answers: readonly Answered[]): boolean {
  const caught = answers.filter(({ isCatch }) => isCatch);
  return caught.length > 0 && caught.filter(({ right }) => right).length / caught.length < CATCH_RIGHT;
}
