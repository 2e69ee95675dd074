import type { MotionDocument, Subject } from '../motion/document/schema.ts';
import { counterpart } from './counterpart.ts';
import type { TrackSide } from './track-side.ts';

/** Whether subjects are seen at all, and from when to when. */

/** From which frame to which a subject is on stage, both included; infinite where its range does not end it. */
function stayOf({ subject: { onStage }, motion: { range } }: TrackSide): { first: number; last: number } {
  return {
    first: onStage && onStage.first > range.first ? onStage.first : -Infinity,
    last: onStage && onStage.last < range.last ? onStage.last : Infinity,
  };
}

const isEverSeen = (side: TrackSide): boolean => {
  const { first, last } = stayOf(side);
  const { range } = side.motion;
  return side.subject.visible && first <= range.last && last >= range.first && first <= last;
};

/** Nothing of a group is seen by itself. */
const isToBeSeen = (side: TrackSide): boolean =>
  !side.subject.locked && side.subject.look.shape !== 'group' && isEverSeen(side);

/** Whether a take has a subject of its target, and never shows it. */
export function isNeverShown(target: MotionDocument, take: MotionDocument, subject: Subject): boolean {
  const own = isToBeSeen({ motion: target, subject }) ? counterpart(take, subject) : undefined;
  return own !== undefined && !isEverSeen({ motion: take, subject: own });
}

/** When a subject comes on stage, or leaves it: its first frame there, or its last. */
export interface Entrance {
  edge: 'first' | 'last';
  asked: number;
  drawn: number;
}

/** Where a take's subject comes on stage, or leaves it, on another frame than is asked; in the target's frames. */
export function entrancesOff(target: TrackSide, take: TrackSide, toTarget: (frame: number) => number): Entrance[] {
  if (!isToBeSeen(target) || !isEverSeen(take)) return [];
  const [asked, drawn] = [stayOf(target), stayOf(take)];
  return (['first', 'last'] as const).flatMap((edge): Entrance[] => {
    const after = edge === 'last' ? 1 : 0;
    const [due, came] = [asked, drawn].map((stay, side) => {
      if (!Number.isFinite(stay[edge])) return target.motion.range[edge];
      // A frame at another rate lasts another time: what counts is when it ends.
      return side === 0 ? stay[edge] : toTarget(stay[edge] + after) - after;
    }) as [number, number];
    return due === came ? [] : [{ edge, asked: due, drawn: came }];
  });
}
