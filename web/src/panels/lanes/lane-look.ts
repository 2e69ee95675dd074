import { type Board, type Lane, laneMotion, type MotionDocument } from '@undulan/core';

/** What tells a lane from the others: a colour, a line and its name. */
export interface LaneMark {
  colour: string;
  dash: string;
}

const MARKS: readonly LaneMark[] = [
  { colour: 'var(--plum)', dash: '6 4' },
  { colour: 'var(--target)', dash: '' },
  { colour: 'var(--take)', dash: '9 5' },
  { colour: 'var(--ochre)', dash: '2 4' },
  { colour: 'var(--accent)', dash: '12 3 2 3' },
  { colour: 'var(--ink)', dash: '1 3' },
];

export const markOf = (lane: number): LaneMark => MARKS[lane % MARKS.length]!;

const made = new WeakMap<Lane, { of: MotionDocument; motion: MotionDocument }>();

/** The moves of a board's lanes: those of lanes that are what they were are the same objects. */
export function motionsOf(board: Board): MotionDocument[] {
  return board.lanes.map((lane) => {
    const known = made.get(lane);
    if (known?.of === board.motion) return known.motion;
    const motion = laneMotion(board, lane);
    made.set(lane, { of: board.motion, motion });
    return motion;
  });
}
