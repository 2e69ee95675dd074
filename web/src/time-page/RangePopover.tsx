import {
  frameCount,
  type FrameRange,
  parseRange,
  type Rate,
  refuse,
  type Result,
  runningSeconds,
  travelSeconds,
} from '@undulan/core';
import { clsx } from 'clsx';
import { useMemo } from 'react';
import { z } from 'zod';
import { useShownKeys } from '../keyboard/index.ts';
import { useClock } from '../time/index.ts';
import { Button, fixed, INPUT, ownRange, ownRate, Popover, Problem, readBy, useTypedForm } from '../ui/index.ts';
import type { RangeControls } from './RangeLane.tsx';

/** Both durations of a range: how long it is on screen, and from its first frame to its last. */
function bothDurations(range: FrameRange, rate: Rate): string {
  return (
    `runs ${fixed(runningSeconds(range, rate), 3)} s · travel ` +
    `${fixed(travelSeconds(range.first, range.last, rate), 3)} s`
  );
}

/** Rate, range and both durations, to be read at any time; pressed, the ranges can be typed. */
export function RangePopover({ ranges }: { ranges: RangeControls | undefined }) {
  const keys = useShownKeys();
  const { range, playRange, workRange, rate } = useClock();
  return (
    <div className="ml-auto">
      <Popover
        label="Ranges"
        align="end"
        trigger={
          <button
            type="button"
            data-testid="range-readout"
            className={clsx(
              'figures rounded-md px-1.5 text-right text-[11.5px] leading-[15px] whitespace-nowrap',
              'text-faint hover:bg-shade',
            )}
          >
            <b className="font-semibold text-ink">
              {ownRate(rate)} fps · {ownRange(range)}
              {workRange && <span className="text-accent"> · plays {ownRange(playRange)}</span>}
            </b>
            <br />
            {bothDurations(playRange, rate)}
          </button>
        }
      >
        <RangeForm
          title="Range"
          range={range}
          rate={rate}
          onCommit={ranges?.onRange}
          warningsOf={ranges?.warningsOf}
          reason={ranges?.fixedReason ?? 'The range is fixed here.'}
        />
        {ranges && (
          <div className="mt-4 border-t border-rule pt-3">
            <RangeForm
              title="Work range"
              range={playRange}
              rate={rate}
              onCommit={ranges.onWorkRange}
              within={range}
              reason=""
            />
            <p className="mt-2 text-xs text-faint">
              Playback keeps to it; the motion stays as it is. From here: {keys('workFrom')}, to here: {keys('workTo')}.
            </p>
            <Button
              className="mt-2 h-7!"
              disabledReason={!workRange && 'The whole range is played already.'}
              onClick={() => ranges.onWorkRange(range)}
            >
              Play the whole range
            </Button>
          </div>
        )}
      </Popover>
    </div>
  );
}

interface RangeFormProps {
  title: string;
  range: FrameRange;
  rate: Rate;
  onCommit: ((range: FrameRange) => void) | undefined;
  within?: FrameRange;
  warningsOf?: RangeControls['warningsOf'] | undefined;
  /** Why it cannot be set, where it cannot. */
  reason: string;
}

const ENDS = z.object({ first: z.string(), last: z.string() });

/** The range typed by its ends; issue `outside` where it must lie within another and does not. */
function readRange(first: string, last: string, rate: Rate, within: FrameRange | undefined): Result<FrameRange> {
  const range = parseRange(first, last, rate);
  return !range.ok || !within || (range.value.first >= within.first && range.value.last <= within.last)
    ? range
    : refuse('outside', [], `It lies within ${within.first} to ${within.last}.`);
}

function RangeForm({ title, range, rate, onCommit, within, warningsOf, reason }: RangeFormProps) {
  const schema = useMemo(() => readBy(ENDS, ({ first, last }) => readRange(first, last, rate, within)), [rate, within]);
  const form = useTypedForm(schema, { first: String(range.first), last: String(range.last) });
  const commit = form.handleSubmit((typed) => {
    if (!form.formState.isDirty) return;
    form.settle();
    onCommit?.(typed);
  });
  return (
    <form noValidate onSubmit={(event) => void commit(event)}>
      <p className="font-semibold">{title}</p>
      {onCommit ? (
        <div className="mt-1 flex items-center gap-2">
          {(['first', 'last'] as const).map((end) => (
            <input
              {...form.register(end, { onBlur: () => void commit() })}
              key={end}
              aria-label={`${title}, ${end} frame, typed`}
              title={end === 'last' ? 'A frame, or how long it runs: 2s, 36f' : undefined}
              inputMode="numeric"
              className={clsx(INPUT, 'figures w-20!')}
              aria-invalid={Boolean(form.problem) || undefined}
            />
          ))}
          <button type="submit" className="sr-only">
            Set
          </button>
        </div>
      ) : (
        <p className="text-xs text-faint">
          {ownRange(range)}. {reason}
        </p>
      )}
      <Problem className="mt-1">{form.problem}</Problem>
      <p className="figures mt-1 text-xs text-faint">
        {form.said && `${frameCount(form.said)} frames · ${bothDurations(form.said, rate)}`}
      </p>
      {form.said && warningsOf && <p className="text-xs text-ochre">{warningsOf(form.said).join(' ')}</p>}
    </form>
  );
}
