import {
  type Channel,
  CHANNELS,
  effectiveHandles,
  type Handle,
  type HandleSide,
  type Key,
  type KeyRef,
  onGrain,
  sameKey,
} from '@undulan/core';
import { Fragment, type KeyboardEvent, memo, type PointerEvent, useMemo } from 'react';
import { shallowEqual } from 'react-redux';
import { applyEdit, type EditRequest, keysSelected } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { formatFrames, useClock, useTimeScale } from '../../time/index.ts';
import { type DragMove, useStored } from '../../ui/index.ts';
import { formatValue, toFineness } from '../../values/index.ts';
import { builtInCrowd, crowding, nearestOf, useEditDrag, useFollowedFocus, type ValueScale } from '../kit/index.ts';
import { draggedHandle, type HandleKeeps, KEEPS_NOTHING } from './handle-drag.ts';
import { shownHandles } from './shown-handles.ts';

interface CurveKeysProps {
  subjectId: string;
  /** As it was last changed: what can be taken hold of stays where it is while a gesture is under way. */
  channel: Channel;
  values: ValueScale;
  /** How far from its place a key is taken hold of. */
  reachPx: number;
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
 * What of a curve can be taken hold of, unseen: its keys, to drag in frame and value (Shift keeps to one of them), and
 * the handles of the selected ones (Alt parts them). Where keys crowd, the nearest; and each selected one by itself.
 */
export const CurveKeys = memo(function CurveKeys({ subjectId, channel, values, reachPx }: CurveKeysProps) {
  const scale = useTimeScale();
  const clock = useClock();
  const dispatch = useAppDispatch();
  const { host, follow } = useFollowedFocus<SVGGElement>();
  const isOwn = (ref: KeyRef): boolean => ref.subjectId === subjectId && ref.channelId === channel.id;
  const ownSelection = useAppSelector((state) => state.selection.keys.filter(isOwn), shallowEqual);
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
  const dragKey = useEditDrag<KeyDrag>(
    (drag, move) => ({ request: moveEdit(drag, move) }),
    ({ pressed }) => dispatch(keysSelected({ keys: [pressed] })),
  ).start;
  const dragHandle = useEditDrag<HandleDrag>((drag, move) => ({ request: handleEdit(drag, move) })).start;

  const frames = useMemo(() => channel.keys.map((key) => key.frame), [channel]);
  const isCrowd = crowding(frames, scale) !== null;
  const built = isCrowd
    ? builtInCrowd(
        frames,
        ownSelection.map((key) => key.frame),
      )
    : frames;

  /** The key nearest to the pointer; null where none is within reach. */
  const nearest = (event: PointerEvent<SVGElement>): Key | null => {
    const box = event.currentTarget.ownerSVGElement!.getBoundingClientRect();
    return nearestOf(channel.keys, ({ frame, value }) =>
      Math.hypot(box.left + scale.xOf(frame) - event.clientX, box.top + values.yOf(value) - event.clientY),
    );
  };
  /** The key that an event is about: by the mark it happened in, in a crowd the nearest. */
  const keyOf = (event: PointerEvent<SVGElement> | KeyboardEvent<SVGElement>) => {
    const mark = (event.target as Element).closest('[data-frame]');
    const index = mark
      ? frames.indexOf(Number(mark.getAttribute('data-frame')))
      : isCrowd && 'clientX' in event
        ? channel.keys.indexOf(nearest(event)!)
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
    dispatch(applyEdit({ operation: 'moveKeys', args: [refs, arrow.frames * times, arrow.steps * times * fine * up] }));
    follow(onGrain(frame + arrow.frames * times));
  };

  return (
    <g ref={host} onPointerDown={press} onKeyDown={type}>
      {isCrowd && (
        <rect
          width={scale.widthPx}
          height="100%"
          fill="transparent"
          onPointerMove={(event) => event.currentTarget.style.setProperty('cursor', nearest(event) ? 'move' : 'auto')}
        />
      )}
      {built.map((frame) => {
        if (!scale.shows(frame)) return null;
        const i = frames.indexOf(frame);
        const key = channel.keys[i]!;
        const says = `${formatValue(channel.id, key.value)} on frame ${formatFrames(frame)}`;
        return (
          <Fragment key={frame}>
            {(isSelected(frame) ? shownHandles(channel.keys, i) : []).map((handle) => (
              <HandleTarget
                key={handle.side}
                side={handle.side}
                frame={frame}
                x={scale.xOf(frame + handle.frames)}
                y={values.yOf(key.value + handle.value)}
              />
            ))}
            <circle
              data-frame={frame}
              role="button"
              tabIndex={0}
              aria-pressed={isSelected(frame)}
              aria-label={`${CHANNELS[channel.id].label} ${says}, key of the curve`}
              className="cursor-move"
              cx={scale.xOf(frame)}
              cy={values.yOf(key.value)}
              r={reachPx}
              fill="transparent"
            />
          </Fragment>
        );
      })}
    </g>
  );
});

/** Half the side of the square in which a handle is taken hold of, in px. */
const HANDLE_REACH_PX = 9;

function HandleTarget({ side, frame, x, y }: { side: HandleSide; frame: number; x: number; y: number }) {
  return (
    <g data-handle={side} data-frame={frame} className="cursor-move">
      <title>{side === 'in' ? 'Arriving handle' : 'Leaving handle'}. Alt parts the two, Shift keeps it level.</title>
      <rect
        x={x - HANDLE_REACH_PX}
        y={y - HANDLE_REACH_PX}
        width={2 * HANDLE_REACH_PX}
        height={2 * HANDLE_REACH_PX}
        fill="transparent"
      />
    </g>
  );
}
