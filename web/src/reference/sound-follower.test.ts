import { placeWhole } from '@undulan/core';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { PlaybackClock, type Ticker } from '../time/playback-clock.ts';
import { SoundFollower } from './sound-follower.ts';

/** What was begun: from which second of the sound, when, how fast. */
interface Begun {
  at: number;
  from: number;
  rate: number;
  reversed: boolean;
  stopped: boolean;
}

const FILM = { num: 24, den: 1 };
let nowMs = 0;
beforeEach(() => {
  nowMs = 0;
  vi.spyOn(performance, 'now').mockImplementation(() => nowMs);
});
afterEach(() => vi.restoreAllMocks());

/** A context whose sound is heard the moment it is due, unless the machine holds it up by some seconds. */
function handContext() {
  const begun: Begun[] = [];
  const context = {
    heldUp: 0,
    get currentTime() {
      return nowMs / 1000 - this.heldUp;
    },
    destination: {},
    getOutputTimestamp() {
      return { contextTime: this.currentTime, performanceTime: nowMs || 1e-9 };
    },
    createBuffer: () => ({ copyToChannel: () => undefined, reversed: true }),
    createGain: () => {
      const param = new Proxy({}, { get: () => () => undefined });
      return { gain: param, connect: (next: unknown) => next };
    },
    createBufferSource: () => {
      const own: Begun = { at: 0, from: 0, rate: 1, reversed: false, stopped: false };
      const playbackRate = { value: 1 };
      return {
        playbackRate,
        set buffer(buffer: { reversed?: boolean }) {
          own.reversed = buffer.reversed ?? false;
        },
        connect: (next: unknown) => next,
        start: (at: number, from: number) => {
          Object.assign(own, { at, from, rate: playbackRate.value });
          begun.push(own);
        },
        stop: () => {
          own.stopped = true;
        },
      };
    },
  };
  return { context, begun };
}

function setUp() {
  let waiting: ((ms: number) => void) | null = null;
  const ticker: Ticker = {
    request: (tick) => {
      waiting = tick;
      return 1;
    },
    cancel: () => {
      waiting = null;
    },
  };
  const clock = new PlaybackClock({ first: 1, last: 240 }, FILM, ticker);
  const { context, begun } = handContext();
  const follower = new SoundFollower(context as unknown as AudioContext, clock);
  const sound = {
    duration: 10,
    length: 10,
    numberOfChannels: 1,
    sampleRate: 1,
    getChannelData: () => new Float32Array(10),
  } as unknown as AudioBuffer;
  clock.subscribe(follower.follow);
  const lay = (placement = placeWhole(1, 10)): void => follower.lay({ sound, placement });
  lay();
  /** So many refreshes of the screen, 60 a second. */
  const pass = (refreshes: number): void => {
    for (let i = 0; i < refreshes; i++) {
      waiting?.(nowMs);
      nowMs += 1000 / 60;
    }
  };
  return { clock, follower, begun, lay, pass, context };
}

test('played, a sound begins where the playhead is and goes on by itself', () => {
  const { clock, begun, pass, follower } = setUp();
  clock.seek(25);
  begun.length = 0;
  clock.play();
  pass(240);
  expect(begun).toHaveLength(1);
  // Handed over 30 ms before it is due: by then it is that much further on.
  expect(begun[0]!.from).toBeCloseTo(1.03, 2);
  expect(follower.measured).toMatchObject({ timesRight: 0 });
  expect(follower.measured.worstFrames).toBeLessThan(0.1);
  clock.stop();
  expect(begun[0]!.stopped).toBe(true);
});

test('held up by the machine it is put right at once, and that is said', () => {
  const { clock, begun, pass, follower, context } = setUp();
  clock.play();
  pass(60);
  context.heldUp = 0.08;
  pass(30);
  expect(begun).toHaveLength(2);
  expect(follower.measured.timesRight).toBe(1);
  expect(follower.measured.worstRight).toBeCloseTo(0.08 * 24, 1);
  expect(begun[1]!.from - (begun[1]!.at + 0.08)).toBeCloseTo(0, 2);
});

test('at another speed, backward, and as it lies on the ruler', () => {
  const { clock, begun, pass, lay } = setUp();
  lay({ ...placeWhole(13, 10), speed: 0.5 });
  clock.set({ speed: 200 });
  clock.play();
  pass(3);
  // Before it begins nothing is heard.
  expect(begun).toHaveLength(0);
  pass(30);
  expect(begun[0]!.rate).toBeCloseTo(1, 6);
  expect(begun[0]!.reversed).toBe(false);
  clock.play(-1);
  pass(6);
  expect(begun.at(-1)).toMatchObject({ reversed: true });
  lay({ ...placeWhole(1, 10), volume: 0 });
  const count = begun.length;
  pass(30);
  expect(begun).toHaveLength(count);
});

test('moved frame by frame, each frame is heard by itself; where nothing lies nothing is', () => {
  const { clock, begun, lay } = setUp();
  clock.step(1);
  clock.step(1);
  expect(begun.map(({ from }) => from)).toEqual([expect.closeTo(1 / 24, 6), expect.closeTo(2 / 24, 6)]);
  lay({ ...placeWhole(1, 10), toSeconds: 1 });
  clock.seek(100);
  expect(begun).toHaveLength(2);
});
