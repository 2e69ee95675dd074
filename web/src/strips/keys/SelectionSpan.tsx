import type { KeyboardEvent } from 'react';
import { applyEdit, selectMotion, selectShownKeys } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { formatFrames, snapFrame, snapStep, useClock, useSnapping, useTimeScale } from '../../time/index.ts';
import type { DragMove } from '../../ui/index.ts';
import { GestureNotice, useEditDrag } from '../kit/index.ts';
import { arrowFrames } from './use-key-drag.ts';

type End = 'first' | 'last';

/** The extent of the selected keys; its ends stretch them about the other end, with Alt about the playhead. */
export function SelectionSpan() {
  const scale = useTimeScale();
  const clock = useClock();
  const [snapping] = useSnapping();
  const dispatch = useAppDispatch();
  const selectedKeys = useAppSelector((state) => state.selection.keys);
  const ripple = useAppSelector((state) => state.gesture.ripple);
  const cues = useAppSelector(selectMotion)?.cues;
  const shown = useAppSelector(selectShownKeys);
  const frames = selectedKeys.map((key) => key.frame);
  const [first, last] = [Math.min(...frames), Math.max(...frames)];

  const stretch = (end: End, move: DragMove): { about: number; factor: number; to: number } => {
    const from = end === 'first' ? first : last;
    const about = move.altKey ? clock.frame : end === 'first' ? last : first;
    const to = snapFrame(from + move.dxPx / scale.pxPerFrame, {
      pxPerFrame: scale.pxPerFrame,
      targets: snapping.cues ? (cues?.map((cue) => cue.frame) ?? []) : [],
      free: !snapping.on,
      step: snapStep(snapping, clock.rate),
      origin: clock.range.first,
    });
    return { about, factor: from === about ? 1 : Math.max((to - about) / (from - about), 0.001), to };
  };
  const { start, board } = useEditDrag<End>((end, move) => {
    const { about, factor, to } = stretch(end, move);
    return {
      request: factor === 1 ? null : { operation: 'stretchAbout', args: [selectedKeys, about, factor, { ripple }] },
      says: `× ${formatFrames(factor)} → ${formatFrames(to)} · ${formatFrames((last - first) * factor)} long`,
    };
  });
  if (!(last > first)) return null;
  const shformatFrames = shown.map((key) => key.frame);
  const [x1, x2] = [scale.xOf(Math.min(...shformatFrames)), scale.xOf(Math.max(...shformatFrames))];
  const type = (end: End, event: KeyboardEvent): void => {
    const by = arrowFrames(event);
    if (by === 0) return;
    event.preventDefault();
    const from = end === 'first' ? first : last;
    const about = end === 'first' ? last : first;
    dispatch(
      applyEdit({
        operation: 'stretchAbout',
        args: [selectedKeys, about, (from + by - about) / (from - about), { ripple }],
      }),
    );
  };
  return (
    <g>
      <line x1={x1} x2={x2} y1={25} y2={25} stroke="var(--accent)" strokeWidth={2} />
      {(
        [
          ['first', x1],
          ['last', x2],
        ] as const
      ).map(([end, x]) => (
        <g
          key={end}
          role="button"
          tabIndex={0}
          aria-label={`Stretch the selection by its ${end} key`}
          className="cursor-ew-resize"
          onPointerDown={(event) => {
            event.stopPropagation();
            start(event, end);
          }}
          onKeyDown={(event) => type(end, event)}
        >
          <title>Drag to stretch about the other end; with Alt about the playhead</title>
          <rect x={x - 9} y={17} width={18} height={13} fill="transparent" />
          <path d={end === 'first' ? `M${x - 1} 20v10l-6 -5z` : `M${x + 1} 20v10l6 -5z`} fill="var(--accent)" />
        </g>
      ))}
      <GestureNotice board={board} />
    </g>
  );
}
