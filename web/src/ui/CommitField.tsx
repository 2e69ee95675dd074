import { CommitInput } from './CommitInput.tsx';
import { Field } from './Field.tsx';

interface CommitFieldProps {
  label: string;
  hint?: string;
  placeholder?: string;
  value: string;
  /** As of `CommitInput`: false refuses what was typed. */
  onCommit: (text: string) => boolean;
}

/** A labelled figure that counts on Enter or on leaving it. */
export function CommitField({ label, hint, ...input }: CommitFieldProps) {
  return (
    <Field label={label} hint={hint}>
      {({ id, 'aria-describedby': describedBy }) => (
        <CommitInput id={id} aria-describedby={describedBy} {...input} inputMode="decimal" className="figures" />
      )}
    </Field>
  );
}
