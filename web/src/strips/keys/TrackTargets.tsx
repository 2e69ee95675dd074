import { type Channel, type ChannelRef, CHANNELS, type KeyRef, onGrain, sameChannel } from '@undulan/core';
import { clsx } from 'clsx';
import { type KeyboardEvent, memo, type MouseEvent, type PointerEvent, type RefObject, useMemo } from 'react';
import { keysSelected } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { useClock, useTimeScale } from '../../time/index.ts';
import { leaveWords, ROLE_WORDS } from '../../values/index.ts';
import { builtInCrowd, crowding, nearestFrame, reachPath, useFollowedFocus } from '../kit/index.ts';
import { arrowFrames, type useKeyDrag } from './use-key-drag.ts';

function describeKey(subjectName: string, channel: Channel, index: number): string {
  const key = channel.keys[index]!;
  const goes = index === channel.keys.length - 1 ? 'last key' : `then ${leaveWords(key.leave)}`;
  return `${CHANNELS[channel.id].label}, key on frame ${key.frame}, ${ROLE_WORDS[key.role]}, ${goes}, ${subjectName}`;
}

const LOCKED = 'Locked: unlock the row to change its keys';

interface TrackTargetsProps {
  subjectId: string;
  subjectName: string;
  /** As it was last changed: targets stay where they are while a gesture is under way. */
  channel: Channel;
  heightPx: number;
  locked: boolean;
  drag: RefObject<ReturnType<typeof useKeyDrag>>;
}

/**
 * What of a row of keys can be taken hold of, unseen: a place for each key in view; where they crowd one for all of
 * them, and for each selected one its own.
 */
export const TrackTargets = memo(function TrackTargets(props: TrackTargetsProps) {
  const { subjectId, subjectName, channel, heightPx, locked, drag } = props;
  const scale = useTimeScale();
  const clock = useClock();
  const dispatch = useAppDispatch();
  const { host, follow } = useFollowedFocus<SVGSVGElement>();
  const selectedKeys = useAppSelector((state) => state.selection.keys);
  const ref: ChannelRef = { subjectId, channelId: channel.id };
  const selected = selectedKeys.filter((key) => sameChannel(key, ref)).map((key) => key.frame);
  /** The keys an action on this one is about: the whole selection when it is part of it. */
  const refsWith = (frame: number): KeyRef[] => (selected.includes(frame) ? selectedKeys : [{ ...ref, frame }]);

  const frames = useMemo(() => channel.keys.map((key) => key.frame), [channel]);
  const isCrowd = crowding(frames, scale) !== null;
  const built = isCrowd ? builtInCrowd(frames, selected) : frames;

  /** The frame of the key that an event is about: by the target it happened in, in a crowd the nearest. */
  const frameOf = (event: MouseEvent<SVGElement> | KeyboardEvent<SVGElement>): number | null => {
    if (locked) return null;
    const target = (event.target as Element).closest('[data-frame]');
    if (target) return Number(target.getAttribute('data-frame'));
    return isCrowd && 'clientX' in event
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
      follow(onGrain(frame + by));
    } else if (event.key === 'Enter') {
      event.preventDefault();
      dispatch(keysSelected({ keys: [{ ...ref, frame }], add: event.shiftKey }));
      clock.stop();
      clock.seek(frame, { between: true });
    }
  };
  return (
    <svg
      ref={host}
      width={scale.widthPx}
      height={heightPx}
      role="group"
      data-track={locked ? undefined : `${subjectId}/${channel.id}`}
      aria-label={`Keys of ${CHANNELS[channel.id].label}, ${subjectName}`}
      className="relative block touch-none"
      onPointerDown={press}
      onKeyDown={type}
      onDoubleClick={(event) => {
        const frame = frameOf(event);
        if (frame !== null) clock.seek(frame, { between: true });
      }}
    >
      {isCrowd && (
        <g className={clsx(!locked && 'cursor-grab')}>
          <title>{locked ? LOCKED : 'Zoom in to see the keys one by one'}</title>
          <path d={reachPath(frames, scale, heightPx)} fill="transparent" />
        </g>
      )}
      {frames.map((frame, i) =>
        scale.shows(frame) && built.includes(frame) ? (
          <g
            key={frame}
            className={clsx(!locked && 'cursor-grab')}
            {...(!locked && {
              'data-frame': frame,
              role: 'button',
              tabIndex: 0,
              'aria-label': describeKey(subjectName, channel, i),
              'aria-pressed': selected.includes(frame),
            })}
          >
            {locked && <title>{LOCKED}</title>}
            <rect x={scale.xOf(frame) - 12} y={0} width={24} height={heightPx} fill="transparent" />
          </g>
        ) : null,
      )}
    </svg>
  );
});
