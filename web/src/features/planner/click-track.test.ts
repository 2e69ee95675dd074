import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { Stopwatch } from './stopwatch.ts';

interface Sounded {
  at: number;
  hertz: number;
}

let sounded: Sounded[];
let nowMs: number;
let refresh: (() => void) | null;

/** A sound card that writes down when each click would sound, on a clock that starts at 100 s. */
class FakeAudio {
  destination = {};
  get currentTime(): number {
    return 100 + nowMs / 1000;
  }
  resume = (): Promise<void> => Promise.resolve();
  createGain = () => ({
    gain: { setValueAtTime: () => undefined, exponentialRampToValueAtTime: () => undefined },
    connect: (next: unknown) => next,
  });
  createOscillator = () => {
    const frequency = { value: 0 };
    return {
      frequency,
      connect: (next: unknown) => next,
      start: (at: number) => sounded.push({ at: Number((at - 100).toFixed(6)), hertz: frequency.value }),
      stop: () => undefined,
    };
  };
}

function runTo(ms: number): void {
  while (nowMs < ms) {
    nowMs = Math.min(ms, nowMs + 16);
    refresh?.();
  }
}

beforeEach(() => {
  [sounded, nowMs, refresh] = [[], 0, null];
  vi.resetModules();
  vi.stubGlobal('AudioContext', FakeAudio);
  vi.stubGlobal('requestAnimationFrame', (tick: () => void) => ((refresh = tick), 1));
  vi.stubGlobal('cancelAnimationFrame', () => (refresh = null));
  vi.spyOn(performance, 'now').mockImplementation(() => nowMs);
});
afterEach(() => {
  vi.unstubAllGlobals();
  vi.restoreAllMocks();
});

test('a stopwatch tells real seconds, and stops telling when stopped', () => {
  const watch = new Stopwatch();
  const told: number[] = [];
  watch.subscribe(() => told.push(watch.seconds));
  watch.start();
  runTo(480);
  expect(watch.seconds).toBeCloseTo(0.48, 9);
  watch.stop();
  const count = told.length;
  runTo(900);
  expect([told.length, watch.running]).toEqual([count, false]);
  watch.start();
  expect(watch.seconds).toBe(0);
});

test('every click sounds once and on its time, the first of a round higher', async () => {
  const { soundClicks } = await import('./click-track.ts');
  const watch = new Stopwatch();
  watch.start();
  soundClicks(watch, (n) => ({ atSeconds: n * 0.5, strong: n % 4 === 0 }));
  runTo(2200);
  expect(sounded.map(({ at }) => at)).toEqual([0.016, 0.5, 1, 1.5, 2]);
  expect(sounded.map(({ hertz }) => hertz)).toEqual([1320, 880, 880, 880, 1320]);
});

test('a track that ends stays silent, and so does one that was stopped', async () => {
  const { soundClicks } = await import('./click-track.ts');
  const watch = new Stopwatch();
  const taps = [0, 0.25, 0.9];
  watch.start();
  const stop = soundClicks(watch, (n) => (n < taps.length ? { atSeconds: taps[n]!, strong: false } : null));
  runTo(500);
  expect(sounded).toHaveLength(2);
  stop();
  runTo(3000);
  expect(sounded).toHaveLength(2);
});

test('without a sound card nothing breaks', async () => {
  vi.stubGlobal('AudioContext', undefined);
  const { soundClicks } = await import('./click-track.ts');
  const watch = new Stopwatch();
  watch.start();
  soundClicks(watch, (n) => ({ atSeconds: n, strong: true }));
  expect(() => runTo(1500)).not.toThrow();
});
