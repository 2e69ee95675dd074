import type { MotionDocument } from '@undulan/core';
import { selectPictureMotion, selectUnderWay } from '../../editing/index.ts';
import { useAppSelector } from '../../state/index.ts';
import { useMoving } from '../../time/index.ts';

/**
 * The motion that handles are laid over; null while the picture moves, or another gesture than their own (`isOwn`) is
 * under way: they would only be in its way, and cost time at every move.
 */
export function useHeldMotion(isOwn: boolean): MotionDocument | null {
  const isMoving = useMoving();
  const motion = useAppSelector((state) => (selectUnderWay(state) && !isOwn ? null : selectPictureMotion(state)));
  return isMoving ? null : motion;
}
