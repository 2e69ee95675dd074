import { type ChannelId, CHANNELS, findChannel, type Subject } from '@undulan/core';
import { useState } from 'react';
import { type TimeScale, useClock, useTimeScale } from '../../time/index.ts';
import { Strip } from '../../time-page/index.ts';
import { Empty, Select, useSize } from '../../ui/index.ts';
import { LEAST_SPAN } from '../../values/index.ts';
import {
  type Columns,
  createValueScale,
  type CurveLook,
  frameValues,
  paintCurveLine,
  ringPainter,
  StripCanvas,
  ValueAxis,
} from '../kit/index.ts';

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
  const ownPerRuler = toTake(1) - toTake(0);
  const toRuler = (frame: number): number => (frame - toTake(0)) / ownPerRuler;

  const curves: ComparedCurve[] = [
    ...(targetChannel ? [{ channel: targetChannel, values, ...LOOKS.target, dotted: range, keyXOf: scale.xOf }] : []),
    ...(takeChannel
      ? [
          {
            channel: takeChannel,
            values,
            ...LOOKS.take,
            dotted: range,
            toOwn: toTake,
            keyXOf: (frame: number) => scale.xOf(toRuler(frame)),
          },
        ]
      : []),
  ];
  return (
    <Strip
      title="Curve"
      label={
        channelIds.length < 2 ? (
          `${CHANNELS[id].label}, ${unit}`
        ) : (
          <Select
            aria-label="Channel of the curve"
            value={id}
            onChoose={setChosen}
            size="strip"
            className="max-w-full"
            choices={channelIds.map((channelId) => ({ id: channelId, label: CHANNELS[channelId].label }))}
          />
        )
      }
    >
      <div ref={measure} className="h-full">
        <svg width={scale.widthPx} height={heightPx} className="absolute top-0 left-0" aria-hidden="true">
          <ValueAxis channelId={axis.id} values={values} heightPx={heightPx} />
        </svg>
        <div
          role="img"
          aria-label={`${CHANNELS[id].label} of ${targetChannel ? 'target and take' : 'the take'}`}
          className="h-full"
        >
          <StripCanvas heightPx={heightPx} painting={{ curves, scale }} paint={paintCompared} />
        </div>
      </div>
    </Strip>
  );
}

interface ComparedCurve extends CurveLook {
  /** Where a key on a frame of its own lies. */
  keyXOf: (frame: number) => number;
}

const LOOKS = {
  target: { colour: 'var(--target)', dash: '', opacity: 1, widthPx: 2 },
  take: { colour: 'var(--take)', dash: '6 4', opacity: 1, widthPx: 2 },
};
const RING_PX = 4.5;

interface ComparedPainting {
  curves: readonly ComparedCurve[];
  scale: TimeScale;
}

function paintCompared(context: CanvasRenderingContext2D, { curves, scale }: ComparedPainting, columns: Columns): void {
  for (const curve of curves) paintCurveLine(context, curve, scale, columns);
  for (const { channel, values, colour, keyXOf } of curves) {
    const paintRing = ringPainter(context, colour, RING_PX, 2);
    for (const { frame, value } of channel.keys) paintRing(keyXOf(frame), values.yOf(value), false);
  }
}
