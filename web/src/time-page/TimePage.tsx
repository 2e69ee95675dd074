import { Fragment, useMemo, type ReactNode } from 'react';
import { Group, Panel, Separator, useDefaultLayout } from 'react-resizable-panels';
import type { Cue } from '@undulan/core';
import { useShortcuts, type ShortcutName } from '../app/shortcuts.ts';
import { Empty, Toggle, useSize, useStored } from '../ui/index.ts';
import { useClock } from './clock-context.tsx';
import { Playhead } from './Playhead.tsx';
import { PlaybackReport } from './PlaybackReport.tsx';
import { Ruler } from './Ruler.tsx';
import { LABEL_PX } from './Strip.tsx';
import { createTimeScale } from './time-scale.ts';
import { TimeScaleProvider } from './time-scale-context.tsx';
import { Transport } from './Transport.tsx';

export interface StripEntry {
  id: string;
  name: string;
  shortcut: ShortcutName;
  /** Its height when first opened, in px or percent; without one it takes what is left. */
  size: string | undefined;
  content: ReactNode;
}

interface TimePageProps {
  /** Under which the arrangement is remembered. */
  name: string;
  strips: StripEntry[];
  keyFrames: readonly number[];
  /** Frames beyond the range that must fit in too, such as keys outside it. */
  reach?: readonly number[];
  /** Named frames to flag on the ruler. */
  cues?: readonly Cue[];
  /** Between the strips and the foot: what is said or set about the selection. */
  bar?: ReactNode;
  foot?: ReactNode;
}

/** The right page: transport and ruler, then strips under that one ruler with one playhead through all of them. */
export function TimePage({ name, strips, keyFrames, reach = [], cues = [], bar, foot }: TimePageProps) {
  const clock = useClock();
  const [measure, size] = useSize();
  const [closed, setClosed] = useStored<string[]>(`${name}:closed-strips`, []);
  const open = strips.filter((strip) => !closed.includes(strip.id));
  const layout = useDefaultLayout({ id: `undulan:${name}:strips`, panelIds: open.map((strip) => strip.id) });
  const first = Math.min(clock.range.first, ...reach);
  const last = Math.max(clock.range.last, ...reach);
  const scale = useMemo(() => createTimeScale(first, last, Math.max(80, (size?.widthPx ?? 600) - LABEL_PX)), [first, last, size?.widthPx]);

  const toggle = (id: string): void => setClosed(closed.includes(id) ? closed.filter((other) => other !== id) : [...closed, id]);
  useShortcuts(Object.fromEntries(strips.map((strip) => [strip.shortcut, () => toggle(strip.id)])));

  return (
    <section aria-label="Time" className="flex h-full min-h-0 flex-col px-4">
      <Transport keyFrames={keyFrames} />
      <div ref={measure} className="relative flex min-h-0 flex-1 flex-col">
        <TimeScaleProvider value={scale}>
          <div style={{ marginLeft: LABEL_PX }}>
            <Ruler cues={cues} />
          </div>
          <div className="min-h-0 flex-1">
            {open.length === 0 ? (
              <div className="pt-8" style={{ marginLeft: LABEL_PX }}>
                <Empty title="All strips are closed">Open one below, or with the keys 1 to {strips.length}.</Empty>
              </div>
            ) : (
              <Group orientation="vertical" id={`undulan:${name}:strips`} {...layout}>
                {open.map((strip, i) => (
                  <Fragment key={strip.id}>
                    {i > 0 && <Separator className="h-1 hover:bg-accent/40 focus-visible:bg-accent/60" aria-label={`Size of ${strip.name}`} />}
                    <Panel id={strip.id} defaultSize={strip.size} minSize="48px">
                      {strip.content}
                    </Panel>
                  </Fragment>
                ))}
              </Group>
            )}
          </div>
          <Playhead />
        </TimeScaleProvider>
      </div>
      {bar}
      <footer className="flex h-9 shrink-0 items-center gap-1 border-t border-rule">
        {strips.map((strip) => (
          <Toggle key={strip.id} on={!closed.includes(strip.id)} className="h-6! px-2! text-xs!" onClick={() => toggle(strip.id)}>
            {strip.name}
          </Toggle>
        ))}
        <div className="min-w-0 flex-1 truncate px-3 text-center text-xs text-faint">{foot}</div>
        <PlaybackReport />
      </footer>
    </section>
  );
}
