import { clsx } from 'clsx';
import { ContextMenu as Primitive } from 'radix-ui';
import { Fragment, type MouseEvent, type ReactElement, useState } from 'react';
import { leaveFocusToOpenMenu } from './leave-focus.ts';
import type { Offered } from './offered.ts';

/** Actions that belong together, under a heading. */
export interface OfferedGroup {
  heading: string;
  offers: readonly Offered[];
}

interface ContextMenuProps {
  /** What is offered for what was pressed; of nothing no menu opens. */
  offersAt: (event: MouseEvent) => readonly OfferedGroup[];
  /** What it is about: opened by right click, by the menu key, by a long press. */
  children: ReactElement;
}

/** The actions of a thing where it is. All of them are also elsewhere on the page. */
export function ContextMenu({ offersAt, children }: ContextMenuProps) {
  const [groups, setGroups] = useState<readonly OfferedGroup[]>([]);
  return (
    <Primitive.Root modal={false}>
      <Primitive.Trigger
        asChild
        onContextMenu={(event) => {
          const offered = offersAt(event).filter(({ offers }) => offers.length > 0);
          setGroups(offered);
          // Else the browser would show its own, of no use here.
          if (offered.length === 0) event.preventDefault();
        }}
      >
        {children}
      </Primitive.Trigger>
      <Primitive.Portal>
        <Primitive.Content
          collisionPadding={8}
          onCloseAutoFocus={leaveFocusToOpenMenu}
          className={clsx(
            'z-40 max-h-[80vh] min-w-48 overflow-y-auto rounded-lg border border-rule bg-page p-1 text-sm',
            'shadow-2xl',
          )}
        >
          {groups.map(({ heading, offers }, i) => (
            <Fragment key={heading}>
              {i > 0 && <Primitive.Separator className="my-1 h-px bg-rule" />}
              <Primitive.Label className="px-2.5 pt-1 pb-0.5 text-xs font-semibold text-faint">
                {heading}
              </Primitive.Label>
              {offers.map(({ label, run, keys, off }) => (
                <Primitive.Item
                  key={label}
                  disabled={off !== undefined}
                  onSelect={run}
                  title={off}
                  className={clsx(
                    'flex cursor-default justify-between gap-6 rounded-md px-2.5 py-1 outline-none',
                    'data-[disabled]:opacity-60 data-[highlighted]:bg-shade',
                  )}
                >
                  {label}
                  {keys && <kbd className="figures text-xs text-faint">{keys}</kbd>}
                </Primitive.Item>
              ))}
            </Fragment>
          ))}
        </Primitive.Content>
      </Primitive.Portal>
    </Primitive.Root>
  );
}
