import { clsx } from 'clsx';
import type { InputHTMLAttributes, ReactNode } from 'react';

interface TickProps extends Omit<InputHTMLAttributes<HTMLInputElement>, 'type' | 'onChange'> {
  /** One of several of a `name`, instead of one by itself. */
  type?: 'checkbox' | 'radio';
  onTick: (on: boolean) => void;
  /** For the label that it stands in. */
  className?: string;
  children: ReactNode;
}

/** A tick with its words, both of which can be pressed. */
export function Tick({ type = 'checkbox', onTick, className, children, ...input }: TickProps) {
  return (
    <label className={clsx('flex items-center gap-2', className)}>
      <input
        {...input}
        type={type}
        onChange={(event) => onTick(event.target.checked)}
        className="shrink-0 accent-[var(--accent)]"
      />
      {children}
    </label>
  );
}
