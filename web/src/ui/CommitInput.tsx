import { clsx } from 'clsx';
import { type InputHTMLAttributes, useRef, useState } from 'react';
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
  /** Enter has committed what the blur it causes must not commit again. */
  const isDone = useRef(false);

  /** Gives whether what was typed could be taken. */
  const commit = (): boolean => {
    const taken = typed === null || typed === value || onCommit(typed);
    setRefused(!taken);
    if (taken) setTyped(null);
    return taken;
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
      onBlur={() => {
        if (!isDone.current) commit();
        isDone.current = false;
      }}
      onKeyDown={(event) => {
        if (event.key === 'Enter') {
          // Else the same press goes on to whatever the change puts the focus on, such as a question's first button.
          event.preventDefault();
          // The next keys pressed are shortcuts again.
          if (!commit()) return;
          isDone.current = true;
          event.currentTarget.blur();
        }
        if (event.key === 'Escape') {
          setTyped(null);
          setRefused(false);
        }
      }}
      className={clsx(INPUT, className)}
    />
  );
}
