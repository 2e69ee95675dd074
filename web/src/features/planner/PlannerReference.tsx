import { endFrameOf, FRAME_LIMIT, framesPerSecond, type Rate } from '@undulan/core';
import { type ReactNode, useMemo } from 'react';
import {
  ReferencePanel,
  ReferencePicture,
  ReferenceProvider,
  ReferenceStrip,
  useReference,
} from '../../reference/index.ts';
import { useReferencesQuery } from '../../server-data/index.ts';
import { ClockProvider } from '../../time/index.ts';
import { type StripEntry, TimePage } from '../../time-page/index.ts';
import { sayProblem } from '../../ui/index.ts';
import { MOST_TAPS, type Run } from './planner-state.ts';

const STRIPS: StripEntry[] = [
  {
    id: 'reference',
    name: 'Reference',
    shortcut: 'stripReference',
    size: undefined,
    leastPx: 56,
    content: <ReferenceStrip />,
  },
];

/** The Planner's frames count from 0. */
const FIRST = 0;

interface PlannerReferenceProps {
  courseId: string;
  rate: Rate;
  children: ReactNode;
}

/** What the Planner's work is timed by: it lies on a ruler of its own, as long as it is. */
export function PlannerReference({ courseId, rate, children }: PlannerReferenceProps) {
  const of = useMemo(() => ({ courseId }), [courseId]);
  const placement = useReferencesQuery(of).data?.own?.placement;
  const last = placement ? Math.ceil(endFrameOf(placement, rate)) - 1 : 0;
  const range = useMemo(() => ({ first: FIRST, last: Math.min(Math.max(FIRST + 1, last), FRAME_LIMIT) }), [last]);
  return (
    <ClockProvider range={range} rate={rate}>
      <ReferenceProvider of={of} courseId={courseId} as="own">
        {children}
      </ReferenceProvider>
    </ClockProvider>
  );
}

/** Choosing it, and taking a run out of it: a beat where something sets in or touches. */
export function ReferenceRuns({ rate, onRun }: { rate: Rate; onRun: (run: Run) => void }) {
  return (
    <div className="mt-4 border-t border-rule pt-2">
      <h3 className="text-sm font-semibold">A reference to act along with</h3>
      <ReferencePanel
        places={['beside', 'hidden']}
        byEar={<p className="text-xs text-faint">Play it, and press the pad or the space bar on each beat.</p>}
        actor={null}
        onCues={(cues) => {
          const frames = [...new Set(cues.map(({ frame }) => frame))].sort((a, b) => a - b).slice(0, MOST_TAPS);
          if (frames.length < 2) {
            sayProblem('One beat has no length: a run takes two at least.');
            return;
          }
          onRun(frames.map((frame) => ((frame - frames[0]!) * 1000) / framesPerSecond(rate)));
        }}
      />
    </div>
  );
}

/** Its picture, and its strip under a ruler; nothing while there is none. */
export function ReferenceTime() {
  const reference = useReference()!;
  if (!reference.placed) return null;
  const isSeen = reference.footage && reference.placed.placement.shown !== 'hidden';
  return (
    <div className="-mx-4 mt-auto shrink-0 border-t border-rule pt-2">
      {isSeen && (
        <div className="h-44 px-4">
          <ReferencePicture />
        </div>
      )}
      <div className="h-52">
        <TimePage name="planner-reference" strips={STRIPS} keyFrames={[]} />
      </div>
    </div>
  );
}
