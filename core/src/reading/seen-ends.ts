import { type Doubt, worstBetween } from './doubt.ts';
import { inOrder } from './laid-curve.ts';
import type { Registration } from './whole-fit.ts';

/** What moves by less than this share of its way, or by so many times the noise, stands. */
const STANDS = 3e-3;
const NOISE_TIMES = 5;
/** With no more noise than this, in shares of the span, all that moves is seen. */
const QUIET = 3e-4;
/** A move takes so many frames at least. */
const LEAST_MOVE = 3;

/** Of what creeps so many frames may not be seen. */
const MOST_CREPT = 4;
const STEP = 0.5;

/**
 * A first event that is found too soon, or a last one too late: the take stands until later, or from sooner on, and
 * goes as it ought to only with the event there.
 */
export function seenEnds(curves: Registration, places: readonly number[], { frames, share, noise }: Doubt): number[] {
  const { events, take, channels, span } = curves;
  const n = events.length;
  if (n < 2) return [...places];
  const count = take.columns[0]!.length;
  const most = span * Math.max(STANDS, NOISE_TIMES * noise * Math.sqrt(channels));
  const isAway = (i: number, from: number): boolean =>
    Math.hypot(...take.columns.map((column) => column[i]! - column[from]!)) > most;
  let [first, last] = [0, count - 1];
  while (first + 1 < count && !isAway(first + 1, 0)) first++;
  while (last > 0 && !isAway(last - 1, count - 1)) last--;
  const [setsOff, comesToRest] = [first, last].map((i) => take.first + i / take.perFrame) as [number, number];
  const given = [...places];
  // An end of a move, from where it is seen on, goes where the way is best, the other end as it is or a little off.
  const putRight = (k: number, other: number, seen: number, way: -1 | 1): void => {
    // On time as it is seen to, it does not do so beyond, however it goes; how it creeps is lost in noise.
    if (noise <= QUIET && Math.abs(seen - events[k]!) <= frames && (places[k]! - seen) * way > frames) {
      given[k] = seen;
      return;
    }
    const i = Math.min(k, other);
    const worst = (place: number, beside: number): number => {
      const [from, to] = k < other ? [place, beside] : [beside, place];
      return to - from < LEAST_MOVE
        ? Infinity
        : worstBetween(curves, [events[i]!, events[i + 1]!], [from, to], Infinity);
    };
    if (worst(places[k]!, places[other]!) <= share) return;
    let least = share;
    for (let by = 0; by <= MOST_CREPT && (seen + way * by - places[k]!) * -way > frames; by += STEP)
      for (const aside of [0, -STEP, STEP]) {
        const off = worst(seen + way * by, places[other]! + aside);
        if (off < least) [least, given[k], given[other]] = [off, seen + way * by, places[other]! + aside];
      }
  };
  putRight(0, 1, setsOff, -1);
  putRight(n - 1, n - 2, comesToRest, 1);
  return inOrder(given, places);
}
