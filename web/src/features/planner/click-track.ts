import { readySound, soundClick } from '../../ui/index.ts';
import type { Stopwatch } from './stopwatch.ts';

/**
 * How far ahead of its time a click is handed to the sound card, in seconds: longer than a screen refresh, shorter than
 * a person notices a stop.
 */
const AHEAD_S = 0.15;

export interface Click {
  atSeconds: number;
  /** Higher and louder: the first of a round. */
  strong: boolean;
}

/**
 * Sounds clicks in step with a running stopwatch, each handed to the sound card shortly ahead so that it comes on time.
 * `clickAt` gives the n-th click, null past the last. Gives a way to stop. A browser without sound stays silent: what
 * is heard is always seen too.
 */
export function soundClicks(watch: Stopwatch, clickAt: (n: number) => Click | null): () => void {
  const sound = readySound();
  let next = 0;
  return watch.subscribe(() => {
    if (!watch.running || !sound) return;
    for (let click = clickAt(next); click && click.atSeconds < watch.seconds + AHEAD_S; click = clickAt(++next)) {
      const wait = click.atSeconds - watch.seconds;
      if (wait > -AHEAD_S) soundClick(wait, click.strong);
    }
  });
}
