import type { KeyRef } from '@undulan/core';
import { type PointerEvent, type RefObject, useState } from 'react';
import { isLocked, type KeyRow, keysSelected } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { useTimeScale } from '../../time/index.ts';
import { type DragMove, usePointerDrag } from '../../ui/index.ts';

export interface Band {
  left: number;
  top: number;
  width: number;
  height: number;
}

interface BandStart {
  x: number;
  y: number;
  add: boolean;
  /** Over all rows at once: a stretch of frames. */
  allRows: boolean;
}

/** The keys of the rows within a band of frames. */
function keysWithin(rows: readonly KeyRow[], firstFrame: number, lastFrame: number): KeyRef[] {
  return rows.flatMap((row) => {
    const channels = row.kind === 'channel' ? [row.channel] : row.folded ? row.subject.channels : [];
    return channels.flatMap((channel) =>
      channel.keys
        .filter((key) => key.frame >= firstFrame && key.frame <= lastFrame)
        .map((key) => ({ subjectId: row.subject.id, channelId: channel.id, frame: key.frame })),
    );
  });
}

/**
 * Dragging over empty rows selects the keys within; with Shift they are added. `tracks` is what the rows are laid out
 * in, top first, each `rowPx` high.
 */
export function useBandSelect(tracks: RefObject<HTMLElement | null>, rows: readonly KeyRow[], rowPx: number) {
  const dispatch = useAppDispatch();
  const scale = useTimeScale();
  const state = useAppSelector((state) => state.rows);
  const [band, setBand] = useState<Band | null>(null);
  const bandOf = ({ x, y, allRows }: BandStart, { dxPx, dyPx }: DragMove): Band => ({
    left: Math.min(x, x + dxPx),
    width: Math.abs(dxPx),
    top: allRows ? 0 : Math.min(y, y + dyPx),
    height: allRows ? rows.length * rowPx : Math.abs(dyPx),
  });
  const drag = usePointerDrag<BandStart>({
    onMove: (start, move) => setBand(bandOf(start, move)),
    onEnd: (start, move) => {
      setBand(null);
      const { left, top, width, height } = bandOf(start, move);
      const inside = rows.slice(Math.max(0, Math.floor(top / rowPx)), Math.ceil((top + height) / rowPx));
      const keys = keysWithin(inside, scale.frameAt(left), scale.frameAt(left + width)).filter(
        (key) => !isLocked(state, key),
      );
      dispatch(keysSelected({ keys, add: start.add }));
    },
    onClick: ({ add }) => !add && dispatch(keysSelected({ keys: [] })),
    onCancel: () => setBand(null),
  });
  const start = (event: PointerEvent, allRows = false): void => {
    const box = tracks.current?.getBoundingClientRect();
    if (box) drag(event, { x: event.clientX - box.left, y: event.clientY - box.top, add: event.shiftKey, allRows });
  };
  return { band, start };
}
