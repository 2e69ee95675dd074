import { extentOf } from '../extent.ts';
import { framesPerSecond, type Rate } from '../time/index.ts';

/** The rate of a clip by the times its pictures are shown at. */
export interface FoundRate {
  rate: Rate;
  /** Whether every picture is shown for one frame of that rate, the last left aside. */
  isSteady: boolean;
}

/** Rates that are asked for first, where times leave it open. */
const USUAL = [24, 25, 30, 12, 60, 50, 15, 48, 8, 10, 20];
const BROADCAST: readonly Rate[] = [
  { num: 24000, den: 1001 },
  { num: 30000, den: 1001 },
  { num: 60000, den: 1001 },
];
const MOST_FPS = 240;
const WHOLE: readonly Rate[] = Array.from({ length: MOST_FPS }, (_, i) => ({ num: i + 1, den: 1 }));
const CANDIDATES: readonly Rate[] = [...BROADCAST, { num: 25, den: 2 }, { num: 15, den: 2 }, ...WHOLE];

/** Files keep times in ticks; these are the coarse ones, in seconds. */
const TICKS = [0.01, 0.001];
const FINEST = 1e-4;
/** What is this near to a tick is on it. */
const ON_TICK = 1e-6;
/** So many frames of the rate the shortest stand may be, of a rate up to this: a film on a faster clock. */
const MOST_SHORTEST = 5;
const FAST_CLOCK = 60;
/** The shortest stand is of so many frames of a candidate, give or take this. */
const STANDS_OTHERWISE = 0.75;
/** How far candidates may be from what the shortest stands say. */
const NEAR = 0.15;
/** So much worse than the best of them, in ticks, an expected or usual rate may fit. */
const AS_GOOD = 0.35;

function tickOf(seconds: readonly number[]): number {
  const isOn = (tick: number): boolean =>
    seconds.every((time) => Math.abs(time / tick - Math.round(time / tick)) * tick < ON_TICK);
  return TICKS.find(isOn) ?? FINEST;
}

/** How far times are from lying on frames of a rate, in seconds; null where two would share one. */
function spreadOn(seconds: readonly number[], fps: number): { spread: number; frames: number[] } | null {
  const from = seconds[0]!;
  // By the middle of what the first ones miss, so that the first picture's own rounding does not count for all.
  let shift = 0;
  let [frames, spread]: [number[], number] = [[], Infinity];
  for (let round = 0; round < 2; round++) {
    frames = seconds.map((time) => Math.round((time - from + shift) * fps));
    const misses = seconds.map((time, i) => time - from - frames[i]! / fps);
    const { low, high } = extentOf(misses);
    spread = high - low;
    shift = -(low + high) / 2;
  }
  if (frames.some((frame, i) => i > 0 && frame <= frames[i - 1]!)) return null;
  return { spread, frames: frames.map((frame) => frame - frames[0]!) };
}

/**
 * The rate at which pictures shown at these times (seconds, rising) run: the slowest whose frames all of them lie on,
 * by how finely the file can say them. Where several do, the expected one, or a usual one. Two pictures at least.
 */
export function rateOfTimes(seconds: readonly number[], expected: Rate = { num: 24, den: 1 }): FoundRate {
  if (seconds.length < 2) return { rate: expected, isSteady: true };
  const tick = tickOf(seconds);
  const steps = seconds.slice(1).map((time, i) => time - seconds[i]!);
  const inOrder = [...steps].sort((a, b) => a - b);
  // Not the very shortest: that may be a slip of the writer.
  const shortest = Math.max(1 / MOST_FPS, inOrder[Math.floor(inOrder.length / 20)]!);
  for (let stand = 1; stand <= MOST_SHORTEST; stand++) {
    // Of few pictures the longest together says more than one of them alone.
    const about = stand / shortest;
    const reach = NEAR + (2 * tick) / shortest;
    const fits = [expected, ...CANDIDATES]
      .filter((rate) => stand === 1 || framesPerSecond(rate) <= FAST_CLOCK)
      .filter((rate) => Math.abs(framesPerSecond(rate) / about - 1) <= reach)
      // On frames as short as ticks any times lie.
      .filter((rate) => Math.abs(framesPerSecond(rate) * shortest - stand) < STANDS_OTHERWISE)
      .flatMap((rate) => {
        const found = spreadOn(seconds, framesPerSecond(rate));
        return found && found.spread <= tick + FINEST ? [{ rate, ...found }] : [];
      });
    if (fits.length === 0) continue;
    const least = Math.min(...fits.map(({ spread }) => spread));
    const good = fits.filter(({ spread }) => spread <= least + AS_GOOD * tick);
    const best =
      good.find(({ rate }) => rate === expected) ??
      USUAL.flatMap((fps) => good.find(({ rate }) => framesPerSecond(rate) === fps) ?? [])[0] ??
      good.find(({ rate }) => rate.den === 1) ??
      good[0]!;
    const isSteady = best.frames.every((frame, i) => frame === i);
    return { rate: best.rate, isSteady };
  }
  const middle = inOrder[Math.floor(inOrder.length / 2)]!;
  const near = [expected, ...USUAL.map((num) => ({ num, den: 1 })), ...CANDIDATES];
  const off = (rate: Rate): number => Math.abs(Math.log(framesPerSecond(rate) * middle));
  const rate = near.reduce((best, own) => (off(own) < off(best) - 0.02 ? own : best));
  return { rate, isSteady: false };
}

/** The frame of each picture, from 0 at the first, by the time it is shown at. */
export function numbersOf(seconds: readonly number[], rate: Rate): number[] {
  const fps = framesPerSecond(rate);
  const from = seconds[0] ?? 0;
  return seconds.map((time) => Math.round((time - from) * fps));
}
