import type { InputHTMLAttributes, ReactNode } from 'react';
import type { UseFormRegisterReturn } from 'react-hook-form';
import { Field, INPUT } from './Field.tsx';

interface FormFieldProps extends Pick<InputHTMLAttributes<HTMLInputElement>, 'type' | 'autoComplete' | 'inputMode'> {
  label: string;
  /** The form's own, and what it finds wrong with it. */
  field: UseFormRegisterReturn;
  error: string | undefined;
  hint?: ReactNode;
  className?: string;
}

/** A line to type in of a form that is sent as a whole. */
export function FormField({ label, field, error, hint, className, ...input }: FormFieldProps) {
  return (
    <Field label={label} error={error} hint={hint} {...(className !== undefined && { className })}>
      {(ids) => <input {...ids} {...field} {...input} className={INPUT} />}
    </Field>
  );
}
