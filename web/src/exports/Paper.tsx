import { type ReactNode, useEffect } from 'react';
import { createPortal } from 'react-dom';
import { Button } from '../ui/index.ts';

interface PaperProps {
  title: string;
  onClose: () => void;
  children: ReactNode;
}

const BAR = 'sticky top-0 flex justify-end gap-2 border-b border-rule bg-paper px-4 py-1.5 print:hidden';
const SHEET =
  'mx-auto my-6 max-w-[190mm] bg-page px-8 py-6 text-sm print:my-0 print:max-w-none print:bg-white print:p-0';

/** What would come out of a printer, over everything else: to be printed, or saved as PDF by the browser. */
export function Paper({ title, onClose, children }: PaperProps) {
  useEffect(() => {
    const was = document.title;
    // The browser calls its file so.
    document.title = title;
    document.body.classList.add('paper-open');
    const close = (event: KeyboardEvent): void => {
      if (event.key === 'Escape') onClose();
    };
    window.addEventListener('keydown', close);
    return () => {
      document.title = was;
      document.body.classList.remove('paper-open');
      window.removeEventListener('keydown', close);
    };
  }, [title, onClose]);
  return createPortal(
    <div
      role="dialog"
      aria-label={title}
      className="fixed inset-0 z-50 overflow-y-auto bg-paper print:static print:overflow-visible print:bg-white"
    >
      <div className={BAR}>
        <Button onClick={onClose}>Close</Button>
        <Button kind="main" onClick={() => window.print()}>
          Print, or save as PDF
        </Button>
      </div>
      <article className={SHEET}>{children}</article>
    </div>,
    document.body,
  );
}
