import { extentOf } from '../extent.ts';
import { turnsOf } from '../turns.ts';

/**
 * What is seen to happen in a curve at a moment, whatever its keys: it sets off from a rest, comes to one, or turns
 * back. An event of the target that is one of these is looked for as that in a take without keys to tell.
 */
export type MomentKind = 'sets-off' | 'comes-to-rest' | 'turns';

export interface Moment {
  kind: MomentKind;
  /** Index into the samples. */
  at: number;
  /** For a turn: which way it went before. */
  way: number;
}

/** A stand of fewer frames is no rest. */
const REST_FRAMES = 2;
/** A step of at most this share of the extent is none, nor one of a few times the noise. */
const STILL = 3e-4;
const NOISE_TIMES = 5;
/** Where it stands is the mean of so many frames at most, and so many times the noise from there it is no more. */
const STANDS = 6;
const SEEN_NOISE = 3;
/** A turn is one where the curve goes on by this share of its extent, and by some times the noise, on both sides. */
const TURN = 0.02;

/**
 * Of the fourth differences of white noise, those that do not alternate counted as none, a half are less than this
 * times what is usual of them, and a quarter less than that (by simulation).
 */
const USUAL = { half: 0.69, quarter: 0.32 };

/** Differences of some order: what each value counts in them, and how many times white noise they are. */
interface Differences {
  weights: readonly number[];
  times: number;
}
const FOURTH: Differences = { weights: [1, -4, 6, -4, 1], times: Math.sqrt(70) };
const SIXTH: Differences = { weights: [1, -6, 15, -20, 15, -6, 1], times: Math.sqrt(924) };

/**
 * The noise of a series: of fourth differences the smooth part is next to nothing, and those of white noise are √70 as
 * large as it. What is steep has great ones in a row, not alternating. By the half that is less of them, or, where many
 * are of jumps and corners, by a quarter, which is less sure.
 */
export const noiseOf = (values: ArrayLike<number>, by: keyof typeof USUAL = 'half'): number =>
  noiseBy(values, FOURTH, by);

/** Where a recording begins and ends: what stands exactly still before and after was never recorded. */
function recordedOf(values: ArrayLike<number>): [first: number, last: number] {
  let [from, to] = [0, values.length - 1];
  while (from < to && values[from + 1] === values[from]) from++;
  while (to > from && values[to - 1] === values[to]) to--;
  return [from, to];
}

function noiseBy(values: ArrayLike<number>, { weights, times }: Differences, by: keyof typeof USUAL): number {
  const reach = (weights.length - 1) / 2;
  const differences: number[] = [];
  const [from, to] = recordedOf(values);
  for (let i = from + reach; i + reach <= to; i++) {
    let sum = 0;
    for (let k = 0; k < weights.length; k++) sum += weights[k]! * values[i - reach + k]!;
    differences.push(sum);
  }
  if (differences.length === 0) return 0;
  const sizes = differences.map((own, i) =>
    own * (differences[i - 1] ?? 0) < 0 || own * (differences[i + 1] ?? 0) < 0 ? Math.abs(own) : 0,
  );
  sizes.sort((a, b) => a - b);
  return sizes[Math.floor(sizes.length / (by === 'half' ? 2 : 4))]! / (USUAL[by] * times);
}

/** The sixth differences of the same motion at a pace of five quarters are so many times as large. */
const AT_ANOTHER_PACE = 4;

/**
 * The noise of a recording of a motion that is known without any: of a quick motion the fourth differences are as large
 * as those of noise, and not alternating; the sixth are not, and what they are of the motion itself is known.
 */
function noiseBeside(drawn: ArrayLike<number>, asked: ArrayLike<number>): number {
  if (standsWithin(drawn)) return noiseOf(drawn);
  const own = AT_ANOTHER_PACE * noiseBy(asked, SIXTH, 'half');
  const noise = noiseBy(drawn, SIXTH, 'half');
  return Math.max(noiseOf(drawn), Math.sqrt(Math.max(0, noise ** 2 - own ** 2)));
}

/** Whether two values beside each other are the same between the ends of what was recorded: with noise none are. */
export function standsWithin(values: ArrayLike<number>): boolean {
  const [from, to] = recordedOf(values);
  for (let i = from + 1; i <= to; i++) if (values[i] === values[i - 1]) return true;
  return false;
}

