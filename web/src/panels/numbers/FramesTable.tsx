import { useVirtualizer } from '@tanstack/react-virtual';
import {
  CHANNELS,
  findSubject,
  type FrameRow,
  frameTable,
  type MotionDocument,
  type Track,
  tracksOf,
} from '@undulan/core';
import { clsx } from 'clsx';
import { Copy } from 'lucide-react';
import Papa from 'papaparse';
import { useEffect, useMemo, useRef, useState } from 'react';
import { selectMotion, selectSubject } from '../../editing/index.ts';
import { WhatIsThis } from '../../help/index.ts';
import { useAppSelector } from '../../state/index.ts';
import { useClock, useRestingFrame } from '../../time/index.ts';
import { Button, Empty, sayDone, sayProblem, Select } from '../../ui/index.ts';
import { formatValue } from '../../values/index.ts';

const ROW_PX = 24;

const figure = (track: Track, value: number | null): string =>
  value === null ? '–' : formatValue(track.channelIds[0]!, value);

/** Whether another drawing begins with a row: frames of one are ruled together, as on paper. */
function begins(row: FrameRow, before: FrameRow, track: Track, exposure: number): boolean {
  return track.id === 'drawing' ? row.values[0] !== before.values[0] : exposure > 1 && !row.held;
}

/** The table as comma-separated values, in full precision. */
export function framesCsv(rows: readonly FrameRow[], track: Track): string {
  const header = ['frame', ...track.channelIds, 'spacing', 'even spacing', 'difference'];
  return Papa.unparse([
    header,
    ...rows.map((row) => [row.frame, ...row.values, row.step ?? '', row.even ?? '', row.difference ?? '']),
  ]);
}

/**
 * The selected subject's track in figures as it is seen: a row a frame, with its spacing beside the target's and an
 * even one. Pressing a row goes there.
 */
export function FramesTable({ target }: { target: MotionDocument | null }) {
  const motion = useAppSelector(selectMotion);
  const subject = useAppSelector(selectSubject);
  const clock = useClock();
  const frame = useRestingFrame();
  const scroller = useRef<HTMLDivElement>(null);
  const [trackId, setTrackId] = useState<string | null>(null);
  const tracks = useMemo(() => (subject ? tracksOf(subject) : []), [subject]);
  const track = tracks.find((other) => other.id === trackId) ?? tracks[0];
  const rows = useMemo(
    () => (motion && subject && track ? frameTable(subject, track, motion.range) : []),
    [motion, subject, track],
  );
  const asked = useMemo(() => {
    const other = target && subject && findSubject(target, subject.id);
    return other && track && motion ? frameTable(other, track, motion.range) : null;
  }, [target, subject, track, motion]);
  // oxlint-disable-next-line react/incompatible-library -- its functions are not passed on
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_PX,
    overscan: 8,
  });
  const at = rows.findIndex((row) => row.frame === Math.round(frame));
  useEffect(() => {
    if (at >= 0) virtual.scrollToIndex(at, { align: 'auto' });
  }, [at, virtual]);

  if (!subject || !track) return <Empty title="No frames to list">The selected subject has no keys yet.</Empty>;
  const columns = [
    'Frame',
    ...track.channelIds.map((id) => CHANNELS[id].label),
    'Spacing',
    ...(asked ? ['Target'] : []),
    'Even',
    'Difference',
  ];
  const grid = { gridTemplateColumns: `3.5rem repeat(${columns.length - 1}, minmax(0, 1fr))` };
  const copy = async (): Promise<void> => {
    try {
      await navigator.clipboard.writeText(framesCsv(rows, track));
      sayDone(`${rows.length} frames copied as CSV.`);
    } catch {
      sayProblem('The browser does not let this page copy.');
    }
  };
  return (
    <section aria-label="Frames" className="flex h-full min-h-0 flex-col">
      <div className="flex items-center gap-2 pb-2">
        <h3 className="text-[15px]">{subject.name}</h3>
        <WhatIsThis of="Frames" />
        <Select
          aria-label="Track"
          size="bar"
          value={track.id}
          onChoose={setTrackId}
          choices={tracks.map((other) => ({ id: other.id, label: `${other.label}, ${other.unit}` }))}
        />
        <Button small className="ml-auto" tip="All rows, in full precision" onClick={() => void copy()}>
          <Copy size={13} /> CSV
        </Button>
      </div>
      <div
        role="table"
        aria-label={`${track.label} frame by frame`}
        aria-rowcount={rows.length + 1}
        className="flex min-h-0 flex-1 flex-col rounded-md border border-rule bg-page text-xs"
      >
        <div role="row" className="grid border-b border-rule px-2 py-1 font-semibold text-faint" style={grid}>
          {columns.map((name, i) => (
            <span key={name} role="columnheader" className={i > 0 ? 'truncate text-right' : ''} title={name}>
              {name}
            </span>
          ))}
        </div>
        <div
          ref={scroller}
          className="min-h-24 flex-1 overflow-y-auto"
          tabIndex={0}
          role="rowgroup"
          aria-label="Frames"
        >
          <div className="relative" style={{ height: virtual.getTotalSize() }}>
            {virtual.getVirtualItems().map((item) => {
              const row = rows[item.index]!;
              return (
                <button
                  key={row.frame}
                  type="button"
                  role="row"
                  aria-selected={item.index === at}
                  className={clsx(
                    'figures absolute inset-x-0 grid items-center px-2',
                    item.index > 0 && begins(row, rows[item.index - 1]!, track, subject.exposure)
                      ? 'border-t border-rule'
                      : '',
                    row.held ? 'text-faint' : '',
                    item.index === at ? 'bg-shade font-semibold' : 'hover:bg-shade/60',
                  )}
                  style={{ ...grid, top: item.start, height: ROW_PX }}
                  onClick={() => {
                    clock.stop();
                    clock.seek(row.frame);
                  }}
                >
                  <span role="cell" className="text-left">
                    {row.frame}
                  </span>
                  {[...row.values, row.step, ...(asked ? [asked[item.index]!.step] : []), row.even, row.difference].map(
                    (value, i) => (
                      <span key={i} role="cell" className="text-right">
                        {figure(track, value)}
                      </span>
                    ),
                  )}
                </button>
              );
            })}
          </div>
        </div>
      </div>
    </section>
  );
}
