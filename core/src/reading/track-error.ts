import type { ErrorStatistics } from './schema.ts';

/** A movement of less, in any unit, is none: percentages of it would be no numbers. */
const NO_SPAN = 1e-9;

/** Two samples nearer than this share of the span are the same place. */
const STILL = 1e-9;

/**
 * The extent of a movement in its unit: the diagonal of the box it moves in, for one channel its highest minus its
 * lowest value.
 */
export function spanOf(columns: readonly Float64Array[]): number {
  let squared = 0;
  for (const column of columns) {
    let low = Infinity;
    let high = -Infinity;
    for (let i = 0; i < column.length; i++) {
      const value = column[i]!;
      if (value < low) low = value;
      if (value > high) high = value;
    }
    squared += (high - low) ** 2;
  }
  const span = Math.sqrt(squared);
  return span < NO_SPAN ? 0 : span;
}

/** The indices of the channels that move in the target or the take. */
export function movingChannels(target: readonly Float64Array[], take: readonly Float64Array[]): number[] {
  const moving: number[] = [];
  for (let c = 0; c < target.length; c++) {
    const start = target[c]![0];
    if (!standsAt(target[c]!, start) || !standsAt(take[c]!, start)) moving.push(c);
  }
  return moving;
}

function standsAt(values: Float64Array, place: number | undefined): boolean {
  for (let i = 0; i < values.length; i++) if (values[i] !== place) return false;
  return true;
}

/**
 * The error of a take's samples against the target's (one row a channel, one value a target frame) in percent of the
 * span, a value a frame. On one channel it is `take − target`; on a trajectory its size is the distance and its sign
 * says ahead (+) or behind (−) along the target's direction of travel, the last one known while it holds.
 */
export function createSignedError(
  columns: readonly Float64Array[],
  span: number,
): (take: readonly Float64Array[]) => Float64Array {
  const count = columns[0]?.length ?? 0;
  const perCent = span > 0 ? 100 / span : 0;
  let directions: Float64Array[] | null = null;
  return (take) => {
    const out = new Float64Array(count);
    const moving = movingChannels(columns, take);
    if (moving.length <= 1) {
      const [asked, drawn] = [columns[moving[0] ?? 0], take[moving[0] ?? 0]];
      for (let i = 0; i < count; i++) out[i] = (drawn![i]! - asked![i]!) * perCent;
      return out;
    }
    directions ??= travelDirections(columns, span);
    for (let i = 0; i < count; i++) {
      let squared = 0;
      let along = 0;
      for (let c = 0; c < columns.length; c++) {
        const miss = take[c]![i]! - columns[c]![i]!;
        squared += miss * miss;
        along += miss * directions[c]![i]!;
      }
      out[i] = (along < 0 ? -1 : 1) * Math.sqrt(squared) * perCent;
    }
    return out;
  };
}

/**
 * The direction of travel at each frame (central difference, not normalised): the last one known while it stands, the
 * first one to come before it moves.
 */
function travelDirections(columns: readonly Float64Array[], span: number): Float64Array[] {
  const count = columns[0]?.length ?? 0;
  const directions = columns.map(() => new Float64Array(count));
  let known = -1;
  for (let i = 0; i < count; i++) {
    let squared = 0;
    for (let c = 0; c < columns.length; c++) {
      const step = columns[c]![Math.min(i + 1, count - 1)]! - columns[c]![Math.max(i - 1, 0)]!;
      directions[c]![i] = step;
      squared += step * step;
    }
    if (squared > (STILL * span) ** 2) {
      if (known < 0) for (const direction of directions) direction.fill(direction[i]!, 0, i);
      known = i;
    } else if (known >= 0) {
      for (const direction of directions) direction[i] = direction[known]!;
    }
  }
  return directions;
}

/** RMS and worst of the errors from index `from` to `to`; of equals the first is the worst. */
export function errorStatistics(errors: Float64Array, firstFrame: number, from: number, to: number): ErrorStatistics {
  let squares = 0;
  let worst = from;
  for (let i = from; i <= to; i++) {
    squares += errors[i]! ** 2;
    if (Math.abs(errors[i]!) > Math.abs(errors[worst]!) + STILL) worst = i;
  }
  return {
    rmsPercent: Math.sqrt(squares / Math.max(1, to - from + 1)),
    worstPercent: errors[worst] ?? 0,
    worstFrame: firstFrame + worst,
  };
}
