import { type Board, LANE_CHARTS, type LaneChart, mainMovement, type MotionDocument } from '@undulan/core';
import { formatFrames } from '../../time/index.ts';
import { Select } from '../../ui/index.ts';

const CHARTS: Record<LaneChart, string> = {
  timing: 'Timing chart',
  curve: 'Curve',
  speed: 'Speed',
  gradient: 'Band of value',
};
/** More keys than these are not offered to align by. */
const MOST_KEYS = 24;

interface BoardChoicesProps {
  board: Board;
  /** Its first lane's. */
  motion: MotionDocument;
  onChoice: (part: Partial<Board>) => void;
}

/** Which chart the lanes have, and how they lie on their clock. */
export function BoardChoices({ board, motion, onChoice }: BoardChoicesProps) {
  const keys = mainMovement(motion)?.events.slice(0, MOST_KEYS) ?? [];
  return (
    <>
      <Select
        size="bar"
        aria-label="Chart of the lanes"
        value={board.chart}
        choices={LANE_CHARTS.map((id) => ({ id, label: CHARTS[id] }))}
        onChoose={(chart) => onChoice({ chart })}
      />
      <Select
        size="bar"
        aria-label="How lanes are aligned"
        value={String(board.alignedAt)}
        choices={[
          { id: 'start', label: 'Start together' },
          ...keys.map((frame, i) => ({ id: String(i), label: `Aligned at key ${i + 1} (${formatFrames(frame)})` })),
        ]}
        onChoose={(id) => onChoice({ alignedAt: id === 'start' ? 'start' : Number(id) })}
      />
    </>
  );
}
