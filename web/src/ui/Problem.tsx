import { clsx } from 'clsx';
import type { ReactNode } from 'react';

/** What is wrong with what was typed or asked for, said at once to those who listen; nothing while nothing is. */
export function Problem({ className, children }: { className?: string; children: ReactNode }) {
  return (
    children && (
      <p role="alert" className={clsx('text-xs text-danger', className)}>
        {children}
      </p>
    )
  );
}
