import type { KeyboardEvent, PointerEvent } from 'react';
import { CHANNELS, effectiveHandles, sameKey, type Channel, type Handle, type HandleSide, type KeyRef, type Subject } from '@undulan/core';
import { useAppDispatch, useAppSelector } from '../app/store.ts';
import { edited, keysSelected, previewed, selectEditing, selectShownKeys, type EditRequest } from '../editing/index.ts';
import { formatValue, toFineness, useClock, useTimeScale, type ValueScale } from '../time-page/index.ts';
import { usePointerDrag, useStored, type DragMove } from '../ui/index.ts';
import { draggedHandle, KEEPS_NOTHING, type HandleKeeps } from './handle-drag.ts';

interface CurveKeysProps {
  subject: Subject;
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

/** The keys of a curve to drag in frame and value (Shift keeps to one of them), and the handles of the selected ones (Alt parts them). */
export function CurveKeys({ subject, channel, values, colour, small = false }: CurveKeysProps) {
  const scale = useTimeScale();
  const clock = useClock();
  const dispatch = useAppDispatch();
  const { selectedKeys } = useAppSelector(selectEditing);
  const shownKeys = useAppSelector(selectShownKeys);
  const [keeps] = useStored<HandleKeeps>('handle-keeps', KEEPS_NOTHING);
  const refOf = (frame: number): KeyRef => ({ subjectId: subject.id, channelId: channel.id, frame });
  const isIn = (keys: readonly KeyRef[], frame: number): boolean => keys.some((key) => sameKey(key, refOf(frame)));
  const ownSelection = selectedKeys.filter((ref) => ref.subjectId === subject.id && ref.channelId === channel.id);

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

  const press = (event: PointerEvent, frame: number, value: number): void => {
    event.stopPropagation();
    if (event.shiftKey && !isIn(selectedKeys, frame)) {
      dispatch(keysSelected({ keys: [refOf(frame)], add: true }));
      return;
    }
    const refs = isIn(selectedKeys, frame) ? ownSelection : [refOf(frame)];
    if (!isIn(selectedKeys, frame)) dispatch(keysSelected({ keys: refs }));
    dragKey(event, { refs, pressed: refOf(frame), value });
  };
  const type = (event: KeyboardEvent, frame: number): void => {
    const arrow = ARROWS[event.key];
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
    const refs = isIn(selectedKeys, frame) ? ownSelection : [refOf(frame)];
    dispatch(edited({ operation: 'moveKeys', args: [refs, arrow.frames * times, arrow.steps * times * fine * up] }));
  };

  return channel.keys.map((key, i) => {
    const x = scale.xOf(key.frame);
    const y = values.yOf(key.value);
    const selected = isIn(shownKeys, key.frame);
    const handles = effectiveHandles(channel.keys, i);
    const sides: HandleSide[] = [];
    if (selected && channel.keys[i - 1]?.leave === 'curve') sides.push('in');
    if (selected && key.leave === 'curve' && channel.keys[i + 1]) sides.push('out');
    return (
      <g key={key.frame}>
        {sides.map((side) => {
          const hx = scale.xOf(key.frame + handles[side].frames);
          const hy = values.yOf(key.value + handles[side].value);
          return (
            <g
              key={side}
              data-handle={side}
              className="cursor-move"
              onPointerDown={(event) => {
                event.stopPropagation();
                dragHandle(event, { ref: refOf(key.frame), side, handle: handles[side] });
              }}
            >
              <line x1={x} y1={y} x2={hx} y2={hy} stroke={colour} strokeWidth={1.2} />
              <rect x={hx - 9} y={hy - 9} width={18} height={18} fill="transparent" />
              <rect x={hx - 4} y={hy - 4} width={8} height={8} fill={key.link === 'auto' || key.link === 'flat' ? 'var(--page)' : colour} stroke={colour} strokeWidth={1.5}>
                <title>{side === 'in' ? 'Arriving handle' : 'Leaving handle'}. Alt parts the two, Shift keeps it level.</title>
              </rect>
            </g>
          );
        })}
        <g
          role="button"
          tabIndex={0}
          aria-pressed={selected}
          aria-label={`${CHANNELS[channel.id].label} ${formatValue(channel.id, key.value)} on frame ${key.frame}, key of the curve`}
          className="cursor-move"
          onPointerDown={(event) => press(event, key.frame, key.value)}
          onKeyDown={(event) => type(event, key.frame)}
        >
          <circle cx={x} cy={y} r={small ? 8 : 12} fill="transparent" />
          <circle cx={x} cy={y} r={small ? 3.5 : 5.5} fill={selected ? colour : 'var(--page)'} stroke={colour} strokeWidth={2} />
        </g>
      </g>
    );
  });
}
