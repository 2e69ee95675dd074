import type { PlaybackReport } from '../src/time/index.ts';

/** What the bench page tells whoever drives it. */
export interface BenchWindow {
  inputMs: number[];
  clock: { readonly report: PlaybackReport; play: () => void };
}
