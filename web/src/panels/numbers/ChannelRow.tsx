import {
  type Channel,
  type ChannelKind,
  CHANNELS,
  type KeyValue,
  packColour,
  problemOf,
  sameChannel,
  sampleChannel,
  unpackColour,
} from '@undulan/core';
import { clsx } from 'clsx';
import { ChevronLeft, ChevronRight, Lock } from 'lucide-react';
import { memo, useCallback } from 'react';
import { channelSelected, previewEdit, useChangeValues } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { formatFrames, useClock } from '../../time/index.ts';
import { ColourField, CommitInput, Tip, usePointerDrag } from '../../ui/index.ts';
import { toFineness, useValueUnits } from '../../values/index.ts';
import { ChannelMenu } from './ChannelMenu.tsx';
import { TabGlyph, type TabState } from './TabGlyph.tsx';

/** What a pixel of dragging a value adds. */
const PER_PX: Record<ChannelKind['unit'], number> = {
  px: 1,
  '°': 1,
  '×': 0.01,
  '%': 1,
  share: 0.01,
  'no.': 0.1,
  colour: 1,
  m: 0.01,
};

function tabState(channel: Channel, frame: number, changed: boolean): TabState {
  if (channel.keys.length === 0) return 'never';
  const here = channel.keys.some((key) => key.frame === frame);
  if (changed) return here ? 'here-changed' : 'elsewhere-changed';
  return here ? 'here' : 'elsewhere';
}

interface ChannelRowProps {
  subjectId: string;
  channel: Channel;
  frame: number;
  /** The value is painted over its place, since it changes all the time. */
  live: boolean;
}

/** One channel's tab, name, value on the frame (typed, computed or dragged), unit, the keys beside, and its actions. */
export const ChannelRow = memo(function ChannelRow({ subjectId, channel, frame, live }: ChannelRowProps) {
  const clock = useClock();
  const dispatch = useAppDispatch();
  const change = useChangeValues();
  const units = useValueUnits();
  const unkeyed = useAppSelector((state) => state.posing.unkeyed);
  const limits = useAppSelector((state) => state.document.limits);
  const fixed = Boolean(limits?.channels && !limits.channels.includes(channel.id));
  const ref = { subjectId, channelId: channel.id };
  const { label } = CHANNELS[channel.id];
  const before = channel.keys.findLast((key) => key.frame < frame)?.frame;
  const after = channel.keys.find((key) => key.frame > frame)?.frame;
  const changed = unkeyed.find((value) => sameChannel(value, ref));
  const value = changed?.value ?? sampleChannel(channel, frame);
  const goTo = useCallback(
    (to: number): void => {
      clock.stop();
      clock.seek(to, { between: true });
    },
    [clock],
  );
  const commit = (text: string): string | null => {
    const typed = units.compute(channel.id, text, value);
    if (typed.ok) change([{ ...ref, value: typed.value }], clock.frame, { evenSame: true });
    return problemOf(typed);
  };
  return (
    <tr className="border-b border-rule last:border-0">
      <td className="w-9 py-1 pl-2.5">
        <TabGlyph state={tabState(channel, frame, changed !== undefined)} />
      </td>
      <td className="py-1">
        <button
          type="button"
          className="rounded-sm hover:underline"
          onClick={() => dispatch(channelSelected(channel.id))}
        >
          {label}
        </button>
      </td>
      <td className="w-20 py-1 text-right">
        <div className="relative">
          {live && CHANNELS[channel.id].blend !== 'colour' && (
            <span data-live="" className="figures absolute inset-0 pr-[9px] text-right font-semibold" />
          )}
          {fixed ? (
            <span className={clsx('figures pr-[9px]', live ? 'text-transparent' : '')}>
              {units.format(channel.id, value)}
            </span>
          ) : CHANNELS[channel.id].blend === 'colour' ? (
            <span className="flex justify-end">
              <ColourField
                label={`${label} on frame ${formatFrames(frame)}`}
                value={unpackColour(value)}
                onColour={(colour) => change([{ ...ref, value: packColour(colour) }], clock.frame)}
                onTry={(colour) =>
                  dispatch(
                    previewEdit(
                      colour === null
                        ? null
                        : { operation: 'setKeys', args: [frame, [{ ...ref, value: packColour(colour) }]] },
                    ),
                  )
                }
              />
            </span>
          ) : (
            <CommitInput
              aria-label={`${label} on frame ${formatFrames(frame)}`}
              title="A value, or a change of it: +=10, -=10, *2, /2"
              className={clsx(
                'figures h-6! border-transparent! bg-transparent! text-right font-semibold',
                'hover:border-rule! focus:border-rule! focus:bg-page!',
                live ? 'text-transparent' : changed ? 'text-take-ink' : '',
              )}
              value={units.format(channel.id, value)}
              onCommit={commit}
              takesSame
            />
          )}
        </div>
      </td>
      <td className="w-11 py-1 pl-1 text-xs text-faint">
        {fixed || CHANNELS[channel.id].blend === 'colour' ? (
          <span className="figures px-1">{units.label(channel.id)}</span>
        ) : (
          <ScrubHandle value={{ ...ref, value }} frame={frame} />
        )}
      </td>
      <td className="figures w-24 py-1 text-right text-xs whitespace-nowrap text-faint">
        {channel.keys.length > 0 && (
          <>
            <KeyStep to={before} way="before" label={`${label}: key before`} onGo={goTo} />
            <span className="px-0.5">·</span>
            <KeyStep to={after} way="after" label={`${label}: next key`} onGo={goTo} />
          </>
        )}
      </td>
      <td className="w-7 py-1 pr-1">
        {fixed ? <FixedMark label={label} /> : <ChannelMenu subjectId={subjectId} channel={channel} />}
      </td>
    </tr>
  );
});

