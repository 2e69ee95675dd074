import { averageRuns } from '@undulan/core';
import { useCallback, useRef, useState } from 'react';
import { useParams } from 'react-router';
import { ButtonGroup, sayProblem } from '../../ui/index.ts';
import { BeatTable } from './BeatTable.tsx';
import { withBeat } from './change-run.ts';
import { MOST_RUNS, type Run } from './planner-state.ts';
import { PlannerReference, ReferenceRuns, ReferenceTime } from './PlannerReference.tsx';
import { RunRows } from './RunRows.tsx';
import { TapPad } from './TapPad.tsx';
import { NotYet, ToolHeading, ToolSpread } from './ToolSpread.tsx';
import { usePlanner } from './use-planner.ts';
import { useTapRun } from './use-tap-run.ts';

/** Performing the action and pressing at each beat: the taps become cues in seconds and frames. */
export function ActTool() {
  const { courseId = '' } = useParams();
  const { state, change, rate } = usePlanner();
  const { runs } = state;
  const [chosen, setChosen] = useState(0);
  const average = runs.length > 1 ? averageRuns(runs) : null;
  const isAverage = average !== null && chosen === runs.length;
  const at = Math.min(chosen, runs.length - 1);
  const run = isAverage ? average.meanMs : runs[at];

  const pad = useRef<HTMLButtonElement>(null);
  const addRun = useCallback(
    (taps: Run) => {
      if (runs.length >= MOST_RUNS) {
        sayProblem(`${MOST_RUNS} runs are as many as are kept: delete one first.`);
        return;
      }
      change({ runs: [...runs, taps] });
      setChosen(runs.length);
    },
    [runs, change],
  );
  const tapRun = useTapRun(pad, addRun);
  const setRun = (index: number, next: Run): void =>
    change({ runs: runs.map((other, i) => (i === index ? next : other)) });
  const removeRun = (index: number): void => {
    change({ runs: runs.filter((_, i) => i !== index) });
    setChosen(0);
  };
  if (!rate.ok)
    return (
      <ToolSpread
        left={<ToolHeading title="Act it out">Set a valid rate in the plan below first.</ToolHeading>}
        right={<NotYet>Waiting for a rate.</NotYet>}
      />
    );
  const names = Array.from({ length: runs.length }, (_, i) => `Run ${i + 1}`);

  return (
    <PlannerReference courseId={courseId} rate={rate.value}>
      <ToolSpread
        left={
          <>
            <ToolHeading title="Act it out">
              Perform the action and press at each of its beats. Several runs show how sure the timing is.
            </ToolHeading>
            <TapPad pad={pad} tapRun={tapRun} rate={rate.value} isFull={runs.length >= MOST_RUNS} />
            {runs.length > 0 && (
              <div className="mt-3 text-sm">
                <ButtonGroup
                  apart
                  label="Run"
                  value={String(chosen)}
                  choices={[...names, ...(average ? ['Average'] : [])].map((label, i) => ({ id: String(i), label }))}
                  onChoose={(id) => setChosen(Number(id))}
                />
              </div>
            )}
            {run && (
              <BeatTable
                run={run}
                rate={rate.value}
                spreadMs={isAverage ? average.spreadMs : null}
                left={isAverage ? average.left : 0}
                onRun={isAverage ? null : (next) => setRun(at, next)}
                onRemove={isAverage ? null : () => removeRun(at)}
              />
            )}
            <ReferenceRuns rate={rate.value} onRun={addRun} />
          </>
        }
        right={
          <>
            {run ? (
              <RunRows
                runs={runs}
                average={average?.meanMs ?? null}
                spreadMs={average?.spreadMs ?? null}
                chosen={isAverage ? runs.length : at}
                rate={rate.value}
                onChoose={setChosen}
                onBeat={(index, beat, atMs) => setRun(index, withBeat(runs[index]!, beat, atMs))}
              />
            ) : (
              <NotYet>Your runs show here, one under the other, on a ruler of seconds and frames.</NotYet>
            )}
            <ReferenceTime />
          </>
        }
      />
    </PlannerReference>
  );
}
