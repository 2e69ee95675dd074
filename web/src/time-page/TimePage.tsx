import { type Cue, RULER_UNIT_NAMES, RULER_UNITS, type RulerUnitName } from '@undulan/core';
import { clsx } from 'clsx';
import { Maximize2 } from 'lucide-react';
import { Fragment, type ReactNode, useMemo, useRef } from 'react';
import { Group, Panel, Separator, useDefaultLayout } from 'react-resizable-panels';
import { type ShortcutName, useShortcuts, useShownKeys } from '../keyboard/index.ts';
import { scaleOf, TimeScaleProvider, useClock, useRulerUnit, useTimeView, useWheelAndPan } from '../time/index.ts';
import { Button, Empty, Select, Toggle, useSize, useStored } from '../ui/index.ts';
import { OverviewBar } from './OverviewBar.tsx';
import type { KeyStepping } from './PlaybackPopover.tsx';
import { PlaybackReport } from './PlaybackReport.tsx';
import { Playhead } from './Playhead.tsx';
import { type RangeControls, RangeLane } from './RangeLane.tsx';
import { Ruler } from './Ruler.tsx';
import { SnapPopover } from './SnapPopover.tsx';
import { LABEL_PX } from './Strip.tsx';
import { Transport } from './Transport.tsx';

export interface StripEntry {
  id: string;
  name: string;
  shortcut: ShortcutName;
  /** Its height when first opened, in px or percent; without one it takes what is left. */
  size: string | undefined;
  /** What its controls need, in px: where there is not as much it is folded rather than cut. */
  leastPx: number;
  /** Closed until a person opens it. */
  startsClosed?: boolean;
  content: ReactNode;
}

interface TimePageProps {
  /** Under which the arrangement is remembered. */
  name: string;
  strips: StripEntry[];
  keyFrames: readonly number[];
  stepping?: KeyStepping;
  /** Frames beyond the range that must fit in too, such as keys outside it. */
  reach?: readonly number[];
  /** Frames of what is selected: what can be fitted in view. */
  selectedFrames?: readonly number[];
  ranges?: RangeControls;
  /** Named frames to flag on the ruler. */
  cues?: readonly Cue[];
  /** Between the strips and the foot: what is said or set about the selection. */
  bar?: ReactNode;
  foot?: ReactNode;
}

const ZOOM_STEP = 1.5;

/** Ruler and ranges over the strips, and the line between two strips. */
const RULER_PX = 56;
const LINE_PX = 4;

/** The strips that there is room for, in their order, each with what it needs at least. */
function withRoom(strips: readonly StripEntry[], heightPx: number): StripEntry[] {
  let leftPx = heightPx + LINE_PX;
  return strips.filter(({ leastPx }) => {
    const fits = leastPx <= leftPx;
    if (fits) leftPx -= leastPx + LINE_PX;
    return fits;
  });
}

