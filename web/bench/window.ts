import type { PlaybackReport } from '../src/time/index.ts';
import type { FilmTimes } from './film-times.ts';

/** What the bench page tells whoever drives it. */
export interface BenchWindow {
  inputMs: number[];
  /** How long a film takes beside an empty encoder. */
  filmTimes: () => Promise<FilmTimes>;
  clock: { readonly report: PlaybackReport; play: () => void };
}
