import { type FrameRange, framesPerSecond, onGrain, type Rate, sameData } from '@undulan/core';
import { playPosition, type PlayWay } from './play-position.ts';

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

/** How a motion is looked at. None of it changes the motion. */
export interface PlaySettings {
  way: PlayWay;
  /** Viewing speed in percent of the set rate, 10 to 400; negative plays backward. */
  speed: number;
  /** Shows every frame, however late, instead of dropping those whose time is past. */
  everyFrame: boolean;
  /** Shows the motion between frames too, instead of frame by frame as it will be seen. */
  smooth: boolean;
}

export const PLAIN_PLAY: PlaySettings = { way: 'loop', speed: 100, everyFrame: false, smooth: false };

export const SPEED_LIMITS = { least: 10, most: 400 };

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

/** A run that began so much earlier or later is another one. */
const ANOTHER_RUN_MS = 500;

/** What is played, and how fast. */
interface ClockSetup {
  range: FrameRange;
  rate: Rate;
  workRange: FrameRange | null;
  /** The loop closes by keys one past the last frame: the playhead can stand there. */
  closes: boolean;
}

/**
 * The playhead and the clock that moves it in real time, outside React: views subscribe and draw. Frames follow the
 * time since the start, so a late screen drops frames instead of slowing the motion down, and counts them.
 */
export class PlaybackClock {
  #frame: number;
  #setup: ClockSetup;
  #settings = PLAIN_PLAY;
  #playing = false;
  #scrubbing = false;
  #direction: 1 | -1 = 1;
  #report = NOTHING;
  #handle = 0;
  #startMs: number | null = null;
  #startFrame = 0;
  /** Frames gone by since the start, over all rounds. */
  #elapsed = 0;
  #firstShownMs = 0;
  readonly #ticker: Ticker;
  readonly #listeners = new Set<() => void>();
  readonly #setupListeners = new Set<() => void>();

  constructor(range: FrameRange, rate: Rate, ticker: Ticker = BROWSER) {
    this.#setup = { range, rate, workRange: null, closes: false };
    this.#frame = range.first;
    this.#ticker = ticker;
  }

