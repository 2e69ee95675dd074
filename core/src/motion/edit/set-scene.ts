import { partWithin } from '../../time/range.ts';
import type { MotionDocument } from '../document/schema.ts';
import type { Edit } from '../keys/change-keys.ts';

/**
 * Sets rate, range, work range, stage, cues or the rest frame. Keys keep their frame numbers: with another rate the
 * running time changes. A work range stays within the range.
 */
export function setScene(
  motion: MotionDocument,
  scene: Partial<Pick<MotionDocument, 'rate' | 'range' | 'workRange' | 'stage' | 'cues' | 'restFrame'>>,
): Edit {
  const set = { ...motion, ...scene };
  return { motion: { ...set, workRange: partWithin(set.workRange, set.range) }, keys: [], gaveWay: [] };
}
