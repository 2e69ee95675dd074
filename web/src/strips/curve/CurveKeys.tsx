import {
  type Channel,
  CHANNELS,
  effectiveHandles,
  type Handle,
  type HandleSide,
  type KeyRef,
  sameKey,
} from '@undulan/core';
import { Fragment, type KeyboardEvent, memo, type PointerEvent, useMemo } from 'react';
import { shallowEqual } from 'react-redux';
import {
  edited,
  type EditRequest,
  keysSelected,
  previewed,
  selectEditing,
  selectShownKeys,
  selectUnderWay,
} from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { useClock, useTimeScale } from '../../time/index.ts';
import { type DragMove, Still, usePointerDrag, useStored } from '../../ui/index.ts';
import { formatValue, toFineness } from '../../values/index.ts';
import { builtInCrowd, CROWD_REACH_PX, crowding, type ValueScale } from '../kit/index.ts';
import { draggedHandle, type HandleKeeps, KEEPS_NOTHING } from './handle-drag.ts';
import { HANDLE_PX, RING_PX } from './paint-curve.ts';
import { isComputed, shownHandles } from './shown-handles.ts';

interface CurveKeysProps {
  subjectId: string;
  channel: Channel;
  values: ValueScale;
  colour: string;
  /** For a channel that is not the one worked on. */
  small?: boolean;
}

interface KeyDrag {
  refs: KeyRef[];
  pressed: KeyRef;
  /** Value of the key under the pointer when it was taken. */
  value: number;
}

interface HandleDrag {
  ref: KeyRef;
  side: HandleSide;
  handle: Handle;
}

const ARROWS: Partial<Record<string, { frames: number; steps: number }>> = {
  ArrowLeft: { frames: -1, steps: 0 },
  ArrowRight: { frames: 1, steps: 0 },
  ArrowUp: { frames: 0, steps: 1 },
  ArrowDown: { frames: 0, steps: -1 },
};

/**
 * The keys of a curve to drag in frame and value (Shift keeps to one of them), and the handles of the selected ones
 * (Alt parts them). Events are taken for all of them together, so that marks that stay are not drawn anew. Crowded keys
 * are painted beneath, with elements over selected ones that stay where they are while something is dragged: only what
 * is painted follows then.
 */
