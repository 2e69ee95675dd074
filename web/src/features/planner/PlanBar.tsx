import {
  averageRuns,
  type Cue,
  formatRate,
  frameCount,
  type Rate,
  RATE_PRESETS,
  readRun,
  runningSeconds,
  travelSeconds,
} from '@undulan/core';
import { Link2 } from 'lucide-react';
import { useState } from 'react';
import { brief, Button, Field, fixed, sayDone, sayProblem, Select, withMark } from '../../ui/index.ts';
import type { PlannerState } from './planner-state.ts';
import { QuantityField } from './QuantityField.tsx';
import { SavedPlans } from './SavedPlans.tsx';
import { usePlanner } from './use-planner.ts';
import { UsePlanDialog } from './UsePlanDialog.tsx';

interface PlanBarProps {
  courseId: string;
  role: 'instructor' | 'learner';
}

const CUSTOM = 'custom';

/** The beats that were acted out, on frames of the range: of the average where there are several runs. */
function cuesOf({ runs, beatNames }: PlannerState, firstFrame: number, rate: Rate): Cue[] {
  const run = runs.length > 1 ? averageRuns(runs).meanMs : runs[0];
  return run
    ? readRun(run, rate).map(({ rounded }, i) => ({ frame: firstFrame + rounded, name: beatNames[i] ?? '' }))
    : [];
}

/** What all calculators share and what is sent on: rate and range, with both durations. */
export function PlanBar({ courseId, role }: PlanBarProps) {
  const { state, change, rate, range } = usePlanner();
  const [using, setUsing] = useState(false);
  const presets = RATE_PRESETS.map(formatRate);
  const issueAt = (field: string): string | undefined =>
    range.ok ? undefined : range.issues.find((issue) => issue.path[0] === field)?.message;
  const copy = async (): Promise<void> => {
    try {
      await navigator.clipboard.writeText(location.href);
      sayDone('The address of this calculation is copied.');
    } catch {
      sayProblem('The browser does not allow copying. The address of this page is the link.');
    }
  };
  return (
    <section aria-label="The plan" className="flex shrink-0 items-start gap-3 border-t border-rule bg-page px-4 py-2.5">
      <Field label="Rate" className="w-28">
        {(ids) => (
          <Select
            {...ids}
            value={presets.includes(state.rate) ? state.rate : CUSTOM}
            onChoose={(choice) => change({ rate: choice === CUSTOM ? '20' : choice })}
            choices={[
              ...presets.map((preset) => ({ id: preset, label: withMark(`${preset} fps`) })),
              { id: CUSTOM, label: 'custom' },
            ]}
          />
        )}
      </Field>
      {!presets.includes(state.rate) && (
        <QuantityField
          label="Custom, fps"
          value={state.rate}
          onChange={(text) => change({ rate: text })}
          error={rate.ok ? undefined : rate.issues[0]!.message}
          least={1}
          className="w-36"
        />
      )}
      <QuantityField
        label="First frame"
        value={state.first}
        onChange={(text) => change({ first: text })}
        error={issueAt('first')}
        least={-100_000}
        className="w-24"
      />
      <QuantityField
        label="Length"
        value={state.length}
        onChange={(text) => change({ length: text })}
        error={issueAt('length')}
        least={1}
        className="w-40"
      />
      <div className="min-w-0 flex-1 pt-[22px]" aria-live="polite" data-testid="plan-range">
        {range.ok && rate.ok ? (
          <p className="figures text-xs leading-[16px]">
            <b>
              range {range.value.first}–{range.value.last} · {frameCount(range.value)} frames
            </b>
            <span className="block text-faint">
              runs {fixed(runningSeconds(range.value, rate.value), 3)} s · travel{' '}
              {fixed(travelSeconds(range.value.first, range.value.last, rate.value), 3)} s
              {!Number.isInteger(range.value.exactFrames) && ` · ${brief(range.value.exactFrames, 3)} rounded`}
            </span>
          </p>
        ) : (
          <p className="text-xs text-faint">Rate and range show once these are right.</p>
        )}
      </div>
      <div className="flex gap-2 pt-5">
        <Button square aria-label="Copy link" tip="Copy the address of this calculation" onClick={() => void copy()}>
          <Link2 size={15} />
        </Button>
        <SavedPlans courseId={courseId} />
        <Button
          kind="main"
          disabledReason={
            role === 'learner'
              ? 'Rate and range of an exercise are set by its instructor.'
              : !range.ok && 'Rate, first frame and length must be right first.'
          }
          onClick={() => setUsing(true)}
        >
          Use in an exercise
        </Button>
      </div>
      {using && range.ok && rate.ok && (
        <UsePlanDialog
          courseId={courseId}
          rate={rate.value}
          range={{ first: range.value.first, last: range.value.last }}
          cues={cuesOf(state, range.value.first, rate.value)}
          onClose={() => setUsing(false)}
        />
      )}
    </section>
  );
}
