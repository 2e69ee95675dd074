import type { KeyboardEvent, PointerEvent } from 'react';
import { CHANNELS, sameKey, type Channel, type ChannelRef, type KeyRef, type Subject } from '@undulan/core';
import { useAppDispatch, useAppSelector } from '../app/store.ts';
import { isLocked, keysSelected, selectEditing, selectShownKeys } from '../editing/index.ts';
import { CHANNEL_LOOKS } from './channel-looks.ts';
import { useClock } from './clock-context.tsx';
import { KeyLine } from './KeyLine.tsx';
import { isRoomy, KeyMark } from './KeyMark.tsx';
import { useTimeScale } from './time-scale-context.tsx';
import { arrowFrames, type useKeyDrag } from './use-key-drag.ts';

function describeKey(subject: Subject, channel: Channel, index: number): string {
  const key = channel.keys[index]!;
  const goes = index === channel.keys.length - 1 ? 'last key' : `leaves ${key.leave}`;
  return `${CHANNELS[channel.id].label}, key on frame ${key.frame}, ${key.role}, ${goes}, ${subject.name}`;
}

interface KeyTrackProps {
  subject: Subject;
  channel: Channel;
  heightPx: number;
  drag: ReturnType<typeof useKeyDrag>;
}

/** The keys of one channel: click to select, drag to move in time. Only what is in view is drawn. */
export function KeyTrack({ subject, channel, heightPx, drag }: KeyTrackProps) {
  const scale = useTimeScale();
  const clock = useClock();
  const dispatch = useAppDispatch();
  const { selectedKeys, rows } = useAppSelector(selectEditing);
  const shownKeys = useAppSelector(selectShownKeys);
  const { colour } = CHANNEL_LOOKS[channel.id];
  const y = heightPx / 2;
  const ref: ChannelRef = { subjectId: subject.id, channelId: channel.id };
  const locked = isLocked(rows, ref);
  const isIn = (keys: readonly KeyRef[], frame: number): boolean => keys.some((key) => sameKey(key, { ...ref, frame }));
  /** The keys an action on this one is about: the whole selection when it is part of it. */
  const refsWith = (frame: number): KeyRef[] => (isIn(selectedKeys, frame) ? selectedKeys : [{ ...ref, frame }]);

  const press = (event: PointerEvent, frame: number): void => {
    event.stopPropagation();
    if (event.shiftKey) {
      dispatch(keysSelected({ keys: [{ ...ref, frame }], add: true }));
      return;
    }
    const refs = refsWith(frame);
    dispatch(keysSelected({ keys: refs }));
    drag.start(event, { refs, pressed: { ...ref, frame }, clicked: [{ ...ref, frame }] });
  };
  const type = (event: KeyboardEvent, frame: number): void => {
    const by = arrowFrames(event);
    if (by !== 0) {
      event.preventDefault();
      drag.nudge(refsWith(frame), by);
    } else if (event.key === 'Enter') {
      event.preventDefault();
      dispatch(keysSelected({ keys: [{ ...ref, frame }], add: event.shiftKey }));
      clock.stop();
      clock.seek(frame, { between: true });
    }
  };

  const xs = channel.keys.map((key) => scale.xOf(key.frame));
  const inView = (i: number): boolean => scale.shows(channel.keys[i]!.frame);
  const lineInView = (i: number): boolean => xs[i + 1]! > 0 && xs[i]! < scale.widthPx;
  return (
    <svg width={scale.widthPx} height={heightPx} role="group" aria-label={`Keys of ${CHANNELS[channel.id].label}, ${subject.name}`} className="block touch-none" opacity={locked ? 0.45 : 1}>
      {channel.keys.slice(0, -1).map((key, i) => lineInView(i) && <KeyLine key={key.frame} leave={key.leave} still={key.value === channel.keys[i + 1]!.value} x1={xs[i]!} x2={xs[i + 1]!} y={y} colour={colour} />)}
      {channel.keys.map((key, i) => {
        if (!inView(i)) return null;
        const mark = <KeyMark role={key.role} frame={key.frame} x={xs[i]!} y={y} colour={colour} selected={isIn(shownKeys, key.frame)} roomy={isRoomy(xs, i)} />;
        if (locked) {
          return (
            <g key={key.frame}>
              <title>Locked: unlock the row to change its keys</title>
              {mark}
            </g>
          );
        }
        return (
          <g
            key={key.frame}
            role="button"
            tabIndex={0}
            aria-label={describeKey(subject, channel, i)}
            aria-pressed={isIn(shownKeys, key.frame)}
            className="cursor-grab"
            onPointerDown={(event) => press(event, key.frame)}
            onDoubleClick={() => clock.seek(key.frame, { between: true })}
            onKeyDown={(event) => type(event, key.frame)}
          >
            <rect x={xs[i]! - 12} y={0} width={24} height={heightPx} fill="transparent" />
            {mark}
          </g>
        );
      })}
    </svg>
  );
}
