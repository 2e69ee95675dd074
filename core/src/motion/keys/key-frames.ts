import type { Channel } from '../document/schema.ts';

/** The frames on which any of some channels has a key, in order. */
export function keyFramesOf(channels: readonly Channel[]): number[] {
  return [...new Set(channels.flatMap(({ keys }) => keys.map(({ frame }) => frame)))].sort((a, b) => a - b);
}
