import { useMemo } from 'react';
import { CHANNELS, findChannel, findSubject, type Channel, type ChannelKind, type MotionDocument } from '@undulan/core';
import { useAppDispatch, useAppSelector } from '../app/store.ts';
import { channelSelected, keysSelected, selectActiveChannel, selectKeyedChannels, selectMotion, selectSubject } from '../editing/index.ts';
import { Empty, useSize } from '../ui/index.ts';
import { CHANNEL_LOOKS, formatValue } from './channel-looks.ts';
import { useClock } from './clock-context.tsx';
import { CurveKeys } from './CurveKeys.tsx';
import { createValueScale, curvePath, frameValues, type ValueScale } from './curve-path.ts';
import { Strip } from './Strip.tsx';
import { useTimeScale } from './time-scale-context.tsx';

/** A still motion is drawn as if it spanned this much, in the channel's unit. */
export const LEAST_SPAN: Record<ChannelKind['unit'], number> = { px: 20, '°': 10, '×': 0.2, '%': 10, share: 0.1, 'no.': 1, colour: 1 };

interface CurveStripProps {
  /** Whose the edited motion is: a learner's take or the target itself. */
  tone: 'take' | 'target';
  /** The target to lie beneath, while it may be seen and is shown. */
  target: MotionDocument | null;
}

/** The value curve of the active channel, with its keys and handles to drag; the subject's other channels of its unit fainter. */
export function CurveStrip({ tone, target }: CurveStripProps) {
  const dispatch = useAppDispatch();
  const subject = useAppSelector(selectSubject);
  const keyed = useAppSelector(selectKeyedChannels);
  const active = useAppSelector(selectActiveChannel);
  const settled = useAppSelector(selectMotion);
  const scale = useTimeScale();
  const clock = useClock();
  const [measure, size] = useSize();
  const heightPx = Math.max(40, size?.heightPx ?? 200);
  const { first, last } = clock.range;

  const targetSubject = target && subject ? findSubject(target, subject.id) : undefined;
  const targetChannel = active && targetSubject ? findChannel(targetSubject, active.id) : undefined;
  const settledSubject = settled && subject ? findSubject(settled, subject.id) : undefined;
  const settledChannel = active && settledSubject ? findChannel(settledSubject, active.id) : undefined;

  // Fitted to the settled motion, so that the scale stands still while something is dragged.
  const values = useMemo((): ValueScale => {
    const fitted = [settledChannel, targetChannel].filter((channel) => channel !== undefined);
    const { unit, pointsDown } = CHANNELS[active?.id ?? 'position.x'];
    return createValueScale(
      fitted.flatMap((channel) => [...frameValues(channel, first, last), ...channel.keys.map((key) => key.value)]),
      heightPx,
      pointsDown ?? false,
      LEAST_SPAN[unit],
    );
  }, [settledChannel, targetChannel, active?.id, first, last, heightPx]);

  if (!subject || !active) {
    return (
      <Strip title="Curve">
        <Empty title="No subject is selected" />
      </Strip>
    );
  }
  const choices = keyed.some((channel) => channel.id === active.id) ? keyed : [active, ...keyed];
  return (
    <Strip title="Curve" label={<ChannelChoice channels={choices} active={active} onChoose={(id) => dispatch(channelSelected(id))} />}>
      <div ref={measure} className="h-full">
        <svg width={scale.widthPx} height={heightPx} className="block touch-none" onPointerDown={() => dispatch(keysSelected({ keys: [] }))}>
          <ValueAxis channel={active} values={values} heightPx={heightPx} />
          {targetChannel && <CurveLine channel={targetChannel} values={values} tone="target" dotted={false} />}
          {keyed
            .filter((channel) => channel.id !== active.id && CHANNELS[channel.id].unit === CHANNELS[active.id].unit && CHANNELS[channel.id].pointsDown === CHANNELS[active.id].pointsDown)
            .map((channel) => (
              <path key={channel.id} d={curvePath(channel, scale, values.yOf)} fill="none" stroke={CHANNEL_LOOKS[channel.id].colour} strokeDasharray={CHANNEL_LOOKS[channel.id].dash} opacity={0.35} />
            ))}
          <CurveLine channel={active} values={values} tone={tone} dotted />
          <CurveKeys subject={subject} channel={active} values={values} tone={tone} />
        </svg>
        {active.keys.length === 0 && (
          <p className="pointer-events-none absolute inset-x-0 bottom-2 text-center text-sm text-faint">
            {CHANNELS[active.id].label} is never keyed: it rests at {formatValue(active.id, active.resting)} {CHANNELS[active.id].unit}.
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

function ChannelChoice({ channels, active, onChoose }: { channels: Channel[]; active: Channel; onChoose: (id: Channel['id']) => void }) {
  return (
    <div role="radiogroup" aria-label="Channel of the curve" className="mt-0.5 flex flex-col items-start">
      {channels.map(({ id }) => (
        <button
          key={id}
          type="button"
          role="radio"
          aria-checked={id === active.id}
          onClick={() => onChoose(id)}
          className={`rounded-sm py-px text-left text-xs ${id === active.id ? 'font-semibold text-ink' : 'hover:text-ink hover:underline'}`}
        >
          {CHANNELS[id].label}, {CHANNELS[id].unit}
        </button>
      ))}
    </div>
  );
}

/** One value curve with a dot on each frame; the target solid teal, the take dashed vermilion. */
export function CurveLine({ channel, values, tone, dotted, toOwn }: { channel: Channel; values: ValueScale; tone: 'take' | 'target'; dotted: boolean; toOwn?: (frame: number) => number }) {
  const scale = useTimeScale();
  const { first, last } = useClock().range;
  const colour = tone === 'take' ? 'var(--take)' : 'var(--target)';
  const from = Math.max(first, Math.ceil(scale.frameAt(0)));
  return (
    <g className="pointer-events-none">
      <path d={curvePath(channel, scale, values.yOf, toOwn)} fill="none" stroke={colour} strokeWidth={2} strokeDasharray={tone === 'take' ? '6 4' : undefined} />
      {dotted &&
        scale.pxPerFrame >= 6 &&
        frameValues(channel, from, Math.min(last, Math.floor(scale.frameAt(scale.widthPx))), toOwn).map((value, i) => <circle key={from + i} cx={scale.xOf(from + i)} cy={values.yOf(value)} r={2} fill={colour} />)}
    </g>
  );
}

const AXIS_LINES = 6;

/** A few level lines with their values, at round figures. */
export function ValueAxis({ channel, values, heightPx }: { channel: Channel; values: ValueScale; heightPx: number }) {
  const scale = useTimeScale();
  const span = heightPx / Math.abs(values.pxPerUnit);
  const rough = span / AXIS_LINES;
  const power = 10 ** Math.floor(Math.log10(rough));
  const step = ([1, 2, 5, 10].find((round) => round * power >= rough) ?? 10) * power;
  const low = Math.min(values.valueAt(0), values.valueAt(heightPx));
  const levels = Array.from({ length: Math.floor(span / step) + 1 }, (_, i) => (Math.ceil(low / step) + i) * step);
  return (
    <g className="pointer-events-none">
      {levels.map((level) => (
        <g key={level}>
          <line x1={0} x2={scale.widthPx} y1={values.yOf(level)} y2={values.yOf(level)} stroke="var(--rule)" strokeWidth={0.8} />
          <text x={0} y={values.yOf(level) - 3} fontSize={10} className="figures" fill="var(--faint)">
            {formatValue(channel.id, level)}
          </text>
        </g>
      ))}
    </g>
  );
}
