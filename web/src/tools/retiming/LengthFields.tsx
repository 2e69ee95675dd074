import { readDecimal } from '@undulan/core';
import { clsx } from 'clsx';
import { useState } from 'react';
import { INPUT, Tick } from '../../ui/index.ts';

interface LengthFieldsProps {
  /** Frames of the motion as it is. */
  count: number;
  /** The length wanted, as typed. */
  frames: string;
  onFrames: (frames: string) => void;
  isWrong: boolean;
  withKeys: boolean;
  onWithKeys: (withKeys: boolean) => void;
  rangeFixed: string | null;
}

/** Another length, as a number of frames or as a factor of the travel. */
export function LengthFields({
  count,
  frames,
  onFrames,
  isWrong,
  withKeys,
  onWithKeys,
  rangeFixed,
}: LengthFieldsProps) {
  const [factor, setFactor] = useState('1');
  return (
    <div className="space-y-2 pl-6 text-sm">
      <div className="flex items-center gap-2">
        <input
          aria-label="New length in frames"
          className={clsx(INPUT, 'figures w-20!')}
          value={frames}
          aria-invalid={isWrong || undefined}
          onChange={(event) => {
            onFrames(event.target.value);
            setFactor('');
          }}
        />
        frames, ×
        <input
          aria-label="Factor of the length"
          className={clsx(INPUT, 'figures w-16!')}
          value={factor}
          onChange={(event) => {
            setFactor(event.target.value);
            const by = readDecimal(event.target.value, { unit: '×' });
            if (by.ok && by.value > 0) onFrames(String(Math.max(1, Math.round((count - 1) * by.value) + 1)));
          }}
        />
      </div>
      <p className="text-xs text-faint">
        {rangeFixed
          ? `${rangeFixed} Keys are stretched within it.`
          : 'A factor is of the travel, from the first frame to the last.'}
      </p>
      {!rangeFixed && (
        <Tick checked={withKeys} onTick={onWithKeys}>
          Keys and cue marks are stretched along
        </Tick>
      )}
    </div>
  );
}