/** The moments of a series, in order, as they are seen through some noise. `extent` is what shares are of. */
export function momentsOf(values: ArrayLike<number>, extent: number, noise: number): Moment[] {
  if (!(extent > 0) || values.length < 3) return [];
  const moments: Moment[] = [];
  for (const [first, last] of restsOf([values], extent, noise)) {
    if (first > 0) moments.push({ kind: 'comes-to-rest', at: first, way: 0 });
    if (last + 1 < values.length) moments.push({ kind: 'sets-off', at: last, way: 0 });
  }
  moments.push(...turns(values, Math.max(TURN * extent, 2 * NOISE_TIMES * noise), stillWithin(extent, noise)));
  return moments.sort((a, b) => a.at - b.at);
}

const stillWithin = (extent: number, noise: number): number => Math.max(STILL * extent, NOISE_TIMES * noise);

/** Samples of some series by their number, a row a series. */
type Columns = readonly ArrayLike<number>[];

/**
 * Where all of some series rest together, as indices of the first and the last sample of each rest: from the first
 * sample or where it comes to rest, up to where it sets off or the last. What is seen through `noise` of each.
 */
export function restsOf(columns: Columns, extent: number, noise: number): [first: number, last: number][] {
  const count = columns[0]!.length;
  const seen = Math.max(STILL * extent, SEEN_NOISE * noise * Math.sqrt(columns.length));
  const still = stillWithin(extent, noise * Math.sqrt(columns.length));
  const rests: [number, number][] = [];
  let from = 0;
  for (let i = 1; i <= count; i++) {
    if (i < count && apart(columns, i - 1, i) <= still) continue;
    if (i - 1 - from >= REST_FRAMES) rests.push(...standsIn(columns, [from, i - 1], seen));
    from = i;
  }
  return joined(columns, rests, seen);
}

/** Rests at one place that are parted only by noise: what lies between is never far from there. */
function joined(columns: Columns, rests: readonly [number, number][], seen: number): [number, number][] {
  const all: [number, number][] = [];
  for (const [first, last] of rests) {
    const before = all.at(-1);
    const place = meanOf(columns, first, last - first + 1);
    let isOne = before !== undefined;
    if (before) {
      const was = meanOf(columns, before[0], before[1] - before[0] + 1);
      isOne = Math.hypot(...was.map((value, c) => value - place[c]!)) <= seen;
      for (let i = before[1] + 1; isOne && i < first; i++) isOne = awayFrom(columns, i, place) <= 2 * seen;
    }
    if (isOne) before![1] = last;
    else all.push([first, last]);
  }
  return all;
}

function apart(columns: Columns, a: number, b: number): number {
  let sum = 0;
  for (const values of columns) sum += (values[b]! - values[a]!) ** 2;
  return Math.sqrt(sum);
}

function awayFrom(columns: Columns, i: number, place: readonly number[]): number {
  let sum = 0;
  for (let c = 0; c < columns.length; c++) sum += (columns[c]![i]! - place[c]!) ** 2;
  return Math.sqrt(sum);
}

/** How far the second half of some samples lies from the first, by their means. */
function driftOf(columns: Columns, from: number, count: number): number {
  const half = Math.floor(count / 2);
  let squares = 0;
  for (const values of columns) {
    let sum = 0;
    for (let k = 0; k < half; k++) sum += values[from + count - 1 - k]! - values[from + k]!;
    squares += (sum / half) ** 2;
  }
  return Math.sqrt(squares);
}

/** Where something that goes by small steps stands, and does not creep; where it drifts least first. */
function standsIn(columns: Columns, [from, to]: [number, number], seen: number): [number, number][] {
  const count = Math.min(STANDS, to - from + 1);
  const most = seen * Math.sqrt(2 / Math.floor(count / 2));
  const windows: { at: number; drift: number }[] = [];
  for (let at = from; at + count - 1 <= to; at++) {
    const drift = driftOf(columns, at, count);
    if (drift <= most) windows.push({ at, drift });
  }
  windows.sort((a, b) => a.drift - b.drift);
  const rests: [number, number][] = [];
  const taken = new Uint8Array(to - from + 1);
  for (const { at } of windows) {
    if (taken.subarray(at - from, at - from + count).includes(1)) continue;
    const place = meanOf(columns, at, count);
    // What is exactly as beside it was never recorded, and tells nothing more of where it stands.
    let told = 1;
    for (let i = at + 1; i < at + count; i++) if (apart(columns, i - 1, i) > 0) told++;
    const near = seen * Math.sqrt(1 + 1 / told);
    const isFree = (i: number): boolean => i >= from && i <= to && !taken[i - from];
    const isThere = (i: number): boolean => isFree(i) && awayFrom(columns, i, place) <= near;
    let [first, last] = [at, at + count - 1];
    // One sample that is far off is noise where the next is there again.
    for (let i = first - 1; isThere(i) || (isFree(i) && isThere(i - 1)); i--) if (isThere(i)) first = i;
    for (let i = last + 1; isThere(i) || (isFree(i) && isThere(i + 1)); i++) if (isThere(i)) last = i;
    while (last - first > REST_FRAMES && !isThere(first)) first++;
    while (last - first > REST_FRAMES && !isThere(last)) last--;
    taken.fill(1, first - from, last - from + 1);
    rests.push([first, last]);
  }
  return rests.sort((a, b) => a[0] - b[0]);
}

