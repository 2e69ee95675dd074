import { frameAt, framesPerSecond, type Placement, secondsAt, shownSecondsAt } from '@undulan/core';
import type { PlaybackClock } from '../time/index.ts';

/** Sound is handed over so long before it is due, in seconds. */
const AHEAD_S = 0.03;
/** It begins anew where it is off by so much of a frame. */
const MOST_OFF_FRAMES = 0.3;
/** What goes on by more than this beside the time that passed has been put elsewhere: a loop, a seek. */
const JUMP_FRAMES = 2;
/** A frame that is gone to is heard for so long at least, in seconds. */
const LEAST_GRAIN_S = 0.06;
/** Beginnings and ends come up and die away in this time, so that they do not click. */
const FADE_S = 0.004;
/** From where one looks which way it goes, in ms. */
const LOOK_MS = 2;

/** A sound, and how it lies on the ruler. */
export interface LaidSound {
  sound: AudioBuffer;
  placement: Placement;
}

/** How far a sound was off its picture, in frames. */
export interface Measured {
  /** At worst, while it went on. */
  worstFrames: number;
  /** How often it had to be put right, where the machine had held it up, and by how much at most. */
  timesRight: number;
  worstRight: number;
}

const IN_TIME: Measured = { worstFrames: 0, timesRight: 0, worstRight: 0 };

interface Sounding {
  node: AudioBufferSourceNode;
  gain: GainNode;
  /** The time of the context it begins at, and its own second there. */
  at: number;
  seconds: number;
  /** Its own seconds in a second; below 0 backward. */
  speed: number;
}

/**
 * Makes a sound go with a clock: at its speed, round and back with it, and frame by frame where the playhead is moved.
 * Whenever it is further off the picture than it may be it begins anew. Outside React.
 */
export class SoundFollower {
  readonly #context: AudioContext;
  readonly #clock: PlaybackClock;
  #laid: LaidSound | null = null;
  #reversed: AudioBuffer | null = null;
  #sounding: Sounding | null = null;
  #frame: number;
  #last: { place: number; ms: number } | null = null;
  #measured = IN_TIME;

  constructor(context: AudioContext, clock: PlaybackClock) {
    this.#context = context;
    this.#clock = clock;
    this.#frame = clock.frame;
  }

  /** How far it was off the picture since playing last began. */
  get measured(): Measured {
    return this.#measured;
  }

