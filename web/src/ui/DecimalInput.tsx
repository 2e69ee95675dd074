import { readDecimal } from '@undulan/core';
import type { ComponentProps } from 'react';
import { CommitInput } from './CommitInput.tsx';

type Reading = NonNullable<Parameters<typeof readDecimal>[1]>;

type DecimalInputProps = Omit<ComponentProps<typeof CommitInput>, 'value' | 'onCommit'> &
  Reading & {
    /** As it stands in the field while nothing is typed; empty for null. */
    value: number | string | null;
  } & (
    | { /** It may be left empty. */ optional: true; onDecimal: (value: number | null) => void }
    | { optional?: false; onDecimal: (value: number) => void }
  );

/** A field for a number, taken over when it is left or with Enter; what is not wanted stays as typed, marked. */
export function DecimalInput({ value, within, unit, ...props }: DecimalInputProps) {
  const { optional, onDecimal, ...input } = props;
  const commit = (text: string): boolean => {
    if (optional && text.trim() === '') {
      onDecimal(null);
      return true;
    }
    const typed = readDecimal(text, { within, unit });
    if (typed !== null) onDecimal(typed);
    return typed !== null;
  };
  return <CommitInput {...input} value={value === null ? '' : String(value)} onCommit={commit} />;
}
