import {
  boardClock,
  createBoard,
  createKey,
  createKeyedSubject,
  createMotion,
  describeLane,
  type Lane,
  usualVariant,
  variantName,
  whatDiffers,
} from '@undulan/core';
import { useMemo } from 'react';
import { Lanes } from '../src/features/lectern/index.ts';
import { motionsOf, shownLanes } from '../src/panels/lanes/index.ts';
import { ClockProvider } from '../src/time/index.ts';

const FRAMES = 200;
const KINDS = ['own', 'even', 'slow-start', 'slow-finish', 'slow-both', 'overshoot'] as const;
const TOLERANCES = { keyFrames: 1, spacingPercent: 2 };

/** A glass that goes there and back over all its frames. */
function glassMove() {
  const look = { shape: 'glass', widthPx: 74, heightPx: 108, fill: '#b5651d' } as const;
  const keys = [1, 50, 100, 150, FRAMES].map((frame, i) => createKey(frame, i % 2 === 0 ? 130 : 830));
  const motion = createMotion([
    createKeyedSubject('glass', 'Tea glass', look, { x: 130, y: 380 }, { 'position.x': keys }),
  ]);
  return { ...motion, range: { first: 1, last: FRAMES } };
}

function lane(kind: (typeof KINDS)[number]): Lane {
  const variant = usualVariant(kind);
  return { id: kind, name: variantName(variant), variant, motion: null };
}

/** Six lanes of a board as the Lectern shows them. */
export function LanesBench({ children }: { children: React.ReactNode }) {
  const { board, clock, lanes, says } = useMemo(() => {
    const made = createBoard('board', 'Along the counter', glassMove(), KINDS.map(lane));
    const motions = motionsOf(made);
    const shared = boardClock(motions, 'start');
    return {
      board: made,
      clock: shared,
      lanes: shownLanes(made, motions, shared),
      says: motions.map((motion, i) => (i === 0 ? describeLane(motion) : whatDiffers(motions[0]!, motion, TOLERANCES))),
    };
  }, []);
  return (
    <ClockProvider range={clock.range} rate={clock.rate}>
      {children}
      <main className="h-full p-3">
        <Lanes
          {...{ board, lanes, says }}
          alone={null}
          laid="rows"
          trails
          covered={false}
          actions={{ onVariant: null, onSolo: null, keeping: null }}
        />
      </main>
    </ClockProvider>
  );
}