  /** The frame now: whole, unless put between frames or playing smoothly. */
  get frame(): number {
    return this.#frame;
  }
  get playing(): boolean {
    return this.#playing;
  }
  /** Whether the playhead is under way, played or dragged: it rests on no frame yet. */
  get moving(): boolean {
    return this.#playing || this.#scrubbing;
  }
  /** Which way it plays: 1 forward, −1 backward. */
  get direction(): 1 | -1 {
    return this.#direction;
  }
  /** What is played and how fast: another object whenever it is another. */
  get setup(): ClockSetup {
    return this.#setup;
  }
  get range(): FrameRange {
    return this.#setup.range;
  }
  /** The last frame the playhead can stand on. */
  get lastPlace(): number {
    return this.range.last + (this.#setup.closes ? 1 : 0);
  }
  get workRange(): FrameRange | null {
    return this.#setup.workRange;
  }
  /** What is played: the work range, or without one the range. */
  get playRange(): FrameRange {
    return this.#setup.workRange ?? this.#setup.range;
  }
  get rate(): Rate {
    return this.#setup.rate;
  }
  get settings(): PlaySettings {
    return this.#settings;
  }
  get report(): PlaybackReport {
    return this.#report;
  }

  subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  subscribeSetup = (listener: () => void): (() => void) => {
    this.#setupListeners.add(listener);
    return () => this.#setupListeners.delete(listener);
  };

  #tell(): void {
    for (const listener of this.#listeners) listener();
  }

  /** Takes over the document's range, rate and work range; a playhead left outside comes back to the nearest end. */
  configure(range: FrameRange, rate: Rate, workRange: FrameRange | null = null, closes = false): void {
    const setup = { range, rate, workRange, closes };
    if (sameData(setup, this.#setup)) return;
    this.stop();
    this.#setup = setup;
    this.seek(this.#frame, { between: true });
    for (const listener of this.#setupListeners) listener();
  }

  /** Changes how the motion is looked at; playing goes on from where it is. */
  set(settings: Partial<PlaySettings>): void {
    this.#settings = { ...this.#settings, ...settings };
    if (!this.#settings.smooth && this.#playing) this.#frame = Math.floor(this.#frame);
    if (this.#playing) this.#restart();
    this.#tell();
  }

  /**
   * Puts the playhead on a whole frame of the range, or `between` frames to a thousandth. While playing it plays on
   * from there.
   */
  seek(frame: number, { between = false }: { between?: boolean } = {}): void {
    const placed = between ? onGrain(frame) : Math.round(frame);
    this.#frame = Math.min(Math.max(placed, this.range.first), this.lastPlace);
    if (this.#playing) this.#restart();
    this.#tell();
  }

  /** Seeks as a drag does: the playhead is under way until `rest`. */
  scrub(frame: number, options: { between?: boolean } = {}): void {
    this.#scrubbing = true;
    this.seek(frame, options);
  }

  /** A drag has ended: the playhead rests where it is. */
  rest(): void {
    if (!this.#scrubbing) return;
    this.#scrubbing = false;
    this.#tell();
  }

  /** Goes on (or back) by whole frames; from between frames first to the next whole one. */
  step(frames: number): void {
    this.stop();
    const from = frames > 0 ? Math.floor(this.#frame) : Math.ceil(this.#frame);
    this.seek(from + frames);
  }

  /** Plays forward (1) or in reverse (−1). */
  play(direction: 1 | -1 = 1): void {
    if (this.#playing && direction === this.#direction) return;
    this.#direction = direction;
    const { first, last } = this.playRange;
    const backward = this.#backward;
    const atEnd = this.#frame === (backward ? first : last);
    if (this.#frame < first || this.#frame > last || (this.#settings.way === 'once' && atEnd))
      this.#frame = backward ? last : first;
    if (!this.#settings.smooth) this.#frame = Math.round(this.#frame);
    this.#playing = true;
    this.#restart();
    this.#tell();
  }

  stop(): void {
    if (!this.#playing) return;
    this.#playing = false;
    this.#ticker.cancel(this.#handle);
    // What was between frames while playing rests on the frame it had reached.
    this.#frame = Math.min(Math.floor(this.#frame), this.playRange.last);
    this.#tell();
  }

  toggle(direction: 1 | -1 = 1): void {
    if (this.#playing) this.stop();
    else this.play(direction);
  }

  get #backward(): boolean {
    return this.#direction * this.#settings.speed < 0;
  }

  /** What is played since when: from which frame, in ms of the page's own time; null before the screen showed it. */
  get run(): { frame: number; startMs: number | null; direction: 1 | -1 } {
    return { frame: this.#startFrame, startMs: this.#startMs, direction: this.#direction };
  }

  /** Where playing stands at a time of the page's own, between frames too; while it stands, the frame itself. */
  placeAt(ms: number): number {
    if (!this.#playing || this.#startMs === null) return this.#frame;
    const frames = Math.max(0, ms - this.#startMs) / this.#frameMs;
    return playPosition(this.#startFrame, this.#backward ? -frames : frames, this.playRange, this.#settings.way).frame;
  }

  /** When what is played began, in ms since 1970; null while it stands, or before the screen showed it. */
  get beganAt(): number | null {
    return this.#playing && this.#startMs !== null ? performance.timeOrigin + this.#startMs : null;
  }

  /**
   * Plays along with another clock: as if it had been started on a frame at a time (in ms of the page's own, also one
   * that is past). Told anew of what it plays already, it goes by the new time without jumping: it waits, or skips.
   */
  playAlong(run: { frame: number; startMs: number; direction: 1 | -1 }): void {
    const isSame =
      this.#playing &&
      run.frame === this.#startFrame &&
      run.direction === this.#direction &&
      Math.abs(run.startMs - (this.#startMs ?? Infinity)) < ANOTHER_RUN_MS;
    this.#startMs = run.startMs;
    if (isSame) return;
    this.#ticker.cancel(this.#handle);
    this.#direction = run.direction;
    this.#startFrame = run.frame;
    this.#frame = run.frame;
    this.#elapsed = 0;
    this.#report = NOTHING;
    this.#playing = true;
    this.#tell();
    this.#handle = this.#ticker.request(this.#tick);
  }

  /** How long a frame is on screen, in ms. */
  get #frameMs(): number {
    return 100_000 / (framesPerSecond(this.rate) * Math.abs(this.#settings.speed));
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
    const isFirst = this.#startMs === null;
    this.#startMs ??= nowMs;
    const frameMs = this.#frameMs;
    const gone = (nowMs - this.#startMs + DUE_MS) / frameMs;
    if (this.#report.shown === 0) {
      this.#firstShownMs = nowMs;
      this.#report = { ...NOTHING, shown: 1 };
      if (isFirst) this.#tell();
      // Of what began elsewhere the frames that are past were never to be shown here.
      else this.#catchUp(Math.max(0, Math.floor(gone)));
    } else if (Math.floor(gone) > this.#elapsed) {
      this.#advance(Math.floor(gone), nowMs, frameMs);
    } else if (this.#settings.smooth) this.#goTo(gone);
    if (this.#playing) this.#handle = this.#ticker.request(this.#tick);
  };

  #catchUp(gone: number): void {
    this.#elapsed = gone;
    if (this.#goTo(gone) >= 1) this.stop();
  }

  /** Puts the playhead where it is after some frames; gives by how many a single run is past its last. */
  #goTo(frames: number): number {
    const { frame, pastEnd } = playPosition(
      this.#startFrame,
      this.#backward ? -frames : frames,
      this.playRange,
      this.#settings.way,
    );
    this.#frame = frame;
    this.#tell();
    return pastEnd;
  }

  #advance(due: number, nowMs: number, frameMs: number): void {
    const before = this.#elapsed;
    let elapsed = due;
    if (this.#settings.everyFrame && due > before + 1) {
      elapsed = before + 1;
      // The time lost is not made up for: it goes on from this frame, now.
      this.#startMs = nowMs - elapsed * frameMs;
    }
    this.#elapsed = elapsed;
    const { pastEnd } = playPosition(
      this.#startFrame,
      this.#backward ? -elapsed : elapsed,
      this.playRange,
      this.#settings.way,
    );
    const over = pastEnd >= 1;
    // The last frame of a single run has its full time on screen before the clock stops; what comes after the end is
    // not dropped.
    const passed = over ? elapsed - pastEnd : elapsed;
    if (passed > before) {
      const { shown, dropped, worstLateMs } = this.#report;
      const lateMs = nowMs - this.#startMs! - elapsed * frameMs;
      this.#report = {
        shown: shown + 1,
        dropped: dropped + (passed - before - 1),
        reachedFps: (1000 * shown) / (nowMs - this.#firstShownMs),
        worstLateMs: over ? worstLateMs : Math.max(worstLateMs, lateMs),
      };
    }
    this.#goTo(this.#settings.smooth ? Math.max(elapsed, (nowMs - this.#startMs! + DUE_MS) / frameMs) : elapsed);
    if (over) this.stop();
  }
}
