import { clsx } from 'clsx';
import { CommitInput } from '../../ui/index.ts';

interface NameInputProps {
  label: string;
  /** What is named: `the lesson`. */
  what: string;
  most: number;
  value: string;
  onName: (name: string) => void;
  className?: string;
}

/** A name that looks like the heading it is, and is changed where it stands. */
export function NameInput({ label, what, most, value, onName, className }: NameInputProps) {
  return (
    <CommitInput
      aria-label={label}
      className={clsx(
        'h-7! min-w-0 border-transparent! bg-transparent! px-1! font-display font-bold text-ellipsis',
        'hover:border-rule!',
        className,
      )}
      value={value}
      onCommit={(typed) => {
        const name = typed.trim();
        if (name === '') return `Give ${what} a name.`;
        if (name.length > most) return `A name of ${what} has at most ${most} characters.`;
        onName(name);
        return null;
      }}
    />
  );
}
