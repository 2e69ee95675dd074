import type { FrameRange } from '../../time/range.ts';
import { findChannel } from '../document/document.ts';
import type { Subject } from '../document/schema.ts';
import { bakeChannelInto } from '../sampling/bake.ts';

/** Beyond its ends by less than this share something on a path is at them. */
const ROUNDING = 1e-6;

/**
 * Whether a subject's travel stays between the ends of its path on the whole frames of a range. A path that does not
 * close is never left: where the travel goes beyond its ends the picture stands there.
 */
export function isWithinPath(subject: Subject, { first, last }: FrameRange): boolean {
  const travel = findChannel(subject, 'travel');
  if (!travel) return true;
  const shares = new Float64Array(Math.floor(last - first) + 1);
  bakeChannelInto(shares, travel, first, 1);
  return shares.every((share) => share >= -ROUNDING && share <= 1 + ROUNDING);
}
