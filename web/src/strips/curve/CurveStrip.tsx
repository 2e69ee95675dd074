import { type Channel, CHANNELS, findChannel, findSubject, type MotionDocument } from '@undulan/core';
import { clsx } from 'clsx';
import { memo, useMemo } from 'react';
import {
  keysSelected,
  selectActiveChannel,
  selectKeyedChannels,
  selectSettledSubject,
  selectShownKeys,
  selectSubject,
} from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { useClock, useTimeScale } from '../../time/index.ts';
import { Strip } from '../../time-page/index.ts';
import { Empty, useSize, useStored } from '../../ui/index.ts';
import { CHANNEL_LOOKS, useValueUnits } from '../../values/index.ts';
import { crowding, CurveLine, curvePath, ValueAxis, type ValueScale } from '../kit/index.ts';
import { curveScales, type CurveScaling, type FittedScale } from './curve-scales.ts';
import { CurveCanvas } from './CurveCanvas.tsx';
import { CurveKeys } from './CurveKeys.tsx';
import { CurveLegend } from './CurveLegend.tsx';
import { OutsideGrips } from './OutsideGrips.tsx';
import { type PaintedCurve, RING_PX } from './paint-curve.ts';
import { WobbleBand } from './WobbleBand.tsx';

interface CurveStripProps {
  /** Whose the edited motion is: a learner's take or the target itself. */
  tone: 'take' | 'target';
  /** The target to lie beneath, while it may be seen and is shown. */
  target: MotionDocument | null;
}

/**
 * The value curves of the shown channels with their keys and handles to drag; the active one in the tone of its motion,
 * over the target's.
 */
