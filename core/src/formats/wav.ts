const HEADER_BYTES = 44;
const FULL = 0x7fff;

/**
 * A sound as a WAV file, one channel of 16 bits (IBM and Microsoft 1991, "Multimedia Programming Interface and Data
 * Specifications 1.0"). `samples` are from −1 to 1.
 */
export function writeWav(samples: Float32Array, sampleRate: number): Uint8Array<ArrayBuffer> {
  const bytes = new Uint8Array(HEADER_BYTES + 2 * samples.length);
  const view = new DataView(bytes.buffer);
  const text = (at: number, word: string): void =>
    [...word].forEach((letter, i) => view.setUint8(at + i, letter.charCodeAt(0)));
  text(0, 'RIFF');
  view.setUint32(4, bytes.length - 8, true);
  text(8, 'WAVEfmt ');
  view.setUint32(16, 16, true);
  // Plain samples, of one channel.
  view.setUint16(20, 1, true);
  view.setUint16(22, 1, true);
  view.setUint32(24, sampleRate, true);
  view.setUint32(28, 2 * sampleRate, true);
  view.setUint16(32, 2, true);
  view.setUint16(34, 16, true);
  text(36, 'data');
  view.setUint32(40, 2 * samples.length, true);
  samples.forEach((value, i) =>
    view.setInt16(HEADER_BYTES + 2 * i, Math.round(FULL * Math.max(-1, Math.min(1, value))), true),
  );
  return bytes;
}
