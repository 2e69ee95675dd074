import type { ReactElement, ReactNode } from 'react';
import { Popover as Primitive } from 'radix-ui';

interface PopoverProps {
  /** The control that opens it. */
  trigger: ReactElement;
  label: string;
  align?: 'start' | 'center' | 'end';
  children: ReactNode;
}

/** A small sheet beside the control that opened it. */
export function Popover({ trigger, label, align = 'start', children }: PopoverProps) {
  return (
    <Primitive.Root>
      <Primitive.Trigger asChild>{trigger}</Primitive.Trigger>
      <Primitive.Portal>
        <Primitive.Content
          aria-label={label}
          align={align}
          sideOffset={6}
          collisionPadding={8}
          className="z-40 max-h-[80vh] w-80 overflow-y-auto rounded-lg border border-rule bg-page p-4 text-sm shadow-2xl"
        >
          {children}
        </Primitive.Content>
      </Primitive.Portal>
    </Primitive.Root>
  );
}
