import {
  frameCount,
  type FrameRange,
  type MotionDocument,
  parseRange,
  parseRate,
  problemOf,
  type Rate,
  RATE_PRESETS,
  readDecimal,
  RestFrame,
  runningSeconds,
  sameRate,
  sceneWarnings,
  travelSeconds,
} from '@undulan/core';
import { useState } from 'react';
import { applyEdit, selectMotion } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { CommitInput, DecimalField, Field, fixed, ownRate, Select } from '../../ui/index.ts';

const CUSTOM = 'custom';

/** What stands in the fields and is not in force. */
interface Typed {
  rate?: string | null;
  first?: string | null;
  last?: string | null;
  rest?: string | null;
}

/** Rate and range, with both durations as they would be. */
export function TimeFields() {
  const dispatch = useAppDispatch();
  const motion = useAppSelector(selectMotion)!;
  const limits = useAppSelector((state) => state.document.limits);
  const [typed, setTyped] = useState<Typed>({});
  const [isCustom, setIsCustom] = useState(false);
  // What the exercise keeps is shown and not to be typed into.
  const [rateKept, rangeKept] = [limits !== null && !limits.rate, limits !== null && !limits.range];
  const preset = RATE_PRESETS.find((rate) => sameRate(rate, motion.rate));
  const rate = parseRate(typed.rate ?? ownRate(motion.rate));
  const range = parseRange(
    typed.first ?? String(motion.range.first),
    typed.last ?? String(motion.range.last),
    motion.rate,
  );
  const rest = typed.rest?.trim() ? readDecimal(typed.rest, { within: RestFrame }) : null;
  const warnings = sceneWarnings(motion, {
    ...(range.ok && { range: range.value }),
    restFrame: typed.rest === undefined || typed.rest === null ? motion.restFrame : rest?.ok ? rest.value : null,
  });
  const setScene = (change: Partial<Pick<MotionDocument, 'rate' | 'range' | 'restFrame'>>): void =>
    void dispatch(applyEdit({ operation: 'setScene', args: [change] }));

  /** Both ends count together: one that is right only with the other waits for it. */
  const takeEnd = (end: keyof FrameRange): string | null => {
    if (range.ok) {
      setScene({ range: range.value });
      setTyped(({ rate: other, rest }) => ({ rate: other, rest }));
      return null;
    }
    return (range.issues.find((issue) => issue.path[0] === end) ?? range.issues[0]!).message;
  };
  const takeRate = (): string | null => {
    if (rate.ok) setScene({ rate: rate.value });
    return problemOf(rate);
  };
  const end = (of: keyof FrameRange, label: string, hint?: string) => (
    <Field label={label} hint={hint}>
      {(ids) => (
        <CommitInput
          {...ids}
          value={String(motion.range[of])}
          onTyped={(text) => setTyped((now) => ({ ...now, [of]: text }))}
          onCommit={() => takeEnd(of)}
          disabled={rangeKept}
          inputMode="numeric"
          className="figures"
        />
      )}
    </Field>
  );

  return (
    <fieldset>
      <div className="grid grid-cols-[1.6fr_1fr_1fr_1fr] gap-3">
        <div className="flex gap-2">
          <Field label="Frame rate" className="flex-1">
            {(ids) => (
              <Select
                {...ids}
                value={isCustom || !preset ? CUSTOM : ownRate(preset)}
                onChoose={(choice) => {
                  setIsCustom(choice === CUSTOM);
                  const chosen = parseRate(choice);
                  if (chosen.ok) setScene({ rate: chosen.value });
                }}
                disabled={rateKept}
                choices={[
                  ...RATE_PRESETS.map((rate) => ({ id: ownRate(rate), label: `${ownRate(rate)} fps` })),
                  { id: CUSTOM, label: 'custom' },
                ]}
              />
            )}
          </Field>
          {(isCustom || !preset) && (
            <Field label="Custom, fps" className="w-24">
              {(ids) => (
                <CommitInput
                  {...ids}
                  value={ownRate(motion.rate)}
                  onTyped={(text) => setTyped((now) => ({ ...now, rate: text }))}
                  onCommit={takeRate}
                  disabled={rateKept}
                  className="figures"
                />
              )}
            </Field>
          )}
        </div>
        {end('first', 'First frame')}
        {end('last', 'Last frame', 'or a length: 2s, 36f')}
        <DecimalField
          optional
          within={RestFrame}
          label="Rest frame"
          value={motion.restFrame}
          onTyped={(text) => setTyped((now) => ({ ...now, rest: text }))}
          onDecimal={(restFrame) => setScene({ restFrame })}
          disabled={limits !== null}
          placeholder="none"
        />
      </div>
      <Durations rate={rate.ok ? rate.value : null} range={range.ok ? range.value : null} />
      {warnings.length > 0 && (
        <p role="status" className="mt-0.5 text-xs text-ochre">
          {warnings.join(' ')}
        </p>
      )}
      <p className="mt-0.5 text-xs text-faint">
        Keys keep their frame numbers when rate or range change. A rest frame is kept for the untouched starting pose:
        no keys there.
      </p>
    </fieldset>
  );
}

function Durations({ rate, range }: { rate: Rate | null; range: FrameRange | null }) {
  return (
    <p className="figures mt-1.5 text-xs text-faint" aria-live="polite" data-testid="durations">
      {rate && range
        ? `${frameCount(range)} frames · runs ${fixed(runningSeconds(range, rate), 3)} ` +
          `s · travel ${fixed(travelSeconds(range.first, range.last, rate), 3)} s from first to last`
        : 'The range and rate in force stay until these are right.'}
    </p>
  );
}
