import {
  formatRate,
  FRAME_LIMIT,
  frameCount,
  type MotionDocument,
  parseRange,
  parseRate,
  RATE_PRESETS,
  runningSeconds,
  sameRate,
  travelSeconds,
} from '@undulan/core';
import { clsx } from 'clsx';
import { useForm, useWatch } from 'react-hook-form';
import { applyEdit, selectMotion } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { Field, INPUT, Select } from '../../ui/index.ts';

interface TimeTyped {
  preset: string;
  rate: string;
  first: string;
  last: string;
  rest: string;
}

const CUSTOM = 'custom';

/** The typed words of a motion's rate and range. */
function timeOf(motion: MotionDocument): TimeTyped {
  const preset = RATE_PRESETS.find((rate) => sameRate(rate, motion.rate));
  return {
    preset: preset ? formatRate(preset) : CUSTOM,
    rate: formatRate(motion.rate),
    first: String(motion.range.first),
    last: String(motion.range.last),
    rest: motion.restFrame === null ? '' : String(motion.restFrame),
  };
}

/** Rate and range, with both durations as they would be. Kept once all of it is right. */
export function TimeFields() {
  const dispatch = useAppDispatch();
  const motion = useAppSelector(selectMotion)!;
  const limits = useAppSelector((state) => state.document.limits);
  // What the exercise keeps is shown and not to be typed into.
  const [rateKept, rangeKept] = [limits !== null && !limits.rate, limits !== null && !limits.range];
  const form = useForm<TimeTyped>({ values: timeOf(motion), resetOptions: { keepDirtyValues: true } });
  const typed = useWatch({ control: form.control }) as TimeTyped;

  const rate = parseRate(typed.preset === CUSTOM ? typed.rate : typed.preset);
  const range = parseRange(typed.first, typed.last);
  const issueAt = (end: string): string | undefined =>
    range.ok ? undefined : range.issues.find((issue) => issue.path[0] === end)?.message;

  const rest = typed.rest.trim() === '' ? null : Number(typed.rest);
  const restError =
    rest !== null && !(Number.isInteger(rest) && Math.abs(rest) <= FRAME_LIMIT)
      ? 'A whole frame, or nothing.'
      : undefined;

  const commit = (): void => {
    const now = form.getValues();
    const nextRate = parseRate(now.preset === CUSTOM ? now.rate : now.preset);
    const nextRange = parseRange(now.first, now.last);
    const nextRest = now.rest.trim() === '' ? null : Number(now.rest);
    if (!nextRate.ok || !nextRange.ok || (nextRest !== null && !Number.isInteger(nextRest))) return;
    const same =
      sameRate(nextRate.value, motion.rate) &&
      nextRange.value.first === motion.range.first &&
      nextRange.value.last === motion.range.last &&
      nextRest === motion.restFrame;
    if (!same)
      dispatch(
        applyEdit({
          operation: 'setScene',
          args: [{ rate: nextRate.value, range: nextRange.value, restFrame: nextRest }],
        }),
      );
    form.reset(now);
  };
  const leave = { onBlur: commit };

  return (
    <fieldset>
      <div className="grid grid-cols-[1.6fr_1fr_1fr_1fr] gap-3">
        <div className="flex gap-2">
          <Field label="Frame rate" className="flex-1">
            {(ids) => (
              <Select
                {...ids}
                {...form.register('preset', { onChange: commit })}
                disabled={rateKept}
                choices={[
                  ...RATE_PRESETS.map((preset) => ({ id: formatRate(preset), label: `${formatRate(preset)} fps` })),
                  { id: CUSTOM, label: 'custom' },
                ]}
              />
            )}
          </Field>
          {typed.preset === CUSTOM && (
            <Field label="Custom, fps" error={rate.ok ? undefined : rate.issues[0]!.message} className="w-24">
              {(ids) => (
                <input
                  {...ids}
                  {...form.register('rate', leave)}
                  disabled={rateKept}
                  className={clsx(INPUT, 'figures')}
                />
              )}
            </Field>
          )}
        </div>
        <Field label="First frame" error={issueAt('first')}>
          {(ids) => (
            <input
              {...ids}
              {...form.register('first', leave)}
              disabled={rangeKept}
              inputMode="numeric"
              className={clsx(INPUT, 'figures')}
            />
          )}
        </Field>
        <Field label="Last frame" error={issueAt('last')}>
          {(ids) => (
            <input
              {...ids}
              {...form.register('last', leave)}
              disabled={rangeKept}
              inputMode="numeric"
              className={clsx(INPUT, 'figures')}
            />
          )}
        </Field>
        <Field label="Rest frame" error={restError}>
          {(ids) => (
            <input
              {...ids}
              {...form.register('rest', leave)}
              disabled={limits !== null}
              inputMode="numeric"
              placeholder="none"
              className={clsx(INPUT, 'figures')}
            />
          )}
        </Field>
      </div>
      <p className="figures mt-1.5 text-xs text-faint" aria-live="polite" data-testid="durations">
        {rate.ok && range.ok
          ? `${frameCount(range.value)} frames · runs ${runningSeconds(range.value, rate.value).toFixed(3)} ` +
            `s · travel ${travelSeconds(range.value.first, range.value.last, rate.value).toFixed(3)} s from ` +
            'first to last'
          : 'The range and rate in force stay until these are right.'}
      </p>
      <p className="mt-0.5 text-xs text-faint">
        Keys keep their frame numbers when rate or range change. A rest frame is kept for the untouched starting pose:
        no keys there.
      </p>
    </fieldset>
  );
}
