import { clsx } from 'clsx';
import { Tabs } from 'radix-ui';
import type { ReactNode } from 'react';

interface TabBarProps {
  label: string;
  tabs: readonly { id: string; label: string }[];
  /** At the end of the row. */
  after?: ReactNode;
}

/** The row of tabs inside a `Tabs.Root`. */
export function TabBar({ label, tabs, after }: TabBarProps) {
  return (
    <div className="mb-2.5 flex shrink-0 items-center gap-1 border-b border-rule">
      <Tabs.List aria-label={label} className="flex flex-wrap gap-x-0.5">
        {tabs.map((tab) => (
          <Tabs.Trigger
            key={tab.id}
            value={tab.id}
            className={clsx(
              'rounded-t-md border border-b-0 border-transparent',
              tabs.length > 7 ? 'px-1 text-xs' : tabs.length > 5 ? 'px-1.5 text-[13px]' : 'px-2.5 text-sm',
              'py-1 whitespace-nowrap text-faint hover:text-ink data-[state=active]:border-rule',
              'data-[state=active]:bg-page data-[state=active]:font-semibold data-[state=active]:text-ink',
            )}
          >
            {tab.label}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
      {after}
    </div>
  );
}