export function CurveStrip({ tone, target }: CurveStripProps) {
  const dispatch = useAppDispatch();
  const subject = useAppSelector(selectSubject);
  const keyed = useAppSelector(selectKeyedChannels);
  const active = useAppSelector(selectActiveChannel);
  const settledSubject = useAppSelector(selectSettledSubject);
  const shownKeys = useAppSelector(selectShownKeys);
  const units = useValueUnits();
  const scale = useTimeScale();
  const { range } = useClock();
  const [measure, size] = useSize();
  const [hidden, setHidden] = useStored<Channel['id'][]>('curve-hidden', []);
  const [scaling, setScaling] = useStored<CurveScaling>('curve-scaling', 'shared');
  const heightPx = Math.max(40, size?.heightPx ?? 200);

  const targetSubject = target && subject ? findSubject(target, subject.id) : undefined;
  const targetChannel = active && targetSubject ? findChannel(targetSubject, active.id) : undefined;
  const others = keyed.filter(
    (channel) => channel.id !== active?.id && !hidden.includes(channel.id) && !CHANNELS[channel.id].blend,
  );

  // Fitted to the settled motion, so that the scales stand still while something is dragged.
  const shownIds = [...others.map((channel) => channel.id), ...(active ? [active.id] : [])].join(' ');
  const scales = useMemo(() => {
    const channels = (settledSubject?.channels ?? []).filter((channel) => shownIds.split(' ').includes(channel.id));
    return curveScales(channels, targetChannel ? [targetChannel] : [], scaling, range, heightPx);
  }, [settledSubject, shownIds, targetChannel, scaling, range, heightPx]);

  if (!subject || !active) {
    return (
      <Strip title="Curve">
        <Empty title="No subject is selected">Click one in the picture: its curves are drawn here.</Empty>
      </Strip>
    );
  }
  const fittedTo = (channel: Channel): FittedScale =>
    scales.get(channel.id) ?? curveScales([channel], [], scaling, range, heightPx).get(channel.id)!;
  const own = fittedTo(active);
  const isCrowded = ({ keys }: Channel): boolean =>
    crowding(
      keys.map((key) => key.frame),
      scale,
    ) !== null;
  const selectedOf = (channel: Channel): number[] =>
    shownKeys.filter((key) => key.channelId === channel.id && key.subjectId === subject.id).map((key) => key.frame);
  const paintedBeneath = others.filter(isCrowded).map((channel): PaintedCurve => ({
    channel,
    values: fittedTo(channel).values,
    ...CHANNEL_LOOKS[channel.id],
    opacity: 0.4,
    selected: selectedOf(channel),
    ringPx: RING_PX.other,
  }));
  const isPainted = isCrowded(active);
  if (isPainted && targetChannel)
    paintedBeneath.unshift({
      channel: targetChannel,
      values: own.values,
      colour: 'var(--target)',
      dash: '',
      opacity: 1,
      selected: [],
      ringPx: null,
    });
  const choices = keyed.some((channel) => channel.id === active.id) ? keyed : [active, ...keyed];
  const colour = tone === 'take' ? 'var(--take)' : 'var(--target)';
  return (
    <Strip
      title="Curve"
      label={
        <CurveLegend
          subjectId={subject.id}
          channels={choices}
          active={active}
          hidden={hidden}
          onHidden={setHidden}
          scaling={scaling}
          onScaling={setScaling}
        />
      }
    >
      <div ref={measure} className="h-full">
        <svg width={scale.widthPx} height={heightPx} className="absolute top-0 left-0" aria-hidden="true">
          <ValueAxis
            channelId={active.id}
            values={own.values}
            heightPx={heightPx}
            shares={scaling === 'normalised' ? own : undefined}
          />
        </svg>
        {paintedBeneath.length > 0 && <CurveCanvas curves={paintedBeneath} heightPx={heightPx} />}
        {isPainted && (
          <CurveCanvas
            curves={[
              {
                channel: active,
                values: own.values,
                colour,
                dash: tone === 'take' ? '6 4' : '',
                opacity: 1,
                selected: selectedOf(active),
                ringPx: RING_PX.own,
              },
            ]}
            heightPx={heightPx}
          />
        )}
        <svg
          width={scale.widthPx}
          height={heightPx}
          className="relative block touch-none"
          onPointerDown={() => dispatch(keysSelected({ keys: [] }))}
        >
          {!isPainted && targetChannel && (
            <CurveLine channel={targetChannel} values={own.values} tone="target" dotted={false} />
          )}
          {others
            .filter((channel) => !isCrowded(channel))
            .map((channel) => (
              <g key={channel.id} opacity={0.6}>
                <OtherCurve channel={channel} values={fittedTo(channel).values} />
                <CurveKeys
                  subjectId={subject.id}
                  channel={channel}
                  values={fittedTo(channel).values}
                  colour={CHANNEL_LOOKS[channel.id].colour}
                  small
                />
              </g>
            ))}
          <WobbleBand channel={active} values={own.values} colour={colour} />
          {!isPainted && <CurveLine channel={active} values={own.values} tone={tone} dotted />}
          <CurveKeys subjectId={subject.id} channel={active} values={own.values} colour={colour} />
          <OutsideGrips subjectId={subject.id} channel={active} values={own.values} colour={colour} />
        </svg>
        {active.keys.length === 0 && (
          <p className="pointer-events-none absolute inset-x-0 bottom-2 text-center text-sm text-faint">
            {CHANNELS[active.id].label} is never keyed: it rests at {units.format(active.id, active.resting)}{' '}
            {units.label(active.id)}.
          </p>
        )}
        {targetChannel && active.keys.length > 0 && (
          <p
            className={clsx(
              'pointer-events-none absolute top-0.5 right-2 flex gap-3 rounded-sm bg-paper/85 px-1',
              'text-[11px]',
            )}
          >
            <span className="text-target">━ target</span>
            <span className="text-take-ink">╍ yours</span>
          </p>
        )}
      </div>
    </Strip>
  );
}

/** The curve of a channel that is not the one worked on, by its own pattern; drawn anew only when it changes. */
const OtherCurve = memo(function OtherCurve({ channel, values }: { channel: Channel; values: ValueScale }) {
  const scale = useTimeScale();
  const { colour, dash } = CHANNEL_LOOKS[channel.id];
  return (
    <path
      className="pointer-events-none"
      d={curvePath(channel, scale, values.yOf)}
      fill="none"
      stroke={colour}
      strokeDasharray={dash}
      strokeWidth={1.4}
    />
  );
});
