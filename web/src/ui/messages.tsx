import type { ReactElement } from 'react';
import { toast, Toaster } from 'sonner';

/** Says what was done, where the page shows it as well: it goes away by itself. */
export function sayDone(text: string): void {
  toast.success(text);
}

/** Says what nothing else shows: it stays until it is closed. Said twice, it stands there once. */
export function sayToStay(text: string): void {
  toast(text, { id: text, duration: Infinity, closeButton: true });
}

/** Says what went wrong: it stays until it is closed. Said twice, it stands there once. */
export function sayProblem(text: string): void {
  toast.error(text, { id: text, duration: Infinity, closeButton: true });
}

/** Where all of it is said. */
export function Messages(): ReactElement {
  return (
    <Toaster
      position="bottom-left"
      toastOptions={{
        closeButtonAriaLabel: 'Close this message',
        style: { background: 'var(--page)', color: 'var(--ink)', border: '1px solid var(--rule)' },
      }}
    />
  );
}
