import { clsx } from 'clsx';
import { DropdownMenu } from 'radix-ui';
import { type ReactElement, type ReactNode, useRef } from 'react';
import { leaveFocusToOpenMenu } from './leave-focus.ts';
import { elementsOf, textOf, useOffer } from './offered.ts';

interface MenuProps {
  trigger: ReactElement;
  children: ReactNode;
}

/** A menu of actions under a control. */
export function Menu({ trigger, children }: MenuProps) {
  // Given the focus back, its control would take Space and arrows for itself: only where the keyboard opened it.
  const isClicked = useRef(false);
  useOffer(() =>
    elementsOf(children, MenuItem).map((item) => ({
      label: [textOf(trigger), textOf(item.children)].filter(Boolean).join(': '),
      keys: item.keys,
      off: item.disabledReason || undefined,
      run: item.onSelect,
    })),
  );
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger
        asChild
        onPointerDown={() => (isClicked.current = true)}
        onKeyDown={() => (isClicked.current = false)}
      >
        {trigger}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="start"
          sideOffset={4}
          collisionPadding={8}
          onCloseAutoFocus={(event) => {
            leaveFocusToOpenMenu(event);
            if (isClicked.current) event.preventDefault();
          }}
          className="z-40 min-w-52 rounded-lg border border-rule bg-page p-1 text-sm shadow-2xl"
        >
          {children}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

interface MenuItemProps {
  onSelect: () => void;
  /** Its keyboard shortcut, as it is written. */
  keys?: string | undefined;
  /** Why it would do nothing now. */
  disabledReason?: string | false | null;
  children: ReactNode;
}

/** One action; one that would do nothing says why. */
export function MenuItem({ onSelect, keys, disabledReason, children }: MenuItemProps) {
  return (
    <DropdownMenu.Item
      disabled={Boolean(disabledReason)}
      onSelect={onSelect}
      title={disabledReason || undefined}
      className={clsx(
        'flex cursor-default items-baseline justify-between gap-6 rounded-md px-2.5 py-1.5',
        'outline-none data-[disabled]:opacity-60 data-[highlighted]:bg-shade',
      )}
    >
      <span>
        {children}
        {disabledReason && <span className="block max-w-56 text-xs text-faint">{disabledReason}</span>}
      </span>
      {keys && <kbd className="figures text-xs text-faint">{keys}</kbd>}
    </DropdownMenu.Item>
  );
}

export function MenuHeading({ children }: { children: ReactNode }) {
  return (
    <DropdownMenu.Label className="px-2.5 pt-2 pb-0.5 text-xs font-semibold text-faint">{children}</DropdownMenu.Label>
  );
}

export function MenuLine() {
  return <DropdownMenu.Separator className="my-1 h-px bg-rule" />;
}
