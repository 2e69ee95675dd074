import type { ComponentProps, ReactNode } from 'react';
import { DecimalInput } from './DecimalInput.tsx';
import { Field } from './Field.tsx';

type DecimalFieldProps = ComponentProps<typeof DecimalInput> & { label: string; hint?: ReactNode };

/** A labelled number that counts on Enter or on leaving it. */
export function DecimalField({ label, hint, ...input }: DecimalFieldProps) {
  return (
    <Field label={label} hint={hint}>
      {({ id, 'aria-describedby': describedBy }) => (
        <DecimalInput id={id} aria-describedby={describedBy} inputMode="decimal" className="figures" {...input} />
      )}
    </Field>
  );
}