export const CurveKeys = memo(function CurveKeys({
  subjectId,
  channel,
  values,
  colour,
  small = false,
}: CurveKeysProps) {
  const scale = useTimeScale();
  const clock = useClock();
  const dispatch = useAppDispatch();
  const isOwn = (ref: KeyRef): boolean => ref.subjectId === subjectId && ref.channelId === channel.id;
  const ownSelection = useAppSelector((state) => selectEditing(state).selectedKeys.filter(isOwn), shallowEqual);
  const shownFrames = useAppSelector(
    (state) =>
      selectShownKeys(state)
        .filter(isOwn)
        .map((ref) => ref.frame),
    shallowEqual,
  );
  const underWay = useAppSelector(selectUnderWay);
  const [keeps] = useStored<HandleKeeps>('handle-keeps', KEEPS_NOTHING);
  const refOf = (frame: number): KeyRef => ({ subjectId, channelId: channel.id, frame });
  const isSelected = (frame: number): boolean => ownSelection.some((key) => sameKey(key, refOf(frame)));

  const moveEdit = ({ refs, value }: KeyDrag, { dxPx, dyPx, shiftKey }: DragMove): EditRequest => {
    const sideways = Math.abs(dxPx) >= Math.abs(dyPx);
    const frames = shiftKey && !sideways ? 0 : Math.round(dxPx / scale.pxPerFrame);
    const by = shiftKey && sideways ? 0 : toFineness(channel.id, value + dyPx / values.pxPerUnit) - value;
    return { operation: 'moveKeys', args: [refs, frames, by] };
  };
  const handleEdit = ({ ref, side, handle }: HandleDrag, { dxPx, dyPx, shiftKey, altKey }: DragMove): EditRequest => {
    const moved = draggedHandle(handle, { dxPx, dyPx, level: shiftKey }, scale.pxPerFrame, values.pxPerUnit, keeps);
    return { operation: 'setHandle', args: altKey ? [ref, side, moved, 'broken'] : [ref, side, moved] };
  };
  const onCancel = (): void => void dispatch(previewed(null));
  const dragKey = usePointerDrag<KeyDrag>({
    onMove: (drag, move) => dispatch(previewed(moveEdit(drag, move))),
    onEnd: (drag, move) => dispatch(edited(moveEdit(drag, move))),
    onClick: ({ pressed }) => dispatch(keysSelected({ keys: [pressed] })),
    onCancel,
  });
  const dragHandle = usePointerDrag<HandleDrag>({
    onMove: (drag, move) => dispatch(previewed(handleEdit(drag, move))),
    onEnd: (drag, move) => dispatch(edited(handleEdit(drag, move))),
    onCancel,
  });

  const frames = useMemo(() => channel.keys.map((key) => key.frame), [channel]);
  const isCrowd = crowding(frames, scale) !== null;
  const built = isCrowd ? builtInCrowd(frames, shownFrames) : frames;

  /** The key nearest to the pointer, within reach; −1 where there is none. */
  const nearestIndex = (event: PointerEvent<SVGElement>): number => {
    const box = event.currentTarget.ownerSVGElement!.getBoundingClientRect();
    let nearest = -1;
    let least = CROWD_REACH_PX;
    channel.keys.forEach((key, i) => {
      const distance = Math.hypot(
        box.left + scale.xOf(key.frame) - event.clientX,
        box.top + values.yOf(key.value) - event.clientY,
      );
      if (distance > least) return;
      least = distance;
      nearest = i;
    });
    return nearest;
  };
  /** The key that an event is about: by the mark it happened in, in a crowd the nearest. */
  const keyOf = (event: PointerEvent<SVGElement> | KeyboardEvent<SVGElement>) => {
    const mark = (event.target as Element).closest('[data-frame]');
    const index = mark
      ? frames.indexOf(Number(mark.getAttribute('data-frame')))
      : isCrowd && 'clientX' in event
        ? nearestIndex(event)
        : -1;
    return index < 0
      ? null
      : { index, key: channel.keys[index]!, side: (mark?.getAttribute('data-handle') ?? null) as HandleSide | null };
  };
  const press = (event: PointerEvent<SVGElement>): void => {
    const pressed = keyOf(event);
    if (!pressed) return;
    event.stopPropagation();
    const { frame, value } = pressed.key;
    if (pressed.side) {
      dragHandle(event, {
        ref: refOf(frame),
        side: pressed.side,
        handle: effectiveHandles(channel.keys, pressed.index)[pressed.side],
      });
      return;
    }
    if (event.shiftKey && !isSelected(frame)) {
      dispatch(keysSelected({ keys: [refOf(frame)], add: true }));
      return;
    }
    const refs = isSelected(frame) ? ownSelection : [refOf(frame)];
    if (!isSelected(frame)) dispatch(keysSelected({ keys: refs }));
    dragKey(event, { refs, pressed: refOf(frame), value });
  };
  const type = (event: KeyboardEvent<SVGElement>): void => {
    const arrow = ARROWS[event.key];
    const frame = keyOf(event)?.key.frame;
    if (frame === undefined) return;
    if (event.key === 'Enter') {
      event.preventDefault();
      dispatch(keysSelected({ keys: [refOf(frame)], add: event.shiftKey }));
      clock.stop();
      clock.seek(frame);
    }
    if (!arrow) return;
    event.preventDefault();
    const times = event.shiftKey ? 10 : 1;
    const fine = CHANNELS[channel.id].unit === '×' ? 0.01 : 1;
    const up = CHANNELS[channel.id].pointsDown ? -1 : 1;
    const refs = isSelected(frame) ? ownSelection : [refOf(frame)];
    dispatch(edited({ operation: 'moveKeys', args: [refs, arrow.frames * times, arrow.steps * times * fine * up] }));
  };

  return (
    <g onPointerDown={press} onKeyDown={type}>
      {isCrowd && (
        <rect
          width={scale.widthPx}
          height="100%"
          fill="transparent"
          onPointerMove={(event) =>
            event.currentTarget.style.setProperty('cursor', nearestIndex(event) < 0 ? 'auto' : 'move')
          }
        />
      )}
      <Still still={isCrowd && underWay}>
        {built.map((frame) => {
          if (!scale.shows(frame)) return null;
          const i = frames.indexOf(frame);
          const key = channel.keys[i]!;
          const x = scale.xOf(key.frame);
          const y = values.yOf(key.value);
          const selected = shownFrames.includes(key.frame);
          return (
            <Fragment key={key.frame}>
              {(selected ? shownHandles(channel.keys, i) : []).map((handle) => (
                <HandleMark
                  key={handle.side}
                  side={handle.side}
                  frame={key.frame}
                  from={{ x, y }}
                  to={{ x: scale.xOf(key.frame + handle.frames), y: values.yOf(key.value + handle.value) }}
                  computed={isComputed(key)}
                  colour={colour}
                  painted={isCrowd}
                />
              ))}
              <CurveKeyMark
                frame={key.frame}
                x={x}
                y={y}
                label={
                  `${CHANNELS[channel.id].label} ${formatValue(channel.id, key.value)} on frame ` +
                  `${key.frame}, key of the curve`
                }
                selected={selected}
                colour={colour}
                small={small}
                painted={isCrowd}
              />
            </Fragment>
          );
        })}
      </Still>
    </g>
  );
});

