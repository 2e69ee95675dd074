import type { Stopwatch } from './stopwatch.ts';

/** How far ahead of its time a click is handed to the sound card, in seconds: longer than a screen refresh, shorter than a person notices a stop. */
const AHEAD_S = 0.15;

export interface Click {
  atSeconds: number;
  /** Higher and louder: the first of a round. */
  strong: boolean;
}

let context: AudioContext | null = null;

function sound(at: number, strong: boolean): void {
  if (!context) return;
  const oscillator = context.createOscillator();
  const gain = context.createGain();
  oscillator.frequency.value = strong ? 1320 : 880;
  gain.gain.setValueAtTime(strong ? 0.5 : 0.3, at);
  gain.gain.exponentialRampToValueAtTime(0.001, at + 0.06);
  oscillator.connect(gain).connect(context.destination);
  oscillator.start(at);
  oscillator.stop(at + 0.07);
}

/**
 * Sounds clicks in step with a running stopwatch, each handed to the sound card shortly ahead so that it comes on time. `clickAt` gives the n-th click, null past the last.
 * Gives a way to stop. A browser without sound stays silent: what is heard is always seen too.
 */
export function soundClicks(watch: Stopwatch, clickAt: (n: number) => Click | null): () => void {
  context ??= typeof AudioContext === 'undefined' ? null : new AudioContext();
  void context?.resume().catch(() => undefined);
  let next = 0;
  return watch.subscribe(() => {
    if (!watch.running || !context) return;
    for (let click = clickAt(next); click && click.atSeconds < watch.seconds + AHEAD_S; click = clickAt(++next)) {
      const wait = click.atSeconds - watch.seconds;
      if (wait > -AHEAD_S) sound(context.currentTime + Math.max(0, wait), click.strong);
    }
  });
}
