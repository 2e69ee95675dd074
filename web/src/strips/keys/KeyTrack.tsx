import { type Channel, type ChannelRef, CHANNELS, type KeyRef, type KeyRole, sameKey } from '@undulan/core';
import {
  type KeyboardEvent,
  memo,
  type MouseEvent,
  type PointerEvent,
  type RefObject,
  useCallback,
  useMemo,
} from 'react';
import { shallowEqual } from 'react-redux';
import { isLocked, keysSelected, selectEditing, selectShownKeys, selectUnderWay } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { useClock, useTimeScale } from '../../time/index.ts';
import { Still } from '../../ui/index.ts';
import { CHANNEL_LOOKS } from '../../values/index.ts';
import {
  builtInCrowd,
  changedTrack,
  type Columns,
  crowding,
  crowdRadius,
  isRoomy,
  KeyLine,
  KeyMark,
  nearestFrame,
  paintTrack,
  reachPath,
  StripCanvas,
  type TrackPaint,
  useChangedColumns,
} from '../kit/index.ts';
import { arrowFrames, type useKeyDrag } from './use-key-drag.ts';

function describeKey(subjectName: string, channel: Channel, index: number): string {
  const key = channel.keys[index]!;
  const goes = index === channel.keys.length - 1 ? 'last key' : `leaves ${key.leave}`;
  return `${CHANNELS[channel.id].label}, key on frame ${key.frame}, ${key.role}, ${goes}, ${subjectName}`;
}

interface KeyTrackProps {
  subjectId: string;
  subjectName: string;
  channel: Channel;
  heightPx: number;
  drag: RefObject<ReturnType<typeof useKeyDrag>>;
}

/** Whether two states of a channel look the same on its row, whatever the values between. */
function sameMarks(a: Channel, b: Channel): boolean {
  if (a === b) return true;
  if (a.id !== b.id || a.keys.length !== b.keys.length) return false;
  const still = ({ keys }: Channel, i: number): boolean => keys[i]!.value === keys[i + 1]?.value;
  return a.keys.every(
    (key, i) =>
      key.frame === b.keys[i]!.frame &&
      key.role === b.keys[i]!.role &&
      key.leave === b.keys[i]!.leave &&
      still(a, i) === still(b, i),
  );
}

/**
 * The keys of one channel: click to select, drag to move in time. Only what is in view is drawn, and marks that stay
 * are not drawn anew: events are taken for all of them together. Crowded keys are painted, with elements over selected
 * ones that stay where they are while something is dragged.
 */
export const KeyTrack = memo(
  KeyTrackOf,
  ({ channel: before, ...was }, { channel: after, ...is }) =>
    was.subjectId === is.subjectId &&
    was.subjectName === is.subjectName &&
    was.heightPx === is.heightPx &&
    was.drag === is.drag &&
    sameMarks(before, after),
);

