import FFT from 'fft.js';
import { medianOf } from '../median.ts';

/** The part of a sound that is looked at at once, in seconds, and how far one is from the next. */
const WINDOW_S = 0.023;
const HOP_S = 0.005;
/** Onsets are at least this far apart. */
const APART_S = 0.05;
/** What an onset must stand out from: the median of so much before and after it. */
const AROUND_S = 0.25;
/** Parts of the spectrum that are fainter than this, of full scale, are as good as silent. */
const FAINT = 1e-3;
/** A rise of less than this, a mean over the spectrum in natural logarithms, is none however still it is around it. */
const LEAST_RISE = 0.012;
/** The share of the strongest rise that is asked of one by the least and by the most sensitive ear. */
const SHARE = { deaf: 0.6, keen: 0.015 };
/** The spectrum is heard in parts of this many to the octave, as an ear does: a whistle counts as much as a hiss. */
const BANDS_AN_OCTAVE = 4;
/** The moment of an onset is that at which this share of its rise in loudness is there. */
const BEGUN = 0.3;

/** Something that sets in in a sound. */
export interface Onset {
  seconds: number;
  /** How strong it is beside the strongest, 0 to 1. */
  strength: number;
}

/** The band of each bin of a spectrum of so many. */
function bandsOf(bins: number): Uint8Array {
  const bands = new Uint8Array(bins);
  let [band, edge] = [0, 1];
  for (let bin = 1; bin < bins; bin++) {
    if (bin > edge) {
      band++;
      edge = Math.max(bin, edge * 2 ** (1 / BANDS_AN_OCTAVE));
    }
    bands[bin] = band;
  }
  return bands;
}

/**
 * How much of the spectrum rises, a window after the other: the spectral flux of logarithmic magnitudes, rectified, in
 * bands (Bello, Daudet, Abdallah, Duxbury, Davies, Sandler 2005, "A Tutorial on Onset Detection in Music Signals",
 * III-A).
 */
function spectralFlux(samples: Float32Array, sampleRate: number): { flux: Float64Array; hop: number; size: number } {
  const size = 2 ** Math.max(5, Math.round(Math.log2(WINDOW_S * sampleRate)));
  const hop = Math.max(1, Math.round(HOP_S * sampleRate));
  const fft = new FFT(size);
  const spectrum = fft.createComplexArray();
  const hann = Float64Array.from({ length: size }, (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / size));
  const part = new Float64Array(size);
  // Windows that reach beyond the end would hear the cut.
  const count = Math.max(0, Math.floor((samples.length - size / 2) / hop) + 1);
  const flux = new Float64Array(count);
  const bands = bandsOf(size / 2);
  const bandCount = bands.at(-1)! + 1;
  const loudest = new Float64Array(bandCount);
  // Compared with what was there half a window before: from one window to the next hardly anything is new.
  const back = Math.max(1, Math.round(size / 2 / hop));
  const kept = Array.from({ length: back + 1 }, () => new Float64Array(bandCount));
  for (let n = 0; n < count; n++) {
    const from = n * hop - size / 2;
    for (let i = 0; i < size; i++) part[i] = hann[i]! * (samples[from + i] ?? 0);
    fft.realTransform(spectrum, part);
    const now = kept[n % kept.length]!;
    const before = kept[(n + 1) % kept.length]!;
    loudest.fill(0);
    for (let bin = 1; bin < bands.length; bin++) {
      const magnitude = Math.hypot(spectrum[2 * bin]!, spectrum[2 * bin + 1]!) / (size / 4);
      const band = bands[bin]!;
      if (magnitude > loudest[band]!) loudest[band] = magnitude;
    }
    let rise = 0;
    for (let band = 0; band < bandCount; band++) {
      const level = Math.log1p(loudest[band]! / FAINT);
      if (level > before[band]!) rise += level - before[band]!;
      now[band] = level;
    }
    flux[n] = rise / bandCount;
  }
  return { flux, hop, size };
}

/** Where loudness, in parts of 3 ms, has come up by a share of its rise, within half a window of `at`. */
function momentOf(samples: Float32Array, at: number, size: number, sampleRate: number): number {
  const part = Math.max(1, Math.round(0.003 * sampleRate));
  const from = Math.max(0, Math.round(at - size * 0.75));
  const parts = Math.ceil((size * 1.5) / part);
  const loud = Array.from({ length: parts }, (_, p) => {
    let sum = 0;
    for (let i = 0; i < part; i++) sum += (samples[from + p * part + i] ?? 0) ** 2;
    return Math.sqrt(sum / part);
  });
  const peak = loud.indexOf(Math.max(...loud));
  const floor = Math.min(...loud.slice(0, peak + 1));
  const bound = floor + BEGUN * (loud[peak]! - floor);
  // A sound that begins with it has nothing before.
  if (from === 0) return loud.findIndex((value) => value >= bound) * part;
  let first = peak;
  while (first > 0 && loud[first - 1]! > bound) first--;
  return from + first * part;
}

/**
 * What sets in in a sound (samples of −1 to 1, one channel), in order: peaks of the spectral flux over a threshold that
 * follows its median (Bello et al. 2005, III-C). `sensitivity` from 0, only the strongest, to 1.
 */
export function findOnsets(samples: Float32Array, sampleRate: number, sensitivity = 0.5): Onset[] {
  const { flux, hop, size } = spectralFlux(samples, sampleRate);
  const around = Math.round((AROUND_S * sampleRate) / hop);
  const apart = Math.round((APART_S * sampleRate) / hop);
  const over = flux.map((value, n) => value - medianOf(flux.subarray(Math.max(0, n - around), n + around + 1)));
  const strongest = over.reduce((most, value) => Math.max(most, value), 0);
  const bound = Math.max(LEAST_RISE, strongest * SHARE.deaf * (SHARE.keen / SHARE.deaf) ** sensitivity);
  const onsets: Onset[] = [];
  over.forEach((value, n) => {
    if (value < bound) return;
    for (let other = Math.max(0, n - apart); other <= n + apart; other++)
      if ((over[other] ?? 0) > value || (over[other] === value && other < n)) return;
    const seconds = momentOf(samples, n * hop - size / 4, size, sampleRate) / sampleRate;
    const last = onsets.at(-1);
    if (!last || seconds - last.seconds >= APART_S) onsets.push({ seconds, strength: value / strongest });
  });
  return onsets;
}