/** In the place of the actions of a channel that the exercise keeps. */
function FixedMark({ label }: { label: string }) {
  return (
    <Tip says="The exercise does not leave this channel to you.">
      <span
        tabIndex={0}
        role="img"
        aria-label={`${label} is kept by the exercise`}
        className="grid h-6 w-6 place-items-center rounded-sm text-faint"
      >
        <Lock size={13} />
      </span>
    </Tip>
  );
}

/** The unit, to drag sideways: the value follows, in the picture too. */
function ScrubHandle({ value, frame }: { value: KeyValue; frame: number }) {
  const dispatch = useAppDispatch();
  const change = useChangeValues();
  const units = useValueUnits();
  const { unit } = CHANNELS[value.channelId];
  const valuesAt = (start: KeyValue, dxPx: number): KeyValue[] => [
    { ...start, value: toFineness(start.channelId, start.value + dxPx * PER_PX[unit]) },
  ];
  const drag = usePointerDrag<KeyValue>({
    onMove: (start, { dxPx }) => dispatch(previewEdit({ operation: 'setKeys', args: [frame, valuesAt(start, dxPx)] })),
    onEnd: (start, { dxPx }) => {
      dispatch(previewEdit(null));
      change(valuesAt(start, dxPx), frame);
    },
    onCancel: () => dispatch(previewEdit(null)),
  });
  return (
    <span
      title="Drag sideways to change"
      className="figures block cursor-ew-resize touch-none rounded-sm px-1 select-none hover:bg-shade"
      onPointerDown={(event) => drag(event, value)}
    >
      {units.label(value.channelId)}
    </span>
  );
}

interface KeyStepProps {
  to: number | undefined;
  way: 'before' | 'after';
  label: string;
  onGo: (frame: number) => void;
}

const KeyStep = memo(function KeyStep({ to, way, label, onGo }: KeyStepProps) {
  const none = to === undefined;
  return (
    <Tip says={none ? 'No key on this side.' : `To frame ${to}`}>
      <button
        type="button"
        aria-label={label}
        aria-disabled={none}
        onClick={() => !none && onGo(to)}
        className={clsx(
          'inline-flex h-5 min-w-6 items-center justify-center rounded-sm align-middle',
          none ? 'cursor-default opacity-50' : 'hover:bg-shade hover:text-ink',
        )}
      >
        {way === 'before' && <ChevronLeft size={13} />}
        {to ?? '–'}
        {way === 'after' && <ChevronRight size={13} />}
      </button>
    </Tip>
  );
});
