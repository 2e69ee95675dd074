import { createHash } from 'node:crypto';
import type { Target } from '@undulan/core';
import stringify from 'safe-stable-stringify';

/**
 * A name for what a target asks, the same for targets that ask the same, in whatever order they say it (SHA-256 of its
 * JSON with sorted names, hex).
 */
export function targetHash(target: Target): string {
  return createHash('sha256').update(stringify(target)).digest('hex');
}
