import { expect, test } from 'vitest';
import { seededRandom } from '../seeded.ts';
import { findOnsets } from './sound-onsets.ts';
import { asOneChannel, soundPeaks } from './sound-peaks.ts';
import { makeStandIn, STAND_IN_SAMPLE_RATE, STAND_IN_SOUNDS, type StandInSound } from './stand-in-sounds.ts';

const RATE = 44_100;

/** Tones of some hertz that set in at these times, over noise. */
function tones(beats: readonly number[], { seconds = 3, noise = 0, attack = 0.004, hertz = 440, decay = 0.15 } = {}) {
  const random = seededRandom(3);
  const samples = Float32Array.from({ length: seconds * RATE }, () => noise * (2 * random() - 1));
  for (const [n, beat] of beats.entries())
    for (let i = Math.round(beat * RATE); i < samples.length; i++) {
      const s = i / RATE - beat;
      samples[i]! +=
        0.4 * Math.min(1, s / attack) * Math.exp(-s / decay) * Math.sin(2 * Math.PI * hertz * (1 + (n % 3)) * s);
    }
  return samples;
}

const secondsOf = (samples: Float32Array, rate = RATE, sensitivity?: number): number[] =>
  findOnsets(samples, rate, sensitivity).map(({ seconds }) => seconds);

/** Every beat is found once, within 12 ms: less than a third of a frame of 24 a second. */
function expectBeats(found: readonly number[], beats: readonly number[]): void {
  expect(found).toHaveLength(beats.length);
  beats.forEach((beat, i) => expect(Math.abs(found[i]! - beat)).toBeLessThan(0.012));
}

test.each(Object.keys(STAND_IN_SOUNDS) as StandInSound[])('what sets in in %s is found where it was put', (name) => {
  expectBeats(secondsOf(makeStandIn(name), STAND_IN_SAMPLE_RATE), STAND_IN_SOUNDS[name].beats);
});

test('tones over noise, soft and sharp, high and low, are found at their beginning', () => {
  const beats = [0.3, 0.8, 1.1, 1.9, 2.4];
  expectBeats(secondsOf(tones(beats)), beats);
  expectBeats(secondsOf(tones(beats, { noise: 0.01 })), [0, ...beats]);
  expectBeats(secondsOf(tones([0, 1])), [0, 1]);
  expectBeats(secondsOf(tones(beats, { attack: 0.015, hertz: 180 })), beats);
  expectBeats(secondsOf(tones(beats, { hertz: 2500, decay: 0.05 })), beats);
});

test('silence has none, a steady tone and steady noise but their beginning', () => {
  expect(secondsOf(new Float32Array(RATE))).toEqual([]);
  expect(secondsOf(new Float32Array())).toEqual([]);
  const steady = Float32Array.from({ length: 2 * RATE }, (_, i) => 0.3 * Math.sin((2 * Math.PI * 300 * i) / RATE));
  // They set in once: where the sound begins.
  expect(secondsOf(steady)).toEqual([0]);
  const random = seededRandom(5);
  const noise = Float32Array.from({ length: 2 * RATE }, () => 0.3 * (2 * random() - 1));
  expect(secondsOf(noise)).toEqual([0]);
});

test('a keener ear hears what is faint, and none hears two within 50 ms', () => {
  const faint = tones([1]);
  const both = tones([0.5, 1.5]).map((value, i) => value + 0.02 * faint[i]!);
  expect(secondsOf(both, RATE, 0)).toHaveLength(2);
  expectBeats(secondsOf(both, RATE, 1), [0.5, 1, 1.5]);
  const near = secondsOf(tones([0.5, 0.53, 1]), RATE, 1);
  near.forEach((seconds, i) => expect(seconds - (near[i - 1] ?? -1)).toBeGreaterThanOrEqual(0.05));
});

test('peaks hold the least and the greatest of each part, and nothing beyond the sound', () => {
  const samples = Float32Array.from([0.1, -0.5, 0.25, 0.5, -0.25, 0]);
  expect([...soundPeaks(samples, 0, 6, 3)]).toEqual([-0.5, expect.closeTo(0.1, 6), 0.25, 0.5, -0.25, 0]);
  expect([...soundPeaks(samples, -4, 0, 2)]).toEqual([0, 0, 0, 0]);
  expect([...soundPeaks(samples, 4, 8, 2)]).toEqual([-0.25, 0, 0, 0]);
  expect([...asOneChannel([Float32Array.of(1, 0), Float32Array.of(0, 0.5)])]).toEqual([0.5, 0.25]);
});
