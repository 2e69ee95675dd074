import { useVirtualizer } from '@tanstack/react-virtual';
import { CHANNELS, isStill, keyFramesOf, type Subject } from '@undulan/core';
import { clsx } from 'clsx';
import { ListFilter } from 'lucide-react';
import { memo, type RefObject, useContext, useEffect, useRef } from 'react';
import { shallowEqual } from 'react-redux';
import { type KeyRow, rowsChanged, selectKeyRows } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { useTimeScale } from '../../time/index.ts';
import { LABEL_PX, StripHelp } from '../../time-page/index.ts';
import { ContextMenu, Empty, Menu, MenuItem } from '../../ui/index.ts';
import { GestureNotice } from '../kit/index.ts';
import { KeyTrack } from './KeyTrack.tsx';
import { RowLabel } from './RowLabel.tsx';
import { SUM_PX, SumTrack } from './SumTrack.tsx';
import { useBandSelect } from './use-band-select.ts';
import { useKeyDrag } from './use-key-drag.ts';
import { useKeysMenu } from './use-keys-menu.ts';

const KEY_ROW_PX = 30;

/** The keys of all subjects, a row a channel, with a sum of all rows on top. Rows out of sight are not drawn. */
export function KeysStrip() {
  const { rows, hiddenCount } = useAppSelector(selectKeyRows);
  const section = useRef<HTMLElement>(null);
  const tracks = useRef<HTMLDivElement>(null);
  const drag = useKeyDrag();
  // One and the same for the rows, so that those that stay are not drawn anew.
  const latestDrag = useRef(drag);
  useEffect(() => {
    latestDrag.current = drag;
  });
  const { band, start } = useBandSelect(tracks, rows, KEY_ROW_PX);
  const hasSubjects = rows.some((row) => row.kind === 'subject');
  const isEmpty = rows.every(({ subject }) => subject.channels.every((channel) => channel.keys.length === 0));
  const firstThing = useAppSelector((state) => state.document.firstThing);
  // oxlint-disable-next-line react/incompatible-library -- its functions are not passed on
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => section.current,
    estimateSize: () => KEY_ROW_PX,
    paddingStart: SUM_PX,
    overscan: 4,
    getItemKey: (i) => rows[i]!.name,
  });
  const offersAt = useKeysMenu();
  const help = useContext(StripHelp);
  return (
    <ContextMenu offersAt={offersAt}>
      <section
        ref={section}
        aria-label="Keys strip"
        className="strip h-full overflow-x-clip overflow-y-auto border-t border-rule"
      >
        <div className="sticky top-0 z-[6] flex border-b border-rule bg-paper" style={{ height: SUM_PX }}>
          <div className="flex shrink-0 items-center gap-1 pr-1" style={{ width: LABEL_PX }}>
            <h3 className="text-[13px] leading-5">Keys</h3>
            <span className="flex-1">{help?.('Keys')}</span>
            <RowFilter hiddenCount={hiddenCount} />
          </div>
          <div className="min-w-0 flex-1 touch-none" onPointerDown={(event) => start(event, true)}>
            <SumTrack drag={latestDrag} />
          </div>
        </div>
        <div className="relative" style={{ height: virtual.getTotalSize() - SUM_PX }}>
          <div
            ref={tracks}
            className="absolute inset-y-0 right-0 touch-none"
            style={{ left: LABEL_PX }}
            onPointerDown={(event) => start(event)}
          />
          {virtual.getVirtualItems().map((item) => {
            const row = rows[item.index]!;
            return (
              <TrackRow key={item.key} row={row} topPx={item.start - SUM_PX} indented={hasSubjects} drag={latestDrag} />
            );
          })}
          {band && (
            <div
              className="pointer-events-none absolute rounded-sm border border-accent bg-accent/15"
              style={{ ...band, left: band.left + LABEL_PX }}
            />
          )}
        </div>
        {isEmpty && hiddenCount === 0 && (
          <div className="py-2" style={{ marginLeft: LABEL_PX }}>
            <Empty title={firstThing ?? 'No keys yet'}>
              Go to a frame and press Key here; or drag the subject in the picture, with Record on.
            </Empty>
          </div>
        )}
        {hiddenCount > 0 && (
          <p className="px-1 py-1 text-xs text-faint" style={{ marginLeft: LABEL_PX }}>
            {hiddenCount} {hiddenCount === 1 ? 'row' : 'rows'} hidden. <ShowAll />
          </p>
        )}
        <GestureNotice board={drag.board} />
      </section>
    </ContextMenu>
  );
}

