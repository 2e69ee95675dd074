import { clsx } from 'clsx';
import { createContext, type ReactNode, useId, useState } from 'react';

interface FieldIds {
  id: string;
  'aria-describedby': string | undefined;
  'aria-invalid': boolean | undefined;
}

interface FieldProps {
  label: string;
  error?: string | undefined;
  hint?: ReactNode;
  className?: string;
  children: (ids: FieldIds) => ReactNode;
}

/** Where the control in a field says what is wrong with what was typed; null outside of one. */
export const FieldSays = createContext<((problem: string | null) => void) | null>(null);

/** A labelled control with its hint, or what is wrong with it, beneath. */
export function Field({ label, error, hint, className = '', children }: FieldProps) {
  const id = useId();
  const saysId = `${id}-says`;
  const [said, setSaid] = useState<string | null>(null);
  const problem = error ?? said;
  return (
    <div className={clsx('flex min-w-0 flex-col gap-1', className)}>
      <label htmlFor={id} className="text-xs font-semibold text-faint">
        {label}
      </label>
      <FieldSays value={setSaid}>
        {children({
          id,
          'aria-describedby': problem || hint ? saysId : undefined,
          'aria-invalid': problem ? true : undefined,
        })}
      </FieldSays>
      {problem ? (
        <p id={saysId} role="alert" className="text-xs text-danger">
          {problem}
        </p>
      ) : hint ? (
        <p id={saysId} className="text-xs text-faint">
          {hint}
        </p>
      ) : null}
    </div>
  );
}

export const INPUT =
  'h-8 w-full min-w-0 rounded-md border border-rule bg-page px-2 text-sm aria-invalid:border-danger ' +
  'disabled:opacity-60';
