import { framesPerSecond, type Rate } from '../../time/rate.ts';
import type { Handle } from '../document/schema.ts';

/**
 * A handle by numbers: the speed at the key in units per second, and how far it reaches in percent of its segment's
 * span.
 */
export interface HandleNumbers {
  speedPerSecond: number;
  reachPercent: number;
}

/**
 * The handle of a key's arriving or leaving side: `Δf = reach·span`, `Δv = speed·Δf/rate`; the arriving one points
 * back. A reach beyond 0–100 % is cut to it.
 */
export function handleOfNumbers(
  { speedPerSecond, reachPercent }: HandleNumbers,
  side: 'in' | 'out',
  spanFrames: number,
  rate: Rate,
): Handle {
  const frames = ((side === 'in' ? -1 : 1) * Math.min(100, Math.max(0, reachPercent)) * spanFrames) / 100;
  return { frames, value: (speedPerSecond * frames) / framesPerSecond(rate) };
}

/** A handle's numbers; one of no length has no speed of its own and reads 0. */
export function numbersOfHandle({ frames, value }: Handle, spanFrames: number, rate: Rate): HandleNumbers {
  return {
    speedPerSecond: frames === 0 ? 0 : (value / frames) * framesPerSecond(rate),
    reachPercent: (Math.abs(frames) / spanFrames) * 100,
  };
}
