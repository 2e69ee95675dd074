import type { Answered } from './threshold.ts';

/** Steps are so large until two turns are made, and so large after. */
const FIRST_FACTOR = 1.5;
const THEN_FACTOR = 1.2;
const FIRST_TURNS = 2;
/** Of a run so many of the last turns count. */
const TURNS_COUNTED = 6;

interface Stair {
  size: number;
  /** Sizes at which it turned. */
  turns: number[];
}

/** The nearest size there is in the way of the step, another one at least where there is one. */
function stepped(size: number, down: boolean, factor: number, levels: readonly number[]): number {
  const wanted = down ? size / factor : size * factor;
  const beyond = levels.filter((level) => (down ? level < size : level > size));
  if (beyond.length === 0) return size;
  return beyond.reduce((best, level) => (Math.abs(level - wanted) < Math.abs(best - wanted) ? level : best));
}

function climbed(answers: readonly Answered[], levels: readonly number[]): Stair {
  let [size, rightInRow, way] = [levels.at(-1)!, 0, 0];
  const turns: number[] = [];
  for (const { right } of answers) {
    rightInRow = right ? rightInRow + 1 : 0;
    if (right && rightInRow < 2) continue;
    const next = right ? -1 : 1;
    if (way !== 0 && next !== way) turns.push(size);
    way = next;
    rightInRow = 0;
    size = stepped(size, right, turns.length < FIRST_TURNS ? FIRST_FACTOR : THEN_FACTOR, levels);
  }
  return { size, turns };
}

/**
 * The next size of a transformed staircase: two right answers go down, one wrong one up, which comes to rest where 70.7
 * % are right (Levitt 1971, "Transformed up-down methods in psychoacoustics").
 */
export function nextStep(answers: readonly Answered[], levels: readonly number[]): number {
  return climbed(answers, levels).size;
}

/** Where it came to rest: the geometric mean of its last six turns; null before there are two. */
export function restOf(answers: readonly Answered[], levels: readonly number[]): number | null {
  const turns = climbed(answers, levels).turns.slice(-TURNS_COUNTED);
  return turns.length < 2 ? null : Math.exp(turns.reduce((sum, size) => sum + Math.log(size), 0) / turns.length);
}
