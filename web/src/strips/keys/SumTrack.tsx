import type { KeyRef } from '@undulan/core';
import { type KeyboardEvent, memo, type PointerEvent, type RefObject, useCallback, useMemo, useState } from 'react';
import { shallowEqual } from 'react-redux';
import {
  edited,
  keysSelected,
  previewed,
  selectMotion,
  selectOpenChannels,
  selectShownKeys,
  selectShownMotion,
  selectUnderWay,
  useEditing,
} from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { formatFrames, useClock, useTimeScale } from '../../time/index.ts';
import { type DragMove, Still, usePointerDrag } from '../../ui/index.ts';
import {
  builtInCrowd,
  changedSum,
  type Columns,
  crowding,
  crowdRadius,
  GestureNotice,
  nearestFrame,
  type Notice,
  paintSum,
  reachPath,
  snapFrame,
  StripCanvas,
  type SumPaint,
  useChangedColumns,
} from '../kit/index.ts';
import { keyFramesOf, keysByFrame } from './keys-by-frame.ts';
import { arrowFrames, type useKeyDrag } from './use-key-drag.ts';

export const SUM_PX = 30;
/** Of that height what belongs to the marks; beneath them is the selection's extent. */
const MARK_PX = 20;

/**
 * One mark for each frame that has keys in the rows shown: it selects and moves all of them. Beneath, the selection's
 * extent with an end to stretch it by on either side.
 */
export const SumTrack = memo(function SumTrack({ drag }: { drag: RefObject<ReturnType<typeof useKeyDrag>> }) {
  const scale = useTimeScale();
  const dispatch = useAppDispatch();
  const motion = useAppSelector(selectShownMotion);
  const channels = useAppSelector(selectOpenChannels);
  const selected = useAppSelector(selectShownKeys);
  const underWay = useAppSelector(selectUnderWay);
  const frames = useSame(motion ? keyFramesOf(motion, channels).filter((frame) => scale.shows(frame)) : []);
  const chosen = useSame([...new Set(selected.map((key) => key.frame))]);
  const selectedFrames = useMemo(() => new Set(chosen), [chosen]);
  const spacingPx = crowding(frames, scale);
  const built = spacingPx === null ? frames : builtInCrowd(frames, chosen);
  const radiusPx = crowdRadius(spacingPx ?? 0);
  const painting = useMemo(
    (): SumPaint => ({ frames, scale, y: 10.5, radiusPx, colour: 'var(--ink)', selected: chosen }),
    [frames, scale, radiusPx, chosen],
  );
  const paint = useCallback(
    (context: CanvasRenderingContext2D, columns: Columns) => paintSum(context, painting, columns),
    [painting],
  );
  const changed = useChangedColumns(painting, changedSum);

  /** The frame an event is about and its keys: by the mark it happened in, in a crowd the nearest. */
  const markOf = (
    event: PointerEvent<SVGElement> | KeyboardEvent<SVGElement>,
  ): { frame: number; here: KeyRef[] } | null => {
    const mark = (event.target as Element).closest('[data-frame]');
    const isPress = 'clientX' in event && spacingPx !== null && (event.target as Element).hasAttribute('data-crowd');
    const frame = mark
      ? Number(mark.getAttribute('data-frame'))
      : isPress
        ? nearestFrame(frames, event.clientX - event.currentTarget.getBoundingClientRect().left, scale)
        : null;
    const here = frame === null || !motion ? undefined : keysByFrame(motion, channels).get(frame);
    return here ? { frame: frame!, here } : null;
  };
  const press = (event: PointerEvent<SVGElement>): void => {
    const mark = markOf(event);
    if (!mark) return;
    const { frame, here } = mark;
    event.stopPropagation();
    if (event.shiftKey) {
      dispatch(keysSelected({ keys: here, add: true }));
      return;
    }
    const refs = selectedFrames.has(frame) && selected.length > here.length ? selected : here;
    dispatch(keysSelected({ keys: refs }));
    drag.current.start(event, { refs, pressed: here[0]!, clicked: here });
  };
  const type = (event: KeyboardEvent<SVGElement>): void => {
    const here = markOf(event)?.here;
    if (!here) return;
    const by = arrowFrames(event);
    if (by !== 0) {
      event.preventDefault();
      drag.current.nudge(here, by);
    } else if (event.key === 'Enter') {
      event.preventDefault();
      dispatch(keysSelected({ keys: here, add: event.shiftKey }));
    }
  };
  return (
    <div className="relative">
      {spacingPx !== null && <StripCanvas widthPx={scale.widthPx} heightPx={SUM_PX} draw={paint} changed={changed} />}
      <svg
        width={scale.widthPx}
        height={SUM_PX}
        role="group"
        aria-label="Keys of all rows"
        className="relative block touch-none"
        onPointerDown={press}
        onKeyDown={type}
      >
        {spacingPx !== null && (
          <path data-crowd="" d={reachPath(frames, scale, MARK_PX)} fill="transparent" className="cursor-grab">
            <title>Zoom in to see the frames one by one</title>
          </path>
        )}
        <Still still={spacingPx !== null && underWay}>
          {built.map((frame) => (
            <SumMark
              key={frame}
              frame={frame}
              x={scale.xOf(frame)}
              selected={selectedFrames.has(frame)}
              painted={spacingPx !== null}
            />
          ))}
        </Still>
        <SelectionSpan />
      </svg>
    </div>
  );
});

