/** The lowest and the highest sample in each of so many parts, as lows and highs in turn; 0 beyond the sound. */
export function soundPeaks(samples: Float32Array, from: number, to: number, parts: number): Float32Array {
  const peaks = new Float32Array(2 * Math.max(0, parts));
  for (let part = 0; part < parts; part++) {
    const begins = Math.floor(from + ((to - from) * part) / parts);
    const ends = Math.max(begins + 1, Math.floor(from + ((to - from) * (part + 1)) / parts));
    const [first, last] = [Math.max(0, begins), Math.min(samples.length, ends)];
    let [low, high] = first < last ? [samples[first]!, samples[first]!] : [0, 0];
    for (let i = first + 1; i < last; i++) {
      const value = samples[i]!;
      if (value < low) low = value;
      else if (value > high) high = value;
    }
    peaks[2 * part] = low;
    peaks[2 * part + 1] = high;
  }
  return peaks;
}

/** Channels of a sound as one: their mean. */
export function asOneChannel(channels: readonly Float32Array[]): Float32Array {
  const [only] = channels;
  if (!only) return new Float32Array();
  if (channels.length === 1) return only;
  return only.map((_, i) => channels.reduce((sum, channel) => sum + channel[i]!, 0) / channels.length);
}
