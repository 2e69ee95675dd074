import { formatFrames } from '../../time/index.ts';

/** A speed as it is read: whole where it is large. */
export function formatSpeed(speed: number): string {
  const fineness = Math.abs(speed) >= 100 ? 1 : 10;
  return formatFrames(Math.round(speed * fineness) / fineness);
}

const SHOWN_JUMPS = 4;

/** Where the speed jumps, the first few by name. */
export function jumpWords(jumps: readonly number[]): string {
  const more = jumps.length - SHOWN_JUMPS;
  return `jumps at ${jumps.slice(0, SHOWN_JUMPS).map(formatFrames).join(', ')}${more > 0 ? ` and ${more} more` : ''}`;
}
