import { Tooltip } from 'radix-ui';
import type { ReactElement, ReactNode } from 'react';

/** Words beside a control on hover or focus. */
export function Tip({ says, children }: { says: ReactNode; children: ReactElement }) {
  return (
    <Tooltip.Root delayDuration={400}>
      <Tooltip.Trigger asChild>{children}</Tooltip.Trigger>
      <Tooltip.Portal>
        <Tooltip.Content
          sideOffset={6}
          className="z-50 max-w-72 rounded-md bg-ink px-2.5 py-1.5 text-xs text-page shadow-lg"
        >
          {says}
        </Tooltip.Content>
      </Tooltip.Portal>
    </Tooltip.Root>
  );
}