function meanOf(columns: Columns, from: number, count: number): number[] {
  return columns.map((values) => {
    let sum = 0;
    for (let k = 0; k < count; k++) sum += values[from + k]!;
    return sum / count;
  });
}

/** Highs and lows that stand out by at least `least` on both sides; a flat one lies in the middle of its flat. */
function turns(values: ArrayLike<number>, least: number, still: number): Moment[] {
  const middleOf = (top: number): number => {
    let [a, b] = [top, top];
    while (a > 0 && Math.abs(values[a - 1]! - values[top]!) <= still) a--;
    while (b + 1 < values.length && Math.abs(values[b + 1]! - values[top]!) <= still) b++;
    return (a + b) / 2;
  };
  let before = 0;
  return turnsOf(values, least).map((top) => {
    const way = Math.sign(values[top]! - values[before]!);
    before = top;
    return { kind: 'turns', at: middleOf(top), way };
  });
}

/** What is seen so near to where it is counts as it is seen. */
const SURE_FRAMES = 0.6;
/** How near to an event of the target a moment of it is that event. */
const OWN_REACH = 2.6;

/** A curve at whole frames, a row a channel, and the frame of the first. */
export interface Samples {
  columns: readonly Float64Array[];
  first: number;
}

/** Those of a take, and whether they are its own drawings: what lies between drawings is straight, with corners. */
export interface TakeSamples extends Samples {
  areDrawings: boolean;
}

/** Where events are looked for: near where each is thought to lie, or otherwise, within so many frames. */
export type LookFor = (
  events: readonly number[],
  thought: readonly number[],
  otherwise: readonly number[],
  reach: number,
) => (number | null | undefined)[];

/**
 * Where the events of a target are seen to happen in a take; null where they are not seen there, undefined where the
 * target itself shows nothing. What is seen comes from the coordinate that moves most. What happens in the two is found
 * once, for all that is looked for.
 */
export function lookingIn(target: Samples, take: TakeSamples): LookFor {
  const extents = target.columns.map((column) => {
    const { low, high } = extentOf(column);
    return high - low;
  });
  const order = extents.map((_, c) => c).sort((a, b) => extents[b]! - extents[a]!);
  const moments = order.map((c) => {
    const [asked, drawn] = [target.columns[c]!, take.columns[c]!];
    const [own, noise] = [noiseOf(asked), take.areDrawings ? noiseBeside(drawn, asked) : noiseOf(drawn)];
    return {
      clear: momentsOf(asked, extents[c]!, own),
      asked: momentsOf(asked, extents[c]!, Math.max(own, noise)),
      drawn: momentsOf(drawn, extents[c]!, Math.max(own, noise)),
    };
  });
  return (events, thought, otherwise, reach) =>
    events.map((frame, i) => {
      for (const { clear, asked, drawn } of moments) {
        const own = nearest(clear, frame - target.first, OWN_REACH);
        if (!own) continue;
        const like = (all: readonly Moment[]): Moment[] =>
          all.filter((moment) => moment.kind === own.kind && moment.way === own.way);
        // Through noise a slow start is seen late, and a slow finish early: in both alike.
        const blurred = nearest(like(asked), own.at, reach) ?? own;
        const near = (frame: number): Moment | null =>
          nearest(like(drawn), frame - take.first + (blurred.at - own.at), reach);
        const there = near(thought[i]!) ?? near(otherwise[i]!);
        if (!there) return null;
        const place = there.at + take.first + (frame - target.first - blurred.at);
        // A slow start or finish is seen so much from where it is: by less than that nothing is off.
        const unsure = Math.abs(blurred.at - own.at) + Math.abs(frame - target.first - own.at);
        return unsure > SURE_FRAMES && Math.abs(place - otherwise[i]!) <= unsure ? otherwise[i]! : place;
      }
      return undefined;
    });
}

function nearest(moments: readonly Moment[], at: number, reach: number): Moment | null {
  let best: Moment | null = null;
  for (const moment of moments)
    if (Math.abs(moment.at - at) <= reach && (!best || Math.abs(moment.at - at) < Math.abs(best.at - at)))
      best = moment;
  return best;
}
