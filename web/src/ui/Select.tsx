import { clsx } from 'clsx';
import type { Ref, SelectHTMLAttributes } from 'react';
import { INPUT } from './Field.tsx';

interface Choice<Id extends string | number> {
  id: Id;
  label: string;
  disabled?: boolean;
}

interface SelectProps<Id extends string | number> extends Omit<
  SelectHTMLAttributes<HTMLSelectElement>,
  'children' | 'value' | 'size'
> {
  ref?: Ref<HTMLSelectElement>;
  value?: Id | undefined;
  choices: readonly Choice<Id>[];
  onChoose?: (id: Id) => void;
  /** As tall as a field; lower in a bar, lower still beside a strip; bare where its place dresses it. */
  size?: keyof typeof SIZES;
}

const LOW = 'rounded-md border border-rule bg-page text-xs disabled:opacity-50';
const SIZES = {
  field: INPUT,
  bar: `${LOW} h-7 px-1.5`,
  strip: `${LOW} h-6 min-w-0 px-1`,
  bare: '',
};

/** One of several named things. */
export function Select<Id extends string | number>({
  choices,
  onChoose,
  size = 'field',
  className,
  ...rest
}: SelectProps<Id>) {
  return (
    <select
      {...(onChoose && {
        onChange: (event) => onChoose(choices.find(({ id }) => String(id) === event.target.value)!.id),
      })}
      {...rest}
      className={clsx(SIZES[size], className)}
    >
      {choices.map(({ id, label, disabled }) => (
        <option key={id} value={id} disabled={disabled}>
          {label}
        </option>
      ))}
    </select>
  );
}
