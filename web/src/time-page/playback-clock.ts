import { frameCount, framesPerSecond, type FrameRange, type Rate } from '@undulan/core';

/** What playing really did since it was last started. */
export interface PlaybackReport {
  /** Frames that were on screen, and frames whose time passed before the screen could show them. */
  shown: number;
  dropped: number;
  /** Frames a second really reached; null until two were shown. */
  reachedFps: number | null;
  /** How long after its time the latest frame came at worst, in ms. */
  worstLateMs: number;
}

const NOTHING: PlaybackReport = { shown: 0, dropped: 0, reachedFps: null, worstLateMs: 0 };

/** What drives the clock: the browser's animation frames, or a test's. */
export interface Ticker {
  request: (tick: (nowMs: number) => void) => number;
  cancel: (handle: number) => void;
}

const BROWSER: Ticker = {
  request: (tick) => requestAnimationFrame(tick),
  cancel: (handle) => cancelAnimationFrame(handle),
};

/** The rounding of times must not hold a frame back that is due. */
const DUE_MS = 1e-3;

/**
 * The playhead and the clock that moves it in real time, outside React: views subscribe and draw. Frames follow the time since the start, so a late screen
 * drops frames instead of slowing the motion down, and counts them.
 */
export class PlaybackClock {
  #frame: number;
  #range: FrameRange;
  #rate: Rate;
  #loop = true;
  #playing = false;
  #report = NOTHING;
  #handle = 0;
  #startMs: number | null = null;
  #startFrame = 0;
  /** Frames gone by since the start, over all rounds of a loop. */
  #elapsed = 0;
  #firstShownMs = 0;
  readonly #ticker: Ticker;
  readonly #listeners = new Set<() => void>();

  constructor(range: FrameRange, rate: Rate, ticker: Ticker = BROWSER) {
    this.#range = range;
    this.#rate = rate;
    this.#frame = range.first;
    this.#ticker = ticker;
  }

  get frame(): number {
    return this.#frame;
  }

  get playing(): boolean {
    return this.#playing;
  }

  get loop(): boolean {
    return this.#loop;
  }

  get range(): FrameRange {
    return this.#range;
  }

  get rate(): Rate {
    return this.#rate;
  }

  get report(): PlaybackReport {
    return this.#report;
  }

  subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  #tell(): void {
    for (const listener of this.#listeners) listener();
  }

  /** Takes over the document's range and rate; a playhead left outside comes back to the nearest end. */
  configure(range: FrameRange, rate: Rate): void {
    if (range.first === this.#range.first && range.last === this.#range.last && rate.num === this.#rate.num && rate.den === this.#rate.den) return;
    this.stop();
    this.#range = range;
    this.#rate = rate;
    this.seek(this.#frame);
  }

  setLoop(loop: boolean): void {
    this.#loop = loop;
    this.#tell();
  }

  /** Puts the playhead on a whole frame of the range. While playing it plays on from there. */
  seek(frame: number): void {
    this.#frame = Math.min(Math.max(Math.round(frame), this.#range.first), this.#range.last);
    if (this.#playing) this.#restart();
    this.#tell();
  }

  step(frames: number): void {
    this.stop();
    this.seek(this.#frame + frames);
  }

  play(): void {
    if (this.#playing) return;
    if (!this.#loop && this.#frame === this.#range.last) this.#frame = this.#range.first;
    this.#playing = true;
    this.#restart();
    this.#tell();
  }

  stop(): void {
    if (!this.#playing) return;
    this.#playing = false;
    this.#ticker.cancel(this.#handle);
    this.#tell();
  }

  toggle(): void {
    if (this.#playing) this.stop();
    else this.play();
  }

  #restart(): void {
    this.#ticker.cancel(this.#handle);
    this.#startMs = null;
    this.#startFrame = this.#frame;
    this.#elapsed = 0;
    this.#report = NOTHING;
    this.#handle = this.#ticker.request(this.#tick);
  }

  #tick = (nowMs: number): void => {
    this.#startMs ??= nowMs;
    const frameMs = 1000 / framesPerSecond(this.#rate);
    const elapsed = Math.floor((nowMs - this.#startMs + DUE_MS) / frameMs);
    if (this.#report.shown === 0) {
      this.#firstShownMs = nowMs;
      this.#report = { ...NOTHING, shown: 1 };
    } else if (elapsed > this.#elapsed) {
      this.#advance(elapsed, nowMs, frameMs);
      if (!this.#playing) return;
    }
    this.#handle = this.#ticker.request(this.#tick);
  };

  #advance(elapsed: number, nowMs: number, frameMs: number): void {
    const before = this.#elapsed;
    const offset = this.#startFrame - this.#range.first + elapsed;
    const count = frameCount(this.#range);
    const over = !this.#loop && offset >= count;
    const next = over ? this.#range.last : this.#range.first + (offset % count);
    // The last frame of a single run has its full time on screen before the clock stops; what comes after the end is not dropped.
    const passed = over ? elapsed - (offset - count) - 1 : elapsed;
    const shownNew = passed > before;
    const { shown, dropped, worstLateMs } = this.#report;
    this.#elapsed = elapsed;
    this.#frame = next;
    if (shownNew) {
      const lateMs = nowMs - this.#startMs! - elapsed * frameMs;
      this.#report = {
        shown: shown + 1,
        dropped: dropped + (passed - before - 1),
        reachedFps: (1000 * shown) / (nowMs - this.#firstShownMs),
        worstLateMs: over ? worstLateMs : Math.max(worstLateMs, lateMs),
      };
    }
    if (over) this.stop();
    this.#tell();
  }
}
