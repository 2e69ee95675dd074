import { framesPerSecond, type Rate } from './rate.ts';

/** A moment of an acted-out run, from its first beat on. */
export interface Beat {
  seconds: number;
  /** Frames from the first beat, and on the nearest whole frame. */
  frames: number;
  rounded: number;
}

/** The beats of a run of taps (ms, rising) at a rate; the first tap is at 0. */
export function readRun(tapsMs: readonly number[], rate: Rate): Beat[] {
  const start = tapsMs[0] ?? 0;
  return tapsMs.map((tap) => {
    const seconds = (tap - start) / 1000;
    const frames = seconds * framesPerSecond(rate);
    return { seconds, frames, rounded: Math.round(frames) };
  });
}

export interface AveragedRuns {
  /** The mean time of each beat, ms from the first, and how far the runs lie apart there (standard deviation, ms). */
  meanMs: number[];
  spreadMs: number[];
}

/**
 * Averages runs of equally many taps, beat by beat. Runs with another number of beats than the first cannot be averaged
 * with it and are left out.
 */
export function averageRuns(runs: readonly (readonly number[])[]): AveragedRuns & { left: number } {
  const beats = runs[0]?.length ?? 0;
  const alike = runs.filter((run) => run.length === beats).map((run) => run.map((tap) => tap - run[0]!));
  const meanMs = Array.from({ length: beats }, (_, i) => alike.reduce((sum, run) => sum + run[i]!, 0) / alike.length);
  const spreadMs = meanMs.map((mean, i) =>
    Math.sqrt(alike.reduce((sum, run) => sum + (run[i]! - mean) ** 2, 0) / alike.length),
  );
  return { meanMs, spreadMs, left: runs.length - alike.length };
}

/**
 * The tempo whose counts the beats fit best in even steps (least squares of beat on its number), in beats a minute.
 * Null below two beats.
 */
export function tempoOf(tapsMs: readonly number[]): number | null {
  const n = tapsMs.length;
  if (n < 2) return null;
  const meanIndex = (n - 1) / 2;
  const meanTap = tapsMs.reduce((sum, tap) => sum + tap, 0) / n;
  const along = tapsMs.reduce((sum, tap, i) => sum + (i - meanIndex) * (tap - meanTap), 0);
  const across = tapsMs.reduce((sum, _, i) => sum + (i - meanIndex) ** 2, 0);
  return along > 0 ? 60_000 / (along / across) : null;
}
