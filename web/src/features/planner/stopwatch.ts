import { useEffect, useState, useSyncExternalStore } from 'react';

/** Real seconds since it was started, outside React: views subscribe and draw. */
export class Stopwatch {
  #startMs = 0;
  #seconds = 0;
  #handle = 0;
  #running = false;
  readonly #listeners = new Set<() => void>();

  get seconds(): number {
    return this.#seconds;
  }

  get running(): boolean {
    return this.#running;
  }

  subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  start(): void {
    this.stop();
    this.#startMs = performance.now();
    this.#seconds = 0;
    this.#running = true;
    const tick = (): void => {
      this.#seconds = (performance.now() - this.#startMs) / 1000;
      this.#handle = requestAnimationFrame(tick);
      this.#tell();
    };
    this.#handle = requestAnimationFrame(tick);
    this.#tell();
  }

  stop(): void {
    if (!this.#running) return;
    cancelAnimationFrame(this.#handle);
    this.#running = false;
    this.#tell();
  }

  #tell(): void {
    for (const listener of this.#listeners) listener();
  }
}

/** A stopwatch of the component's own, stopped with it. */
export function useStopwatch(): Stopwatch {
  const [watch] = useState(() => new Stopwatch());
  useEffect(() => () => watch.stop(), [watch]);
  return watch;
}

export function useRunning(watch: Stopwatch): boolean {
  return useSyncExternalStore(watch.subscribe, () => watch.running);
}

/** Calls `draw` with the seconds at each refresh while it runs, outside React's rendering. */
export function useOnTick(watch: Stopwatch, draw: (seconds: number) => void): void {
  useEffect(() => {
    const drawNow = (): void => draw(watch.seconds);
    drawNow();
    return watch.subscribe(drawNow);
  }, [watch, draw]);
}