/** The list as it was, while it holds the same: what depends on it stays too. */
function useSame(list: number[]): number[] {
  const [kept, keep] = useState(list);
  if (shallowEqual(kept, list)) return kept;
  keep(list);
  return list;
}

interface SumMarkProps {
  frame: number;
  x: number;
  selected: boolean;
  /** It is seen on the canvas beneath. */
  painted: boolean;
}

const SumMark = memo(function SumMark({ frame, x, selected, painted }: SumMarkProps) {
  return (
    <g
      data-frame={frame}
      role="button"
      tabIndex={0}
      aria-label={`All keys on frame ${frame}`}
      aria-pressed={selected}
      className="cursor-grab"
    >
      <rect x={x - 8} y={0} width={16} height={MARK_PX} fill="transparent" />
      {!painted && (
        <rect
          x={x - 4}
          y={5}
          width={8}
          height={11}
          rx={2}
          fill={selected ? 'var(--ink)' : 'var(--page)'}
          stroke="var(--ink)"
          strokeWidth={1.6}
        />
      )}
    </g>
  );
});

type End = 'first' | 'last';

/** The extent of the selected keys; its ends stretch them about the other end, with Alt about the playhead. */
function SelectionSpan() {
  const scale = useTimeScale();
  const clock = useClock();
  const dispatch = useAppDispatch();
  const { selectedKeys, ripple } = useEditing('selectedKeys', 'ripple');
  const cues = useAppSelector(selectMotion)?.cues;
  const shown = useAppSelector(selectShownKeys);
  const [notice, setNotice] = useState<Notice | null>(null);
  const frames = selectedKeys.map((key) => key.frame);
  const [first, last] = [Math.min(...frames), Math.max(...frames)];

  const stretch = (end: End, move: DragMove): { about: number; factor: number; to: number } => {
    const from = end === 'first' ? first : last;
    const about = move.altKey ? clock.frame : end === 'first' ? last : first;
    const to = snapFrame(from + move.dxPx / scale.pxPerFrame, {
      pxPerFrame: scale.pxPerFrame,
      targets: cues?.map((cue) => cue.frame) ?? [],
      free: false,
    });
    return { about, factor: from === about ? 1 : Math.max((to - about) / (from - about), 0.001), to };
  };
  const drag = usePointerDrag<End>({
    onMove: (end, move) => {
      const { about, factor, to } = stretch(end, move);
      dispatch(previewed({ operation: 'stretchAbout', args: [selectedKeys, about, factor, { ripple }] }));
      setNotice({
        xPx: move.xPx,
        yPx: move.yPx,
        says: `× ${formatFrames(factor)} → ${formatFrames(to)} · ${formatFrames((last - first) * factor)} long`,
      });
    },
    onEnd: (end, move) => {
      setNotice(null);
      const { about, factor } = stretch(end, move);
      dispatch(
        factor === 1
          ? previewed(null)
          : edited({ operation: 'stretchAbout', args: [selectedKeys, about, factor, { ripple }] }),
      );
    },
    onCancel: () => {
      setNotice(null);
      dispatch(previewed(null));
    },
  });
  if (!(last > first)) return null;
  const shownFrames = shown.map((key) => key.frame);
  const [x1, x2] = [scale.xOf(Math.min(...shownFrames)), scale.xOf(Math.max(...shownFrames))];
  const type = (end: End, event: KeyboardEvent): void => {
    const by = arrowFrames(event);
    if (by === 0) return;
    event.preventDefault();
    const from = end === 'first' ? first : last;
    const about = end === 'first' ? last : first;
    dispatch(
      edited({
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
            drag(event, end);
          }}
          onKeyDown={(event) => type(end, event)}
        >
          <title>Drag to stretch about the other end; with Alt about the playhead</title>
          <rect x={x - 9} y={17} width={18} height={13} fill="transparent" />
          <path d={end === 'first' ? `M${x - 1} 20v10l-6 -5z` : `M${x + 1} 20v10l6 -5z`} fill="var(--accent)" />
        </g>
      ))}
      <GestureNotice notice={notice} />
    </g>
  );
}
