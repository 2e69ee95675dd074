import type { KeyboardEvent, PointerEvent } from 'react';
import { CHANNELS, sameChannel, sameKey, type Channel, type ChannelRef, type KeyRef, type Subject } from '@undulan/core';
import { useAppDispatch, useAppSelector } from '../app/store.ts';
import { edited, keysSelected, previewed, selectEditing, selectKeyedChannels, selectShownKeys, selectSubject } from '../editing/index.ts';
import { Empty, usePointerDrag, type DragMove } from '../ui/index.ts';
import { CHANNEL_LOOKS } from './channel-looks.ts';
import { useClock } from './clock-context.tsx';
import { KeyLine } from './KeyLine.tsx';
import { isRoomy, KeyMark } from './KeyMark.tsx';
import { ROW_PX, Strip } from './Strip.tsx';
import { useTimeScale } from './time-scale-context.tsx';

/** The keys of the selected subject, a row a channel: click to select, drag to move in time, Delete to remove. */
export function KeysStrip() {
  const subject = useAppSelector(selectSubject);
  const keyed = useAppSelector(selectKeyedChannels);
  return (
    <Strip title="Keys" rows={keyed.map((channel) => ({ name: CHANNELS[channel.id].label, colour: CHANNEL_LOOKS[channel.id].colour }))}>
      {subject && keyed.length > 0 ? (
        keyed.map((channel) => <KeyRow key={channel.id} subject={subject} channel={channel} />)
      ) : (
        <div className="py-2">
          <Empty title="No keys yet">Go to a frame and, with Record on, drag the subject in the picture: that is your first key.</Empty>
        </div>
      )}
    </Strip>
  );
}

function describeKey(channel: Channel, index: number): string {
  const key = channel.keys[index]!;
  const goes = index === channel.keys.length - 1 ? 'last key' : `leaves ${key.leave}`;
  return `${CHANNELS[channel.id].label}, key on frame ${key.frame}, ${key.role}, ${goes}`;
}

const ARROWS: Partial<Record<string, number>> = { ArrowLeft: -1, ArrowRight: 1 };

function KeyRow({ subject, channel }: { subject: Subject; channel: Channel }) {
  const scale = useTimeScale();
  const clock = useClock();
  const dispatch = useAppDispatch();
  const { selectedKeys } = useAppSelector(selectEditing);
  const shownKeys = useAppSelector(selectShownKeys);
  const { colour } = CHANNEL_LOOKS[channel.id];
  const y = ROW_PX / 2;
  const ref: ChannelRef = { subjectId: subject.id, channelId: channel.id };
  const isIn = (keys: readonly KeyRef[], frame: number): boolean => keys.some((key) => sameKey(key, { ...ref, frame }));
  /** The keys an action on this one is about: the whole selection when it is part of it. */
  const refsWith = (frame: number): KeyRef[] => (isIn(selectedKeys, frame) ? selectedKeys : [{ ...ref, frame }]);

  const framesMoved = ({ dxPx }: DragMove): number => Math.round(dxPx / scale.pxPerFrame);
  const startDrag = usePointerDrag<{ refs: KeyRef[]; pressed: KeyRef }>({
    onMove: ({ refs }, move) => dispatch(previewed({ operation: 'moveKeys', args: [refs, framesMoved(move)] })),
    onEnd: ({ refs }, move) => {
      const frames = framesMoved(move);
      dispatch(frames === 0 ? previewed(null) : edited({ operation: 'moveKeys', args: [refs, frames] }));
    },
    // Pressed for a drag the whole selection stays; let go where it was, it is about this key alone.
    onClick: ({ pressed }) => dispatch(keysSelected({ keys: [pressed] })),
    onCancel: () => dispatch(previewed(null)),
  });

  const press = (event: PointerEvent, frame: number): void => {
    event.stopPropagation();
    if (event.shiftKey) {
      dispatch(keysSelected({ keys: [{ ...ref, frame }], add: true }));
      return;
    }
    const refs = refsWith(frame);
    dispatch(keysSelected({ keys: refs }));
    startDrag(event, { refs, pressed: { ...ref, frame } });
  };
  const type = (event: KeyboardEvent, frame: number): void => {
    const by = (event.shiftKey ? 10 : 1) * (ARROWS[event.key] ?? 0);
    if (by !== 0) {
      event.preventDefault();
      dispatch(edited({ operation: 'moveKeys', args: [refsWith(frame), by] }));
    } else if (event.key === 'Enter') {
      event.preventDefault();
      dispatch(keysSelected({ keys: [{ ...ref, frame }], add: event.shiftKey }));
      clock.stop();
      clock.seek(frame);
    }
  };

  const xs = channel.keys.map((key) => scale.xOf(key.frame));
  return (
    <div className="relative" style={{ height: ROW_PX }}>
      <svg
        width={scale.widthPx}
        height={ROW_PX}
        role="group"
        aria-label={`Keys of ${CHANNELS[channel.id].label}`}
        className="touch-none"
        onPointerDown={() => dispatch(keysSelected({ keys: [] }))}
      >
        {channel.keys.slice(0, -1).map((key, i) => (
          <KeyLine key={key.frame} leave={key.leave} still={key.value === channel.keys[i + 1]!.value} x1={xs[i]!} x2={xs[i + 1]!} y={y} colour={colour} />
        ))}
        {channel.keys.map((key, i) => (
          <g
            key={key.frame}
            role="button"
            tabIndex={0}
            aria-label={describeKey(channel, i)}
            aria-pressed={isIn(shownKeys, key.frame)}
            className="cursor-grab"
            onPointerDown={(event) => press(event, key.frame)}
            onDoubleClick={() => clock.seek(key.frame)}
            onKeyDown={(event) => type(event, key.frame)}
          >
            <rect x={xs[i]! - 12} y={0} width={24} height={ROW_PX} fill="transparent" />
            <KeyMark role={key.role} frame={key.frame} x={xs[i]!} y={y} colour={colour} selected={isIn(shownKeys, key.frame)} roomy={isRoomy(xs, i)} />
          </g>
        ))}
      </svg>
      <MoveNotice of={ref} />
    </div>
  );
}

/** While keys of this row are dragged: how far, and what would give way. */
function MoveNotice({ of }: { of: ChannelRef }) {
  const scale = useTimeScale();
  const { preview, previewKeys, selectedKeys, gaveWay } = useAppSelector(selectEditing);
  const at = preview ? previewKeys.findIndex((key) => sameChannel(key, of)) : -1;
  const key = previewKeys[at];
  const from = selectedKeys[at];
  if (!key || !from) return null;
  const moved = key.frame - from.frame;
  const lost = gaveWay.filter((ref) => sameChannel(ref, of)).map((ref) => ref.frame);
  return (
    <span
      role="status"
      className="figures pointer-events-none absolute top-0 z-20 rounded bg-ink px-1.5 text-[11px] whitespace-nowrap text-page"
      style={{ left: Math.min(scale.xOf(key.frame) + 14, scale.widthPx - 60) }}
    >
      {moved < 0 ? '−' : '+'}
      {Math.abs(moved)}
      {lost.length > 0 && ` replaces ${lost.join(', ')}`}
    </span>
  );
}
