import { memo, useMemo } from 'react';
import { CHANNELS, findChannel, findSubject, type Channel, type MotionDocument } from '@undulan/core';
import { useAppDispatch, useAppSelector } from '../app/store.ts';
import { keysSelected, selectActiveChannel, selectKeyedChannels, selectMotion, selectSubject } from '../editing/index.ts';
import { CHANNEL_LOOKS, CurveLine, curvePath, Strip, useClock, useTimeScale, useValueUnits, ValueAxis, type ValueScale } from '../time-page/index.ts';
import { Empty, useSize, useStored } from '../ui/index.ts';
import { CurveKeys } from './CurveKeys.tsx';
import { CurveLegend } from './CurveLegend.tsx';
import { curveScales, type CurveScaling } from './curve-scales.ts';
import { OutsideGrips } from './OutsideGrips.tsx';
import { WobbleBand } from './WobbleBand.tsx';

interface CurveStripProps {
  /** Whose the edited motion is: a learner's take or the target itself. */
  tone: 'take' | 'target';
  /** The target to lie beneath, while it may be seen and is shown. */
  target: MotionDocument | null;
}

/** The value curves of the shown channels with their keys and handles to drag; the active one in the tone of its motion, over the target's. */
export function CurveStrip({ tone, target }: CurveStripProps) {
  const dispatch = useAppDispatch();
  const subject = useAppSelector(selectSubject);
  const keyed = useAppSelector(selectKeyedChannels);
  const active = useAppSelector(selectActiveChannel);
  const settled = useAppSelector(selectMotion);
  const units = useValueUnits();
  const scale = useTimeScale();
  const { range } = useClock();
  const [measure, size] = useSize();
  const [hidden, setHidden] = useStored<Channel['id'][]>('curve-hidden', []);
  const [scaling, setScaling] = useStored<CurveScaling>('curve-scaling', 'shared');
  const heightPx = Math.max(40, size?.heightPx ?? 200);

  const targetSubject = target && subject ? findSubject(target, subject.id) : undefined;
  const targetChannel = active && targetSubject ? findChannel(targetSubject, active.id) : undefined;
  const settledSubject = settled && subject ? findSubject(settled, subject.id) : undefined;
  const others = keyed.filter((channel) => channel.id !== active?.id && !hidden.includes(channel.id) && !CHANNELS[channel.id].blend);

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
  const fallback = curveScales([active], [], scaling, range, heightPx).get(active.id)!;
  const scaleOf = (channel: Channel): ValueScale => (scales.get(channel.id) ?? fallback).values;
  const own = scales.get(active.id) ?? fallback;
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
        <svg width={scale.widthPx} height={heightPx} className="block touch-none" onPointerDown={() => dispatch(keysSelected({ keys: [] }))}>
          <ValueAxis channel={active} values={own.values} heightPx={heightPx} shares={scaling === 'normalised' ? own : undefined} />
          {targetChannel && <CurveLine channel={targetChannel} values={own.values} tone="target" dotted={false} />}
          {others.map((channel) => (
            <g key={channel.id} opacity={0.6}>
              <OtherCurve channel={channel} values={scaleOf(channel)} />
              <CurveKeys subjectId={subject.id} channel={channel} values={scaleOf(channel)} colour={CHANNEL_LOOKS[channel.id].colour} small />
            </g>
          ))}
          <WobbleBand channel={active} values={own.values} colour={colour} />
          <CurveLine channel={active} values={own.values} tone={tone} dotted />
          <CurveKeys subjectId={subject.id} channel={active} values={own.values} colour={colour} />
          <OutsideGrips subjectId={subject.id} channel={active} values={own.values} colour={colour} />
        </svg>
        {active.keys.length === 0 && (
          <p className="pointer-events-none absolute inset-x-0 bottom-2 text-center text-sm text-faint">
            {CHANNELS[active.id].label} is never keyed: it rests at {units.format(active.id, active.resting)} {units.label(active.id)}.
          </p>
        )}
        {targetChannel && active.keys.length > 0 && (
          <p className="pointer-events-none absolute top-1 right-2 flex gap-3 text-[11px]">
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
  return <path className="pointer-events-none" d={curvePath(channel, scale, values.yOf)} fill="none" stroke={colour} strokeDasharray={dash} strokeWidth={1.4} />;
});
