import { clsx } from 'clsx';
import { X } from 'lucide-react';
import { Dialog as Primitive } from 'radix-ui';
import type { ReactNode } from 'react';

interface DialogProps {
  open: boolean;
  /** Called when the person closes it; without it the dialog waits for an answer. */
  onClose?: () => void;
  title: string;
  children: ReactNode;
  actions?: ReactNode;
  wide?: boolean;
}

/** A question or a sheet in front of everything. */
export function Dialog({ open, onClose, title, children, actions, wide }: DialogProps) {
  return (
    <Primitive.Root open={open} onOpenChange={(next) => !next && onClose?.()}>
      <Primitive.Portal>
        <Primitive.Overlay className="fixed inset-0 z-40 bg-black/35" />
        <Primitive.Content
          aria-describedby={undefined}
          onEscapeKeyDown={(event) => !onClose && event.preventDefault()}
          onInteractOutside={(event) => !onClose && event.preventDefault()}
          className={clsx(
            'fixed top-1/2 left-1/2 z-50 flex max-h-[88vh] w-[calc(100vw-2rem)] -translate-x-1/2',
            '-translate-y-1/2 flex-col gap-4 rounded-xl border border-rule bg-page p-5 shadow-2xl',
            wide ? 'max-w-3xl' : 'max-w-lg',
          )}
        >
          <div className="flex items-start justify-between gap-4">
            <Primitive.Title className="text-lg leading-tight">{title}</Primitive.Title>
            {onClose && (
              <Primitive.Close aria-label="Close" className="rounded-md p-1 hover:bg-shade">
                <X size={16} />
              </Primitive.Close>
            )}
          </div>
          {/* Room for the rings of what is focused at the edge. */}
          <div className="-m-1 min-h-0 overflow-y-auto p-1">{children}</div>
          {actions && <div className="flex flex-wrap justify-end gap-2">{actions}</div>}
        </Primitive.Content>
      </Primitive.Portal>
    </Primitive.Root>
  );
}
