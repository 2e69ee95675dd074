import { RATE_POLICIES, RATE_PRESETS, type RatePolicy } from '@undulan/core';
import { clsx } from 'clsx';
import { INPUT, ownRate, Tick } from '../../ui/index.ts';

const POLICY_WORDS: Record<RatePolicy, string> = {
  'keep-seconds': 'Keep seconds: keys are renumbered',
  'keep-frames': 'Keep frame numbers: the time changes',
};

interface RateFieldsProps {
  /** The rate wanted, as typed. */
  rate: string;
  onRate: (rate: string) => void;
  isWrong: boolean;
  policy: RatePolicy;
  onPolicy: (policy: RatePolicy) => void;
}

/** Another frame rate, and what is kept at it: seconds or frame numbers. */
export function RateFields({ rate, onRate, isWrong, policy, onPolicy }: RateFieldsProps) {
  return (
    <div className="space-y-2 pl-6 text-sm">
      <input
        aria-label="New frame rate"
        list="rates"
        className={clsx(INPUT, 'figures w-28!')}
        value={rate}
        aria-invalid={isWrong || undefined}
        onChange={(event) => onRate(event.target.value)}
      />
      <datalist id="rates">
        {RATE_PRESETS.map((preset) => (
          <option key={ownRate(preset)} value={ownRate(preset)} />
        ))}
      </datalist>
      {RATE_POLICIES.map((name) => (
        <Tick key={name} type="radio" name="policy" checked={policy === name} onTick={() => onPolicy(name)}>
          {POLICY_WORDS[name]}
        </Tick>
      ))}
    </div>
  );
}
