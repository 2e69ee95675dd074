import { bezierValue, solveBezierTime } from '../curve/bezier.ts';
import { createKey } from '../document/document.ts';
import type { Key } from '../document/schema.ts';
import { withEase } from './ease-keys.ts';

const THIRDS: [number, number] = [1 / 3, 2 / 3];
/** Keeps the two unknowns of a fit apart where its marks do not. */
const RIDGE = 1e-9;

/**
 * A curve's inner values as changes of those of the straight line: least squares over the marks between its ends, for
 * given time handles.
 */
function innerValues(marks: readonly number[], [x1, x2]: [number, number]): { v1: number; v2: number; worst: number } {
  const n = marks.length - 1;
  const [a, d] = [marks[0]!, marks[n]!];
  const straight = [a + (d - a) * x1, a + (d - a) * x2] as const;
  let [m11, m12, m22, r1, r2] = [RIDGE, 0, RIDGE, 0, 0];
  const times = marks.map((_, k) => solveBezierTime(x1, x2, k / n));
  for (let k = 1; k < n; k++) {
    const t = times[k]!;
    const b1 = 3 * (1 - t) ** 2 * t;
    const b2 = 3 * (1 - t) * t * t;
    const miss = marks[k]! - bezierValue(a, straight[0], straight[1], d, t);
    m11 += b1 * b1;
    m12 += b1 * b2;
    m22 += b2 * b2;
    r1 += b1 * miss;
    r2 += b2 * miss;
  }
  const det = m11 * m22 - m12 * m12;
  const v1 = straight[0] + (r1 * m22 - r2 * m12) / det;
  const v2 = straight[1] + (r2 * m11 - r1 * m12) / det;
  const worst = marks.reduce(
    (most, mark, k) => Math.max(most, Math.abs(bezierValue(a, v1, v2, d, times[k]!) - mark)),
    0,
  );
  return { v1, v2, worst };
}

interface Fit {
  to: number;
  leave: 'linear' | 'curve';
  times: [number, number];
  /** Of each column its inner values. */
  inner: { v1: number; v2: number }[];
}

function fitStretch(
  columns: readonly (readonly number[])[],
  from: number,
  to: number,
  hints: readonly [number, number][],
  tolerance: number,
): Fit[] {
  const marks = columns.map((column) => column.slice(from, to + 1));
  const isStraight = marks.every((list) =>
    list.every((mark, k) => Math.abs(mark - (list[0]! + ((list.at(-1)! - list[0]!) * k) / (to - from))) <= tolerance),
  );
  if (isStraight) return [{ to, leave: 'linear', times: THIRDS, inner: [] }];
  for (const times of [...hints, THIRDS]) {
    const inner = marks.map((list) => innerValues(list, times));
    if (inner.every(({ worst }) => worst <= tolerance)) return [{ to, leave: 'curve', times, inner }];
  }
  const middle = Math.floor((from + to) / 2);
  return [...fitStretch(columns, from, middle, [], tolerance), ...fitStretch(columns, middle, to, [], tolerance)];
}

/**
 * Keys on whole frames that meet values on every whole frame within a tolerance, all columns keyed on the same frames:
 * as few as cutting in halves finds. `columns` hold a value for each frame from `first` on; `stops` are frames (from
 * the first to the last) that must have keys; `hints` gives time handles worth trying for the stretch that a stop
 * begins.
 */
export function fitKeys(
  columns: readonly (readonly number[])[],
  first: number,
  stops: readonly number[],
  hints: (stop: number) => [number, number][],
  tolerance: number,
): Key[][] {
  const keys = columns.map((column): Key[] => [createKey(stops[0]!, column[stops[0]! - first]!, { leave: 'linear' })]);
  for (let s = 0; s + 1 < stops.length; s++) {
    for (const { to, leave, times, inner } of fitStretch(
      columns,
      stops[s]! - first,
      stops[s + 1]! - first,
      hints(stops[s]!),
      tolerance,
    )) {
      columns.forEach((column, c) => {
        const value = column[to]!;
        // A segment touches its two keys, and looks at the one before: all others stay as they are.
        const end = keys[c]!.splice(-2);
        const grown = [...end, createKey(first + to, value, { leave: 'linear' })];
        const from = end.at(-1)!;
        const rise = value - from.value;
        // Between equal values heights are no shares: the handles are written as they are.
        const [x1, x2] = times;
        const shaped =
          leave === 'linear'
            ? grown
            : rise !== 0
              ? withEase(grown, grown.length - 2, {
                  leave: 'curve',
                  x1,
                  y1: (inner[c]!.v1 - from.value) / rise,
                  x2,
                  y2: (inner[c]!.v2 - from.value) / rise,
                })
              : withHandles(grown, x1, inner[c]!.v1 - from.value, x2, inner[c]!.v2 - value);
        keys[c]!.push(...shaped);
      });
    }
  }
  return keys;
}

/** The last stretch as a curve whose handles reach to shares of its time and are off its ends by given values. */
function withHandles(keys: Key[], x1: number, rise1: number, x2: number, rise2: number): Key[] {
  const [from, to] = [keys.at(-2)!, keys.at(-1)!];
  const span = to.frame - from.frame;
  return [
    ...keys.slice(0, -2),
    { ...from, leave: 'curve', link: 'broken', out: { frames: x1 * span, value: rise1 } },
    { ...to, link: 'broken', in: { frames: (x2 - 1) * span, value: rise2 } },
  ];
}
