import { useState, type InputHTMLAttributes } from 'react';
import { INPUT } from './Field.tsx';

interface CommitInputProps extends Omit<InputHTMLAttributes<HTMLInputElement>, 'value' | 'onChange'> {
  /** The value in force, shown while nothing is typed. */
  value: string;
  /** Takes what was typed; false refuses it, and the typed text stays with an invalid mark. */
  onCommit: (text: string) => boolean;
}

/** A text field whose change counts on Enter or on leaving it. Escape goes back to the value in force. */
export function CommitInput({ value, onCommit, className = '', ...rest }: CommitInputProps) {
  const [typed, setTyped] = useState<string | null>(null);
  const [refused, setRefused] = useState(false);

  const commit = (): void => {
    if (typed === null || typed === value) {
      setTyped(null);
      setRefused(false);
      return;
    }
    const taken = onCommit(typed);
    setRefused(!taken);
    if (taken) setTyped(null);
  };

  return (
    <input
      {...rest}
      value={typed ?? value}
      aria-invalid={refused || undefined}
      onChange={(event) => {
        setTyped(event.target.value);
        setRefused(false);
      }}
      onBlur={commit}
      onKeyDown={(event) => {
        if (event.key === 'Enter') {
          // Else the same press goes on to whatever the change puts the focus on, such as a question's first button.
          event.preventDefault();
          commit();
        }
        if (event.key === 'Escape') {
          setTyped(null);
          setRefused(false);
        }
      }}
      className={`${INPUT} ${className}`}
    />
  );
}
