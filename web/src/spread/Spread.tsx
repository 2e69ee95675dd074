import { clsx } from 'clsx';
import { Columns2, PanelLeft, PanelRight } from 'lucide-react';
import { ToggleGroup } from 'radix-ui';
import type { ReactNode } from 'react';
import { Group, Panel, Separator, useDefaultLayout } from 'react-resizable-panels';
import { WhatIsThis } from '../help/index.ts';
import { StripHelp } from '../time-page/index.ts';
import { Tip, useStored } from '../ui/index.ts';

export type Pages = 'both' | 'picture' | 'time';

/** Which pages of the spread are open, remembered for each screen. */
export function usePages(name: string): [Pages, (pages: Pages) => void] {
  return useStored<Pages>(`${name}:pages`, 'both');
}

const CHOICES = [
  { pages: 'picture', label: 'Picture only', icon: PanelLeft },
  { pages: 'both', label: 'Both pages', icon: Columns2 },
  { pages: 'time', label: 'Time only', icon: PanelRight },
] as const;

export function PagesChoice({ pages, onChange }: { pages: Pages; onChange: (pages: Pages) => void }) {
  return (
    <ToggleGroup.Root
      type="single"
      value={pages}
      aria-label="Pages shown"
      onValueChange={(next) => next && onChange(next as Pages)}
      className="flex overflow-hidden rounded-md border border-rule"
    >
      {CHOICES.map(({ pages: value, label, icon: Icon }) => (
        <Tip key={value} says={label}>
          <ToggleGroup.Item
            value={value}
            aria-label={label}
            className={clsx(
              'grid h-7.5 w-8 place-items-center bg-page text-faint hover:text-ink aria-checked:bg-shade',
              'aria-checked:text-ink',
            )}
          >
            <Icon size={15} />
          </ToggleGroup.Item>
        </Tip>
      ))}
    </ToggleGroup.Root>
  );
}

const stripHelp = (title: string): ReactNode => <WhatIsThis of={title} />;

interface SpreadProps {
  name: string;
  pages: Pages;
  picture: ReactNode;
  time: ReactNode;
  /** Where the picture alone has still a low time page beneath it. */
  low?: ReactNode;
}

/** An open book: picture left, time right, the gutter between them to drag. */
export function Spread({ name, pages, picture, time, low }: SpreadProps) {
  const panelIds = pages === 'both' ? ['picture', 'time'] : [pages];
  const layout = useDefaultLayout({ id: `undulan:${name}:spread`, panelIds });
  const lowLayout = useDefaultLayout({ id: `undulan:${name}:low`, panelIds: ['wide', 'low'] });
  if (pages === 'picture' && low)
    return (
      <Group orientation="vertical" id={`undulan:${name}:low`} className="h-full" {...lowLayout}>
        <Panel id="wide" minSize="260px">
          {picture}
        </Panel>
        <Separator
          aria-label="Line between picture and time"
          className="h-px bg-rule hover:bg-accent focus-visible:bg-accent"
        />
        <Panel id="low" defaultSize="232px" minSize="180px">
          <StripHelp value={stripHelp}>{low}</StripHelp>
        </Panel>
      </Group>
    );
  return (
    <Group orientation="horizontal" id={`undulan:${name}:spread`} className="h-full" {...layout}>
      {pages !== 'time' && (
        <Panel id="picture" defaultSize="38.5%" minSize="320px">
          {picture}
        </Panel>
      )}
      {pages === 'both' && (
        <Separator
          aria-label="Gutter between picture and time"
          className={clsx(
            'relative w-px bg-rule before:absolute before:inset-y-0 before:-left-3.5 before:w-3.5',
            "before:bg-gradient-to-r before:from-transparent before:to-shade before:content-['']",
            'hover:bg-accent focus-visible:bg-accent before:pointer-events-none',
          )}
        />
      )}
      {pages !== 'picture' && (
        <Panel id="time" minSize="420px">
          <StripHelp value={stripHelp}>{time}</StripHelp>
        </Panel>
      )}
    </Group>
  );
}