interface TrackRowProps {
  row: KeyRow;
  topPx: number;
  indented: boolean;
  drag: RefObject<ReturnType<typeof useKeyDrag>>;
}

/** A row with its name. What is in it is drawn anew only where that changes, though the list of rows may be another. */
function TrackRow({ row, topPx, indented, drag }: TrackRowProps) {
  const { subject } = row;
  const channel = row.kind === 'channel' ? row.channel : null;
  const isFolded = row.kind === 'subject' && row.folded;
  return (
    <div
      className="pointer-events-none absolute inset-x-0 flex border-b border-rule/50"
      style={{ top: topPx, height: KEY_ROW_PX }}
    >
      <div className="pointer-events-auto shrink-0" style={{ width: LABEL_PX }}>
        <RowLabel
          name={row.name}
          subjectId={subject.id}
          channelId={channel?.id ?? null}
          label={channel ? CHANNELS[channel.id].label : subject.name}
          folded={isFolded}
          still={channel !== null && isStill(channel)}
          indented={indented}
        />
      </div>
      <div className="min-w-0 flex-1 [&_g]:pointer-events-auto">
        {isFolded && <FoldedTrack subject={subject} />}
        {channel && (
          <KeyTrack
            subjectId={subject.id}
            subjectName={subject.name}
            channel={channel}
            heightPx={KEY_ROW_PX}
            drag={drag}
          />
        )}
      </div>
    </div>
  );
}

/** A folded subject's keys, all channels in one line, to be seen only. */
const FoldedTrack = memo(function FoldedTrack({ subject }: { subject: Subject }) {
  const scale = useTimeScale();
  const frames = keyFramesOf(subject.channels).filter((frame) => scale.shows(frame));
  return (
    <svg width={scale.widthPx} height={KEY_ROW_PX} className="block" aria-hidden="true">
      {frames.map((frame) => (
        <line
          key={frame}
          x1={scale.xOf(frame)}
          x2={scale.xOf(frame)}
          y1={9}
          y2={21}
          stroke="var(--faint)"
          strokeWidth={2}
        />
      ))}
    </svg>
  );
});

function ShowAll() {
  const dispatch = useAppDispatch();
  return (
    <button
      type="button"
      className="rounded-sm text-accent hover:underline"
      onClick={() => dispatch(rowsChanged({ hidden: [], solo: [], onlySelected: false }))}
    >
      Show all
    </button>
  );
}

/** Which rows are shown, and how many are not. */
const RowFilter = memo(function RowFilter({ hiddenCount }: { hiddenCount: number }) {
  const dispatch = useAppDispatch();
  const state = useAppSelector((state) => state.rows);
  const subjects = useAppSelector(
    (root) => selectKeyRows(root).rows.flatMap((row) => (row.kind === 'subject' ? [row.name] : [])),
    shallowEqual,
  );
  return (
    <Menu
      trigger={
        <button
          type="button"
          aria-label={`Rows shown${hiddenCount > 0 ? `, ${hiddenCount} hidden` : ''}`}
          className={clsx(
            'flex h-6 items-center gap-1 rounded-sm px-1 text-xs hover:bg-shade',
            hiddenCount > 0 ? 'font-semibold text-ochre' : 'text-faint',
          )}
        >
          <ListFilter size={13} />
          {hiddenCount > 0 && `${hiddenCount} hidden`}
        </button>
      }
    >
      <MenuItem
        onSelect={() => dispatch(rowsChanged({ hidden: [], solo: [], onlySelected: false }))}
        disabledReason={hiddenCount === 0 && 'Nothing is hidden.'}
      >
        Show all rows
      </MenuItem>
      <MenuItem onSelect={() => dispatch(rowsChanged({ onlySelected: !state.onlySelected }))}>
        {state.onlySelected ? 'Show every subject' : 'Only the selected subject'}
      </MenuItem>
      <MenuItem
        onSelect={() => dispatch(rowsChanged({ folded: subjects }))}
        disabledReason={subjects.length === 0 && 'There is one subject.'}
      >
        Fold all
      </MenuItem>
      <MenuItem
        onSelect={() => dispatch(rowsChanged({ folded: [] }))}
        disabledReason={state.folded.length === 0 && 'Nothing is folded.'}
      >
        Unfold all
      </MenuItem>
    </Menu>
  );
});
