import { isDeepStrictEqual } from 'node:util';
import type { Target } from '@undulan/core';

/** Whether two targets ask the same of a take. What one does not say and the other says as nothing is the same. */
export function sameTarget(a: Target, b: Target): boolean {
  return isDeepStrictEqual(JSON.parse(JSON.stringify(a)), JSON.parse(JSON.stringify(b)));
}
