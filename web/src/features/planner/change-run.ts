import type { Run } from './planner-state.ts';

/** A beat moves no nearer than this to its neighbours. */
const LEAST_GAP_MS = 5;

/** The run with one beat at another time, kept between its neighbours; the first stays at 0. */
export function withBeat(run: Run, beat: number, atMs: number): Run {
  const low = (run[beat - 1] ?? 0) + LEAST_GAP_MS;
  const high = (run[beat + 1] ?? Infinity) - LEAST_GAP_MS;
  return run.map((tap, i) => (i === beat ? Math.min(Math.max(atMs, low), Math.max(low, high)) : tap));
}

/** The run without one beat; its times count from the first that is left. */
export function withoutBeat(run: Run, beat: number): Run {
  const left = run.filter((_, i) => i !== beat);
  return left.map((tap) => tap - left[0]!);
}