  lay(laid: LaidSound | null): void {
    if (laid?.sound !== this.#laid?.sound) this.#reversed = null;
    this.#laid = laid;
    this.#hush();
  }

  /** To be called whenever the clock tells of a change. */
  follow = (): void => {
    const clock = this.#clock;
    const { frame } = clock;
    const moved = frame !== this.#frame;
    this.#frame = frame;
    if (!this.#laid || this.#laid.placement.volume === 0) return;
    if (clock.playing) {
      // Until the screen has shown its first frame it has not begun.
      if (clock.run.startMs !== null) this.#keepUp(this.#laid);
      return;
    }
    this.#hush();
    this.#last = null;
    if (moved) this.#soundFrame(this.#laid, frame);
  };

  end(): void {
    this.#hush();
  }

  #keepUp({ placement }: LaidSound): void {
    const { ms, contextSeconds } = this.#heardNow();
    const place = this.#clock.placeAt(ms);
    const { rate } = this.#clock;
    const fps = framesPerSecond(rate);
    const ahead = this.#clock.placeAt(ms + LOOK_MS) - place;
    const isRound = Math.abs(ahead) > 1;
    // Just before it goes round, it goes as it went.
    const framesPerMs = isRound
      ? this.#sounding
        ? this.#speedOf(this.#sounding, placement, fps) / 1000
        : 0
      : ahead / LOOK_MS;
    const speed = ((framesPerMs * 1000) / fps) * placement.speed;
    if (!this.#last) this.#measured = IN_TIME;
    const isJump = !this.#last || Math.abs(place - this.#last.place - framesPerMs * (ms - this.#last.ms)) > JUMP_FRAMES;
    this.#last = { place, ms };
    if (shownSecondsAt(placement, place, rate) === null || speed === 0) {
      this.#hush();
      return;
    }
    const sounding = this.#sounding;
    if (sounding && contextSeconds >= sounding.at) {
      const heard = sounding.seconds + (contextSeconds - sounding.at) * sounding.speed;
      const off = Math.abs(frameAt(placement, heard, rate) - place);
      const isOther = Math.abs(sounding.speed - speed) > 1e-6 * Math.abs(speed) + 1e-9;
      if (!isJump && !isOther) this.#measure(off);
      if (off <= MOST_OFF_FRAMES && !isOther) return;
    } else if (sounding && !isJump) return;
    this.#begin(speed);
  }

  #measure(off: number): void {
    const { worstFrames, timesRight, worstRight } = this.#measured;
    this.#measured =
      off <= MOST_OFF_FRAMES
        ? { ...this.#measured, worstFrames: Math.max(worstFrames, off) }
        : { worstFrames, timesRight: timesRight + 1, worstRight: Math.max(worstRight, off) };
  }

  /** Frames a second that a sound goes on by. */
  #speedOf(sounding: Sounding, placement: Placement, fps: number): number {
    return (sounding.speed * fps) / placement.speed;
  }

  #begin(speed: number): void {
    const { sound, placement } = this.#laid!;
    const at = this.#context.currentTime + AHEAD_S;
    const place = this.#clock.placeAt(this.#msAt(at));
    const seconds = secondsAt(placement, place, this.#clock.rate);
    const left = speed > 0 ? placement.toSeconds - seconds : seconds - placement.fromSeconds;
    this.#hush();
    if (left <= 0) return;
    this.#sounding = this.#sound(speed > 0 ? sound : this.#backward(sound), {
      at,
      from: speed > 0 ? seconds : sound.duration - seconds,
      seconds,
      speed,
      forSeconds: left,
    });
  }

  /** One frame by itself. */
  #soundFrame({ sound, placement }: LaidSound, frame: number): void {
    const seconds = shownSecondsAt(placement, frame, this.#clock.rate);
    if (seconds === null) return;
    const forSeconds = Math.max(LEAST_GRAIN_S, 1 / framesPerSecond(this.#clock.rate)) * placement.speed;
    const at = this.#context.currentTime;
    this.#sounding = this.#sound(sound, { at, from: seconds, seconds, speed: placement.speed, forSeconds });
  }

  #sound(
    buffer: AudioBuffer,
    part: { at: number; from: number; seconds: number; speed: number; forSeconds: number },
  ): Sounding {
    const { at, from, seconds, speed, forSeconds } = part;
    const context = this.#context;
    const [node, gain] = [context.createBufferSource(), context.createGain()];
    node.buffer = buffer;
    node.playbackRate.value = Math.abs(speed);
    const { volume } = this.#laid!.placement;
    const ends = at + forSeconds / Math.abs(speed);
    gain.gain.setValueAtTime(0, at);
    gain.gain.linearRampToValueAtTime(volume, at + FADE_S);
    gain.gain.setValueAtTime(volume, Math.max(at + FADE_S, ends - FADE_S));
    gain.gain.linearRampToValueAtTime(0, Math.max(at + 2 * FADE_S, ends));
    node.connect(gain).connect(context.destination);
    node.start(at, Math.max(0, from), forSeconds + FADE_S);
    return { node, gain, at, seconds, speed };
  }

  #hush(): void {
    if (!this.#sounding) return;
    const { node, gain } = this.#sounding;
    this.#sounding = null;
    const now = this.#context.currentTime;
    gain.gain.cancelScheduledValues(now);
    gain.gain.setTargetAtTime(0, now, FADE_S);
    node.stop(now + 5 * FADE_S);
  }

  #backward(sound: AudioBuffer): AudioBuffer {
    if (this.#reversed) return this.#reversed;
    const { numberOfChannels, length, sampleRate } = sound;
    const reversed = this.#context.createBuffer(numberOfChannels, length, sampleRate);
    for (let c = 0; c < numberOfChannels; c++) reversed.copyToChannel(sound.getChannelData(c).slice().reverse(), c);
    this.#reversed = reversed;
    return reversed;
  }

  /** What of the context's time is heard now, as far as the browser knows, beside the page's own time. */
  #heardNow(): { ms: number; contextSeconds: number } {
    const ms = performance.now();
    const { contextTime = 0, performanceTime = 0 } = this.#context.getOutputTimestamp();
    return performanceTime > 0
      ? { ms, contextSeconds: contextTime + (ms - performanceTime) / 1000 }
      : { ms, contextSeconds: this.#context.currentTime };
  }

  /** When a time of the context is heard, in ms of the page's own. */
  #msAt(contextSeconds: number): number {
    const now = this.#heardNow();
    return now.ms + (contextSeconds - now.contextSeconds) * 1000;
  }
}