/** The right page: transport and ruler, then strips under that one ruler with one playhead through all of them. */
export function TimePage({
  name,
  strips,
  keyFrames,
  stepping,
  reach = [],
  selectedFrames = [],
  ranges,
  cues = [],
  bar,
  foot,
}: TimePageProps) {
  const clock = useClock();
  const [measure, size] = useSize();
  const area = useRef<HTMLDivElement>(null);
  const [unit, setUnit] = useRulerUnit();
  const [closed, setClosed] = useStored<string[]>(
    `${name}:closed-strips`,
    strips.filter((strip) => strip.startsClosed).map((strip) => strip.id),
  );
  const wanted = strips.filter((strip) => !closed.includes(strip.id));
  const open = withRoom(wanted, (size?.heightPx ?? Infinity) - RULER_PX);
  const folded = wanted.filter((strip) => !open.includes(strip));
  const layout = useDefaultLayout({ id: `undulan:${name}:strips`, panelIds: open.map((strip) => strip.id) });
  const first = Math.min(clock.range.first, ...reach);
  const last = Math.max(clock.range.last, ...reach);
  const viewing = useTimeView(
    useMemo(() => ({ first, last }), [first, last]),
    clock,
  );
  const widthPx = Math.max(80, (size?.widthPx ?? 600) - LABEL_PX);
  const { view, zoomed } = viewing;
  // oxlint-disable-next-line react/exhaustive-deps -- the scale depends on what is in view alone
  const scale = useMemo(() => scaleOf(viewing, widthPx), [view.first, view.last, first, last, widthPx]);
  useWheelAndPan(area, LABEL_PX, viewing, scale);
  const toggle = (id: string): void =>
    setClosed(closed.includes(id) ? closed.filter((other) => other !== id) : [...closed, id]);
  useShortcuts({
    ...Object.fromEntries(strips.map((strip) => [strip.shortcut, () => toggle(strip.id)])),
    fitAll: viewing.fitAll,
    fitSelection: () =>
      selectedFrames.length > 0 && viewing.fit(Math.min(...selectedFrames), Math.max(...selectedFrames)),
    zoomIn: () => viewing.zoom(ZOOM_STEP),
    zoomOut: () => viewing.zoom(1 / ZOOM_STEP),
  });
  return (
    <section aria-label="Time" className="flex h-full min-h-0 flex-col px-4 select-none">
      <Transport keyFrames={keyFrames} stepping={stepping} ranges={ranges} />
      <div ref={measure} className="relative min-h-0 flex-1">
        <div ref={area} className="absolute inset-0 flex flex-col overflow-x-clip">
          <TimeScaleProvider value={scale}>
            <div className="flex">
              <RulerCorner
                edits={ranges !== undefined}
                unit={unit}
                onUnit={setUnit}
                zoomed={zoomed}
                onFit={viewing.fitAll}
              />
              <div className="min-w-0 flex-1">
                <Ruler cues={cues} unit={unit} onUnit={setUnit} ranges={ranges} />
                <RangeLane controls={ranges} />
                {zoomed && <OverviewBar viewing={viewing} widthPx={widthPx} />}
              </div>
            </div>
            <div id="strips" className="min-h-0 flex-1">
              {wanted.length === 0 ? (
                <div className="pt-8" style={{ marginLeft: LABEL_PX }}>
                  <Empty title="All strips are closed">Open one below, or with its number key.</Empty>
                </div>
              ) : (
                <Group orientation="vertical" id={`undulan:${name}:strips`} {...layout}>
                  {open.map((strip, i) => (
                    <Fragment key={strip.id}>
                      {i > 0 && (
                        <Separator
                          className="h-1 hover:bg-accent/40 focus-visible:bg-accent/60"
                          aria-label={`Size of ${strip.name}`}
                        />
                      )}
                      <Panel id={strip.id} defaultSize={strip.size} minSize={`${strip.leastPx}px`}>
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
      </div>
      {bar}
      <footer className="flex h-9 shrink-0 items-center gap-1 border-t border-rule">
        {strips.map((strip) => (
          <Toggle
            key={strip.id}
            on={!closed.includes(strip.id)}
            className="h-6! px-2! text-xs!"
            onClick={() => toggle(strip.id)}
          >
            {strip.name}
          </Toggle>
        ))}
        <div className="line-clamp-2 min-w-0 flex-1 px-3 text-center text-xs leading-4 text-faint">
          {folded.length > 0 && (
            <span role="status" className="text-ochre" title="Close another strip, or make the window taller">
              No room for {folded.map((strip) => strip.name).join(', ')}.{' '}
            </span>
          )}
          {foot}
        </div>
        <PlaybackReport />
      </footer>
    </section>
  );
}

interface RulerCornerProps {
  /** Keys are moved here. */
  edits: boolean;
  unit: RulerUnitName;
  onUnit: (unit: RulerUnitName) => void;
  zoomed: boolean;
  onFit: () => void;
}

/** Beside the ruler: what it is written in, and the way back from a zoom. */
function RulerCorner({ edits, unit, onUnit, zoomed, onFit }: RulerCornerProps) {
  const keys = useShownKeys();
  return (
    <div className="flex shrink-0 items-start gap-1 pt-1 pr-2" style={{ width: LABEL_PX }}>
      <Select
        size="bare"
        aria-label="Ruler in"
        title="What the ruler is written in"
        className={clsx(
          'h-6 min-w-0 flex-1 rounded-md border border-transparent bg-transparent text-xs text-faint',
          'hover:border-rule',
        )}
        value={unit}
        onChoose={onUnit}
        choices={RULER_UNIT_NAMES.map((name) => ({ id: name, label: RULER_UNITS[name].label }))}
      />
      {edits && <SnapPopover />}
      {zoomed && (
        <Button
          square
          kind="quiet"
          className="h-6! w-6!"
          aria-label="Fit everything in view"
          tip={`Fit everything (${keys('fitAll')})`}
          onClick={onFit}
        >
          <Maximize2 size={13} />
        </Button>
      )}
    </div>
  );
}