function KeyTrackOf({ subjectId, subjectName, channel, heightPx, drag }: KeyTrackProps) {
  const scale = useTimeScale();
  const clock = useClock();
  const dispatch = useAppDispatch();
  const selectedKeys = useAppSelector((state) => selectEditing(state).selectedKeys);
  const rows = useAppSelector((state) => selectEditing(state).rows);
  const shownFrames = useAppSelector(
    (state) =>
      selectShownKeys(state)
        .filter((key) => key.subjectId === subjectId && key.channelId === channel.id)
        .map((key) => key.frame),
    shallowEqual,
  );
  const underWay = useAppSelector(selectUnderWay);
  const { colour } = CHANNEL_LOOKS[channel.id];
  const y = heightPx / 2;
  const ref: ChannelRef = { subjectId, channelId: channel.id };
  const locked = isLocked(rows, ref);
  const isIn = (keys: readonly KeyRef[], frame: number): boolean => keys.some((key) => sameKey(key, { ...ref, frame }));
  /** The keys an action on this one is about: the whole selection when it is part of it. */
  const refsWith = (frame: number): KeyRef[] => (isIn(selectedKeys, frame) ? selectedKeys : [{ ...ref, frame }]);

  const frames = useMemo(() => channel.keys.map((key) => key.frame), [channel]);
  const spacingPx = crowding(frames, scale);

  /** The frame of the key that an event is about: by the mark it happened in, in a crowd the nearest. */
  const frameOf = (event: MouseEvent<SVGElement> | KeyboardEvent<SVGElement>): number | null => {
    if (locked) return null;
    const mark = (event.target as Element).closest('[data-frame]');
    if (mark) return Number(mark.getAttribute('data-frame'));
    return spacingPx !== null && 'clientX' in event
      ? nearestFrame(frames, event.clientX - event.currentTarget.getBoundingClientRect().left, scale)
      : null;
  };
  const press = (event: PointerEvent<SVGElement>): void => {
    const frame = frameOf(event);
    if (frame === null) return;
    event.stopPropagation();
    if (event.shiftKey) {
      dispatch(keysSelected({ keys: [{ ...ref, frame }], add: true }));
      return;
    }
    const refs = refsWith(frame);
    dispatch(keysSelected({ keys: refs }));
    drag.current.start(event, { refs, pressed: { ...ref, frame }, clicked: [{ ...ref, frame }] });
  };
  const type = (event: KeyboardEvent<SVGElement>): void => {
    const frame = frameOf(event);
    if (frame === null) return;
    const by = arrowFrames(event);
    if (by !== 0) {
      event.preventDefault();
      drag.current.nudge(refsWith(frame), by);
    } else if (event.key === 'Enter') {
      event.preventDefault();
      dispatch(keysSelected({ keys: [{ ...ref, frame }], add: event.shiftKey }));
      clock.stop();
      clock.seek(frame, { between: true });
    }
  };

  const radiusPx = crowdRadius(spacingPx ?? 0);
  const painting = useMemo(
    (): TrackPaint => ({ keys: channel.keys, scale, y, radiusPx, colour, selected: shownFrames }),
    [channel, scale, y, radiusPx, colour, shownFrames],
  );
  const paint = useCallback(
    (context: CanvasRenderingContext2D, columns: Columns) => paintTrack(context, painting, columns),
    [painting],
  );
  const changed = useChangedColumns(painting, changedTrack);
  const xs = frames.map((frame) => scale.xOf(frame));
  const built = spacingPx === null ? null : builtInCrowd(frames, shownFrames);
  const inView = (i: number): boolean => scale.shows(channel.keys[i]!.frame);
  const lineInView = (i: number): boolean => xs[i + 1]! > 0 && xs[i]! < scale.widthPx;
  const keys = (
    <svg
      width={scale.widthPx}
      height={heightPx}
      role="group"
      aria-label={`Keys of ${CHANNELS[channel.id].label}, ${subjectName}`}
      className="relative block touch-none"
      opacity={locked && !built ? 0.45 : 1}
      onPointerDown={press}
      onKeyDown={type}
      onDoubleClick={(event) => {
        const frame = frameOf(event);
        if (frame !== null) clock.seek(frame, { between: true });
      }}
    >
      {built && (
        <g className={locked ? undefined : 'cursor-grab'}>
          <title>{locked ? LOCKED : 'Zoom in to see the keys one by one'}</title>
          <path d={reachPath(frames, scale, heightPx)} fill="transparent" />
        </g>
      )}
      {!built &&
        channel.keys
          .slice(0, -1)
          .map(
            (key, i) =>
              lineInView(i) && (
                <KeyLine
                  key={key.frame}
                  leave={key.leave}
                  still={key.value === channel.keys[i + 1]!.value}
                  x1={xs[i]!}
                  x2={xs[i + 1]!}
                  y={y}
                  colour={colour}
                />
              ),
          )}
      <Still still={built !== null && underWay}>
        {channel.keys.map((key, i) =>
          inView(i) && (!built || built.includes(key.frame)) ? (
            <TrackMark
              key={key.frame}
              role={key.role}
              frame={key.frame}
              x={xs[i]!}
              heightPx={heightPx}
              colour={colour}
              selected={shownFrames.includes(key.frame)}
              roomy={isRoomy(xs, i)}
              painted={built !== null}
              label={locked ? null : describeKey(subjectName, channel, i)}
            />
          ) : null,
        )}
      </Still>
    </svg>
  );
  if (!built) return keys;
  return (
    <div className="relative" style={{ opacity: locked ? 0.45 : 1 }}>
      <StripCanvas widthPx={scale.widthPx} heightPx={heightPx} draw={paint} changed={changed} />
      {keys}
    </div>
  );
}

const LOCKED = 'Locked: unlock the row to change its keys';

interface TrackMarkProps {
  role: KeyRole;
  frame: number;
  x: number;
  heightPx: number;
  colour: string;
  selected: boolean;
  roomy: boolean;
  /** It is seen on the canvas beneath. */
  painted: boolean;
  /** Null on a locked row, whose keys cannot be taken hold of. */
  label: string | null;
}

const TrackMark = memo(function TrackMark({
  role,
  frame,
  x,
  heightPx,
  colour,
  selected,
  roomy,
  painted,
  label,
}: TrackMarkProps) {
  const mark = !painted && (
    <KeyMark role={role} frame={frame} x={x} y={heightPx / 2} colour={colour} selected={selected} roomy={roomy} />
  );
  if (label === null) {
    return (
      <g>
        <title>{LOCKED}</title>
        {mark}
      </g>
    );
  }
  return (
    <g data-frame={frame} role="button" tabIndex={0} aria-label={label} aria-pressed={selected} className="cursor-grab">
      <rect x={x - 12} y={0} width={24} height={heightPx} fill="transparent" />
      {mark}
    </g>
  );
});
