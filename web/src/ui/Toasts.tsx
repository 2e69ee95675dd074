import { useEffect } from 'react';
import { toast, Toaster } from 'sonner';
import { type Said, takeSaid, watchSaid } from './said.ts';

/** Long enough to be read, thought over and reached. */
const UNDO_MS = 12_000;

function show({ kind, text, undo }: Said): void {
  if (undo) toast.success(text, { duration: UNDO_MS, action: { label: 'Undo', onClick: undo } });
  else if (kind === 'done') toast.success(text);
  else if (kind === 'problem') toast.error(text, { id: text, duration: Infinity, closeButton: true });
  else toast(text, { id: text, duration: Infinity, closeButton: true });
}

/** Shows what is said, one above the other. */
export function Toasts() {
  useEffect(() => {
    const showAll = (): void => takeSaid().forEach(show);
    showAll();
    return watchSaid(showAll);
  }, []);
  return (
    <Toaster
      position="bottom-left"
      style={{ fontFamily: 'inherit' }}
      toastOptions={{
        closeButtonAriaLabel: 'Close this message',
        style: {
          background: 'var(--page)',
          color: 'var(--ink)',
          border: '1px solid var(--rule)',
          fontFamily: 'inherit',
        },
      }}
    />
  );
}
