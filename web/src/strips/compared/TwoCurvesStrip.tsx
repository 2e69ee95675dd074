import { type Channel, type ChannelId, CHANNELS, findChannel, type Subject } from '@undulan/core';
import { useState } from 'react';
import { useClock, useTimeScale } from '../../time/index.ts';
import { Strip } from '../../time-page/index.ts';
import { Empty, useSize } from '../../ui/index.ts';
import { LEAST_SPAN } from '../../values/index.ts';
import { createValueScale, CurveLine, frameValues, ValueAxis } from '../kit/index.ts';

interface TwoCurvesStripProps {
  channelIds: readonly ChannelId[];
  /** Null where the target may not be seen. */
  target: Subject | null | undefined;
  take: Subject | undefined;
  toTake: (frame: number) => number;
}

/** The value curves of target and take over one another: solid teal and dashed vermilion, a dot a frame. */
export function TwoCurvesStrip({ channelIds, target, take, toTake }: TwoCurvesStripProps) {
  const scale = useTimeScale();
  const { range } = useClock();
  const [measure, size] = useSize();
  const [chosen, setChosen] = useState<ChannelId | null>(null);
  const heightPx = Math.max(40, size?.heightPx ?? 160);
  const id = channelIds.find((channelId) => channelId === chosen) ?? channelIds[0];
  const targetChannel = id && target ? findChannel(target, id) : undefined;
  const takeChannel = id && take ? findChannel(take, id) : undefined;
  const axis = targetChannel ?? takeChannel;
  if (!id || !axis) {
    return (
      <Strip title="Curve">
        <Empty title="Nothing moves" />
      </Strip>
    );
  }
  const { unit, pointsDown } = CHANNELS[id];
  const values = createValueScale(
    [
      ...(targetChannel ? frameValues(targetChannel, range.first, range.last) : []),
      ...(takeChannel ? frameValues(takeChannel, range.first, range.last, toTake) : []),
    ],
    heightPx,
    pointsDown ?? false,
    LEAST_SPAN[unit],
  );
  const keyDots = (channel: Channel, colour: string, toRuler: (frame: number) => number) =>
    channel.keys.map((key) => (
      <circle
        key={key.frame}
        cx={scale.xOf(toRuler(key.frame))}
        cy={values.yOf(key.value)}
        r={4.5}
        fill="var(--page)"
        stroke={colour}
        strokeWidth={2}
      />
    ));
  const ownPerRuler = toTake(1) - toTake(0);
  const toRuler = (frame: number): number => (frame - toTake(0)) / ownPerRuler;

  return (
    <Strip
      title="Curve"
      label={
        channelIds.length < 2 ? (
          `${CHANNELS[id].label}, ${unit}`
        ) : (
          <select
            aria-label="Channel of the curve"
            value={id}
            onChange={(event) => setChosen(event.target.value as ChannelId)}
            className="h-6 max-w-full rounded-md border border-rule bg-page text-xs"
          >
            {channelIds.map((channelId) => (
              <option key={channelId} value={channelId}>
                {CHANNELS[channelId].label}
              </option>
            ))}
          </select>
        )
      }
    >
      <div ref={measure} className="h-full">
        <svg
          width={scale.widthPx}
          height={heightPx}
          className="block"
          role="img"
          aria-label={`${CHANNELS[id].label} of ${targetChannel ? 'target and take' : 'the take'}`}
        >
          <ValueAxis channelId={axis.id} values={values} heightPx={heightPx} />
          {targetChannel && <CurveLine channel={targetChannel} values={values} tone="target" dotted />}
          {takeChannel && <CurveLine channel={takeChannel} values={values} tone="take" dotted toOwn={toTake} />}
          {targetChannel && keyDots(targetChannel, 'var(--target)', (frame) => frame)}
          {takeChannel && keyDots(takeChannel, 'var(--take)', toRuler)}
        </svg>
      </div>
    </Strip>
  );
}
