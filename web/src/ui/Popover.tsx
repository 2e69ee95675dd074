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
  children: ReactNode;
}

/** A small sheet beside the control that opened it. */
export function Popover({ trigger, label, holds, align = 'start', side, wide, children }: PopoverProps) {
  return (
    <Primitive.Root>
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
            'z-40 max-h-[80vh]',
            wide ? 'w-auto' : 'w-80',
            'overflow-y-auto rounded-lg border border-rule bg-page p-4 text-sm shadow-2xl',
          )}
        >
          {children}
        </Primitive.Content>
      </Primitive.Portal>
    </Primitive.Root>
  );
}
