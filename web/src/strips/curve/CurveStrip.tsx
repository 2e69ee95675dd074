import { type Channel, CHANNELS, findChannel, findSubject, type MotionDocument } from '@undulan/core';
import { clsx } from 'clsx';
import { useMemo } from 'react';
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
import { StripCanvas, ValueAxis } from '../kit/index.ts';
import { changedCurves } from './changed-curve.ts';
import { curveScales, type CurveScaling, type FittedScale } from './curve-scales.ts';
import { CurveKeys } from './CurveKeys.tsx';
import { CurveLegend } from './CurveLegend.tsx';
import { OutsideGrips } from './OutsideGrips.tsx';
import { paintCurves, type PaintedCurve, RING_PX } from './paint-curve.ts';
import { WobbleBand } from './WobbleBand.tsx';

const TAKE_DASH = '6 4';
/** How curves look: the one worked on, the other channels', the target's. */
const OWN = { opacity: 1, widthPx: 2, ringPx: RING_PX.own };
const OTHER = { opacity: 0.6, widthPx: 1.4, ringPx: RING_PX.other };
const TARGET = { colour: 'var(--target)', dash: '', opacity: 1, widthPx: 2, ringPx: null, selected: [] };
/** How far from its place a key is taken hold of. */
const OWN_REACH_PX = 12;
const OTHER_REACH_PX = 8;

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
  const selectedOf = (channel: Channel): number[] =>
    shownKeys.filter((key) => key.channelId === channel.id && key.subjectId === subject.id).map((key) => key.frame);
  const beneath = others.map((channel): PaintedCurve => ({
    channel,
    values: fittedTo(channel).values,
    ...CHANNEL_LOOKS[channel.id],
    ...OTHER,
    selected: selectedOf(channel),
  }));
  if (targetChannel) beneath.unshift({ channel: targetChannel, values: own.values, ...TARGET });
  const colour = tone === 'take' ? 'var(--take)' : 'var(--target)';
  const worked: PaintedCurve = {
    channel: active,
    values: own.values,
    ...OWN,
    colour,
    dash: tone === 'take' ? TAKE_DASH : '',
    dotted: range,
    selected: selectedOf(active),
  };
  const settledOf = ({ id }: Channel): Channel | undefined => settledSubject?.channels.find((other) => other.id === id);
  return (
    <Strip
      title="Curve"
      label={<CurveLegend hidden={hidden} onHidden={setHidden} scaling={scaling} onScaling={setScaling} />}
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
        <StripCanvas
          heightPx={heightPx}
          painting={{ curves: beneath, scale }}
          paint={paintCurves}
          differ={changedCurves}
        />
        <StripCanvas
          heightPx={heightPx}
          painting={{ curves: [worked], scale }}
          paint={paintCurves}
          differ={changedCurves}
        />
        <svg
          width={scale.widthPx}
          height={heightPx}
          className="relative block touch-none"
          onPointerDown={() => dispatch(keysSelected({ keys: [] }))}
        >
          {[...others, active].map((channel) => {
            const settled = settledOf(channel);
            return (
              settled && (
                <CurveKeys
                  key={channel.id}
                  subjectId={subject.id}
                  channel={settled}
                  values={fittedTo(channel).values}
                  reachPx={channel === active ? OWN_REACH_PX : OTHER_REACH_PX}
                />
              )
            );
          })}
          <WobbleBand channel={active} values={own.values} colour={colour} />
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
