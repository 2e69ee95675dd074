import { clsx } from 'clsx';
import { Popover as Primitive } from 'radix-ui';
import type { ReactElement, ReactNode } from 'react';

interface PopoverProps {
  /** The control that opens it. */
  trigger: ReactElement;
  label: string;
  /** What is in it, in the words one would look for. */
  holds?: string;
  align?: 'start' | 'center' | 'end';
  /** Where there is room for it, and nothing that it changes. */
  side?: 'top' | 'bottom' | 'left' | 'right';
  /** For a sheet of two columns. */
  wide?: boolean;
  /** For one small thing. */
  narrow?: boolean;
  onClose?: () => void;
  children: ReactNode;
}

/** A small sheet beside the control that opened it. */
export function Popover({
  trigger,
  label,
  holds,
  align = 'start',
  side,
  wide,
  narrow,
  onClose,
  children,
}: PopoverProps) {
  return (
    <Primitive.Root onOpenChange={(isOpen) => !isOpen && onClose?.()}>
      <Primitive.Trigger asChild data-holds={holds}>
        {trigger}
      </Primitive.Trigger>
      <Primitive.Portal>
        <Primitive.Content
          aria-label={label}
          tabIndex={-1}
          onOpenAutoFocus={(event) => {
            // Not its first control: focusing one may already show what it does.
            event.preventDefault();
            (event.currentTarget as HTMLElement).focus();
          }}
          align={align}
          side={side}
          sideOffset={6}
          collisionPadding={8}
          className={clsx(
            'z-50 max-h-[80vh]',
            wide || narrow ? 'w-auto' : 'w-80',
            'overflow-y-auto rounded-lg border border-rule bg-page text-sm shadow-2xl',
            narrow ? 'p-3' : 'p-4',
          )}
        >
          {children}
        </Primitive.Content>
      </Primitive.Portal>
    </Primitive.Root>
  );
}
