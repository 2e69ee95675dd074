import { problemOf, readDecimal } from '@undulan/core';
import type { ComponentProps } from 'react';
import { CommitInput } from './CommitInput.tsx';
import { withMark } from './decimal-mark.ts';

type Reading = NonNullable<Parameters<typeof readDecimal>[1]>;

type DecimalInputProps = Omit<ComponentProps<typeof CommitInput>, 'value' | 'onCommit'> &
  Reading & {
    /** As it stands in the field while nothing is typed; empty for null. */
    value: number | string | null;
  } & (
    | { /** It may be left empty. */ optional: true; onDecimal: (value: number | null) => void }
    | { optional?: false; onDecimal: (value: number) => void }
  );

/** A field for a number, taken when it is left or with Enter; what is not wanted stays as typed, with the reason. */
export function DecimalInput({ value, within, unit, ...props }: DecimalInputProps) {
  const { optional, onDecimal, ...input } = props;
  const commit = (text: string): string | null => {
    if (optional && text.trim() === '') {
      onDecimal(null);
      return null;
    }
    const typed = readDecimal(text, { within, unit });
    if (typed.ok) onDecimal(typed.value);
    return optional ? (problemOf(typed)?.replace(/\.$/, ', or nothing.') ?? null) : problemOf(typed);
  };
  return <CommitInput {...input} value={value === null ? '' : withMark(String(value))} onCommit={commit} />;
}
