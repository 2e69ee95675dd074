/**
 * When each picture of an animated PNG is shown, in seconds, from its frame control chunks (PNG, third edition): exact,
 * where decoders count in whole milliseconds. Null where there are none.
 */
export function apngSeconds(bytes: Uint8Array): number[] | null {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const FRAME_CONTROL = 0x6663544c;
  const seconds: number[] = [];
  let now = 0;
  for (let at = 8; at + 12 <= bytes.length;) {
    const length = view.getUint32(at);
    if (view.getUint32(at + 4) === FRAME_CONTROL && length >= 26 && at + 34 <= bytes.length) {
      seconds.push(now);
      // A denominator of nothing stands for hundredths.
      now += view.getUint16(at + 28) / (view.getUint16(at + 30) || 100);
    }
    at += 12 + length;
  }
  return seconds.length > 0 ? seconds : null;
}