interface CurveKeyMarkProps {
  frame: number;
  x: number;
  y: number;
  label: string;
  selected: boolean;
  colour: string;
  small: boolean;
  /** It is seen on the canvas beneath. */
  painted: boolean;
}

const CurveKeyMark = memo(function CurveKeyMark({
  frame,
  x,
  y,
  label,
  selected,
  colour,
  small,
  painted,
}: CurveKeyMarkProps) {
  return (
    <g data-frame={frame} role="button" tabIndex={0} aria-pressed={selected} aria-label={label} className="cursor-move">
      <circle cx={x} cy={y} r={small ? 8 : 12} fill="transparent" />
      {!painted && (
        <circle
          cx={x}
          cy={y}
          r={small ? RING_PX.other : RING_PX.own}
          fill={selected ? colour : 'var(--page)'}
          stroke={colour}
          strokeWidth={2}
        />
      )}
    </g>
  );
});

interface HandleMarkProps {
  side: HandleSide;
  frame: number;
  from: { x: number; y: number };
  to: { x: number; y: number };
  /** Not set by hand: worked out from the keys beside. */
  computed: boolean;
  colour: string;
  painted: boolean;
}

function HandleMark({ side, frame, from, to, computed, colour, painted }: HandleMarkProps) {
  return (
    <g data-handle={side} data-frame={frame} className="cursor-move">
      <title>{side === 'in' ? 'Arriving handle' : 'Leaving handle'}. Alt parts the two, Shift keeps it level.</title>
      {!painted && <line x1={from.x} y1={from.y} x2={to.x} y2={to.y} stroke={colour} strokeWidth={1.2} />}
      <rect x={to.x - 9} y={to.y - 9} width={18} height={18} fill="transparent" />
      {!painted && (
        <rect
          x={to.x - HANDLE_PX / 2}
          y={to.y - HANDLE_PX / 2}
          width={HANDLE_PX}
          height={HANDLE_PX}
          fill={computed ? 'var(--page)' : colour}
          stroke={colour}
          strokeWidth={1.5}
        />
      )}
    </g>
  );
}
