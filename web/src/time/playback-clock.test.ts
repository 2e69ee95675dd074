import { expect, test } from 'vitest';
import { PlaybackClock, type Ticker } from './playback-clock.ts';

/** A ticker moved by hand: `advance(ms)` gives the clock one screen refresh at that time. */
function handTicker() {
  let waiting: ((nowMs: number) => void) | null = null;
  const ticker: Ticker = {
    request: (tick) => {
      waiting = tick;
      return 1;
    },
    cancel: () => {
      waiting = null;
    },
  };
  return { ticker, refresh: (nowMs: number) => waiting?.(nowMs), isWaiting: () => waiting !== null };
}

const FILM = { num: 24, den: 1 };
const SECOND = { first: 1, last: 24 };

test('at 60 refreshes a second, 24 fps shows every frame within one refresh of its time', () => {
  const hand = handTicker();
  const clock = new PlaybackClock(SECOND, FILM, hand.ticker);
  const seen = new Set<number>();
  clock.subscribe(() => seen.add(clock.frame));
  clock.play();
  for (let i = 0; i <= 600; i++) hand.refresh(5 + (i * 1000) / 60);
  expect(clock.report).toMatchObject({ shown: 241, dropped: 0 });
  expect(clock.report.reachedFps).toBeCloseTo(24, 6);
  expect(clock.report.worstLateMs).toBeLessThan(1000 / 60);
  expect(seen.size).toBe(24);
});

test('a slow screen drops frames, says how many, and keeps the time', () => {
  const hand = handTicker();
  const clock = new PlaybackClock({ first: 1, last: 100 }, FILM, hand.ticker);
  clock.play();
  for (let i = 0; i <= 10; i++) hand.refresh(i * 100);
  expect(clock.frame).toBe(25);
  expect(clock.report.shown).toBe(11);
  expect(clock.report.dropped).toBe(24 - 10);
});

test('a loop goes on from the first frame without holding the last one twice', () => {
  const hand = handTicker();
  const clock = new PlaybackClock({ first: 1, last: 3 }, FILM, hand.ticker);
  const frames: number[] = [];
  clock.play();
  for (let i = 0; i <= 7; i++) {
    hand.refresh((i * 1000) / 24);
    frames.push(clock.frame);
  }
  expect(frames).toEqual([1, 2, 3, 1, 2, 3, 1, 2]);
});

test('played once it stops on the last frame after that frame had its time, and starts over when played again', () => {
  const hand = handTicker();
  const clock = new PlaybackClock({ first: 1, last: 3 }, FILM, hand.ticker);
  clock.set({ way: 'once' });
  clock.play();
  for (const frames of [0, 1, 2, 2.9]) hand.refresh((frames * 1000) / 24);
  expect([clock.frame, clock.playing]).toEqual([3, true]);
  hand.refresh((3.1 * 1000) / 24);
  expect([clock.frame, clock.playing, hand.isWaiting()]).toEqual([3, false, false]);
  expect(clock.report).toMatchObject({ shown: 3, dropped: 0 });
  clock.play();
  expect(clock.frame).toBe(1);
});

test('the playhead stays on whole frames of the range, also when the range gets shorter', () => {
  const clock = new PlaybackClock(SECOND, FILM, handTicker().ticker);
  clock.seek(99);
  expect(clock.frame).toBe(24);
  clock.seek(7.6);
  expect(clock.frame).toBe(8);
  clock.configure({ first: 1, last: 5 }, FILM);
  expect(clock.frame).toBe(5);
  clock.step(-9);
  expect(clock.frame).toBe(1);
});

test('changing the rate stops playing; seeking while playing plays on from there', () => {
  const hand = handTicker();
  const clock = new PlaybackClock({ first: 1, last: 100 }, FILM, hand.ticker);
  clock.play();
  hand.refresh(0);
  clock.seek(50);
  hand.refresh(1000);
  hand.refresh(1500);
  expect(clock.frame).toBe(62);
  clock.configure({ first: 1, last: 100 }, { num: 12, den: 1 });
  expect(clock.playing).toBe(false);
});

test('played in reverse, at half speed, only the work range is shown, and nothing is dropped', () => {
  const hand = handTicker();
  const clock = new PlaybackClock(SECOND, FILM, hand.ticker);
  clock.configure(SECOND, FILM, { first: 5, last: 7 });
  clock.set({ speed: 50 });
  const frames: number[] = [];
  clock.play(-1);
  for (let i = 0; i <= 10; i++) {
    hand.refresh((i * 1000) / 24);
    frames.push(clock.frame);
  }
  expect(frames).toEqual([7, 7, 6, 6, 5, 5, 7, 7, 6, 6, 5]);
  expect([clock.report.dropped, clock.direction]).toEqual([0, -1]);
});

test('a negative viewing speed turns forward into backward', () => {
  const hand = handTicker();
  const clock = new PlaybackClock({ first: 1, last: 4 }, FILM, hand.ticker);
  clock.set({ speed: -200, way: 'once' });
  clock.play();
  for (let i = 0; i <= 4; i++) hand.refresh((i * 1000) / 48);
  expect([clock.frame, clock.playing]).toEqual([1, false]);
});

test('every frame is shown on a slow screen when wanted: none dropped, the time given up', () => {
  const hand = handTicker();
  const clock = new PlaybackClock({ first: 1, last: 100 }, FILM, hand.ticker);
  clock.set({ everyFrame: true });
  clock.play();
  const frames: number[] = [];
  for (let i = 0; i <= 5; i++) {
    hand.refresh(i * 100);
    frames.push(clock.frame);
  }
  expect(frames).toEqual([1, 2, 3, 4, 5, 6]);
  expect(clock.report).toMatchObject({ shown: 6, dropped: 0 });
  expect(clock.report.reachedFps).toBeCloseTo(10, 6);
});

test('smooth playing shows what is between frames, and rests on the frame it had reached', () => {
  const hand = handTicker();
  const clock = new PlaybackClock({ first: 1, last: 100 }, FILM, hand.ticker);
  clock.set({ smooth: true });
  clock.play();
  hand.refresh(0);
  hand.refresh(1000 / 48);
  expect(clock.frame).toBeCloseTo(1.5, 3);
  hand.refresh(62.5);
  expect(clock.frame).toBeCloseTo(2.5, 3);
  clock.stop();
  expect(clock.frame).toBe(2);
});

test('the playhead can be put between frames; stepping from there comes to whole ones', () => {
  const clock = new PlaybackClock(SECOND, FILM, handTicker().ticker);
  clock.seek(7.3334, { between: true });
  expect(clock.frame).toBe(7.333);
  clock.step(1);
  expect(clock.frame).toBe(8);
  clock.seek(7.333, { between: true });
  clock.step(-1);
  expect(clock.frame).toBe(7);
});

test('a dragged playhead is under way until it rests, and says so once', () => {
  const clock = new PlaybackClock(SECOND, FILM, handTicker().ticker);
  let told = 0;
  clock.subscribe(() => told++);
  clock.scrub(7.6);
  expect([clock.frame, clock.moving, clock.playing]).toEqual([8, true, false]);
  clock.scrub(9.25, { between: true });
  expect(clock.frame).toBe(9.25);
  clock.rest();
  clock.rest();
  expect([clock.moving, told]).toEqual([false, 3]);
});

test('plays along with a clock that began earlier: where that is at once, with nothing dropped', () => {
  const hand = handTicker();
  const clock = new PlaybackClock({ first: 1, last: 100 }, FILM, hand.ticker);
  clock.playAlong({ frame: 5, startMs: -250, direction: 1 });
  hand.refresh(0);
  expect([clock.playing, clock.frame]).toEqual([true, 11]);
  hand.refresh(1000 / 24);
  expect([clock.frame, clock.report.dropped]).toEqual([12, 0]);
});

test('told a slightly other time it waits or skips a frame, and never goes back', () => {
  const hand = handTicker();
  const clock = new PlaybackClock({ first: 1, last: 100 }, FILM, hand.ticker);
  const frameMs = 1000 / 24;
  clock.playAlong({ frame: 1, startMs: 0, direction: 1 });
  for (let i = 0; i <= 4; i++) hand.refresh(i * frameMs);
  expect(clock.frame).toBe(5);
  // It was a frame ahead: it waits.
  clock.playAlong({ frame: 1, startMs: frameMs, direction: 1 });
  hand.refresh(4.5 * frameMs);
  expect(clock.frame).toBe(5);
  hand.refresh(6.1 * frameMs);
  expect(clock.frame).toBe(6);
  // It was behind: it skips.
  clock.playAlong({ frame: 1, startMs: -frameMs, direction: 1 });
  hand.refresh(6.6 * frameMs);
  expect(clock.frame).toBe(8);
});

test('says since when it plays, once the screen has shown it', () => {
  const hand = handTicker();
  const clock = new PlaybackClock({ first: 1, last: 100 }, FILM, hand.ticker);
  const runs: (number | null)[] = [];
  clock.subscribe(() => runs.push(clock.run.startMs));
  clock.seek(7);
  clock.play();
  hand.refresh(120);
  expect(clock.run).toEqual({ frame: 7, startMs: 120, direction: 1 });
  expect(runs.at(-1)).toBe(120);
});

test('of a single run that is over elsewhere the last frame is shown, and it stands', () => {
  const hand = handTicker();
  const clock = new PlaybackClock({ first: 1, last: 24 }, FILM, hand.ticker);
  clock.set({ way: 'once' });
  clock.playAlong({ frame: 1, startMs: -5000, direction: 1 });
  hand.refresh(0);
  expect([clock.playing, clock.frame]).toEqual([false, 24]);
});

test('where playing stands is told between frames too, round a loop; standing, it is the frame', () => {
  const hand = handTicker();
  const clock = new PlaybackClock({ first: 1, last: 4 }, FILM, hand.ticker);
  expect(clock.placeAt(1e9)).toBe(1);
  clock.play();
  hand.refresh(100);
  const at = (frames: number): number => clock.placeAt(100 + (frames * 1000) / 24);
  expect([at(0), at(0.5), at(3.75), at(4.5)].map((place) => Math.round(place * 1000) / 1000)).toEqual([
    1, 1.5, 4.75, 1.5,
  ]);
});
