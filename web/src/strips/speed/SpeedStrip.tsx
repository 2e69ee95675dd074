import { type ChannelId, CHANNELS, findChannel } from '@undulan/core';
import { type ReactNode, useMemo } from 'react';
import { shallowEqual } from 'react-redux';
import { keysSelected, selectShownKeys, selectSubject } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { useClock, useTimeScale } from '../../time/index.ts';
import { Strip } from '../../time-page/index.ts';
import { Empty, useSize, useStored } from '../../ui/index.ts';
import { LEAST_SPAN } from '../../values/index.ts';
import { createValueScale, curvePath, StripCanvas, type ValueScale } from '../kit/index.ts';
import { changedSpeed, paintSpeed, type SpeedPainting } from './paint-speed.ts';
import { figuresOf, knobsOf } from './speed-figures.ts';
import { SpeedKnobs } from './SpeedKnobs.tsx';
import { SpeedLabel } from './SpeedLabel.tsx';
import { type SettledSpeed, useSettledSpeed, useShownLine } from './use-speed-line.ts';

/**
 * The speed of the chosen channel, or of its track along its way, with the speed each key leaves and arrives at to
 * drag: what the value curve does follows at once.
 */
export function SpeedStrip() {
  const { speed, activeId, of, setOf } = useSettledSpeed();
  const [measure, size] = useSize();
  const [overValue, setOverValue] = useStored('speed-over-value', false);
  const heightPx = Math.max(48, size?.heightPx ?? 120);
  // Fitted to the settled motion, so that the scale stands still while something is dragged.
  const values = useMemo(
    () => createValueScale([0, ...(speed?.line.pieces.flat().map((point) => point.speed) ?? [])], heightPx, false, 1),
    [speed, heightPx],
  );
  if (!speed) {
    return (
      <Strip title="Speed">
        <div className="py-3">
          <Empty title="No speed to show">
            {activeId ? `${CHANNELS[activeId].label} needs two keys.` : 'No channel is chosen.'}
          </Empty>
        </div>
      </Strip>
    );
  }
  const label = <SpeedLabel speed={speed} of={of} onOf={setOf} overValue={overValue} onOverValue={setOverValue} />;
  return (
    <Strip title="Speed" label={label}>
      <div ref={measure} className="h-full">
        <Ground values={values} heightPx={heightPx}>
          {overValue && of !== 'way' && <ValueBeneath channelId={speed.activeId} heightPx={heightPx} />}
        </Ground>
        <SpeedCanvas speed={speed} values={values} heightPx={heightPx} />
        <Knobs speed={speed} values={values} heightPx={heightPx} />
      </div>
    </Strip>
  );
}

interface SpeedLayerProps {
  speed: SettledSpeed;
  values: ValueScale;
  heightPx: number;
}

/** What the speed lies over: no speed at all, and on request the values. */
function Ground({ values, heightPx, children }: Omit<SpeedLayerProps, 'speed'> & { children: ReactNode }) {
  const { widthPx } = useTimeScale();
  const y = values.yOf(0);
  return (
    <svg width={widthPx} height={heightPx} className="absolute top-0 left-0" aria-hidden="true">
      <line x1={0} x2={widthPx} y1={y} y2={y} stroke="var(--rule)" />
      <text x={0} y={y - 3} fontSize={10} className="figures" fill="var(--faint)">
        0
      </text>
      {children}
    </svg>
  );
}

/** The value curve of the chosen channel, on a scale of its own. */
function ValueBeneath({ channelId, heightPx }: { channelId: ChannelId; heightPx: number }) {
  const scale = useTimeScale();
  const channel = useAppSelector((state) => {
    const subject = selectSubject(state);
    return subject ? findChannel(subject, channelId) : undefined;
  });
  const path = useMemo(() => {
    if (!channel) return '';
    const { pointsDown, unit } = CHANNELS[channel.id];
    const keyed = channel.keys.map((key) => key.value);
    return curvePath(channel, scale, createValueScale(keyed, heightPx, pointsDown ?? false, LEAST_SPAN[unit]).yOf);
  }, [channel, scale, heightPx]);
  return (
    <path
      d={path}
      fill="none"
      stroke="var(--faint)"
      strokeWidth={1.2}
      strokeDasharray="3 3"
      data-testid="value-beneath"
    />
  );
}

const channelsOf = ({ along, activeId }: SettledSpeed): readonly ChannelId[] => along?.channelIds ?? [activeId];

/** The speed as it is shown: with the gesture under way. */
function SpeedCanvas({ speed, values, heightPx }: SpeedLayerProps) {
  const scale = useTimeScale();
  const { rate } = useClock();
  const line = useShownLine(speed);
  const selected = useAppSelector(
    (state) => [
      ...new Set(
        selectShownKeys(state)
          .filter((key) => key.subjectId === speed.subject.id && channelsOf(speed).includes(key.channelId))
          .map((key) => key.frame),
      ),
    ],
    shallowEqual,
  );
  const painting = useMemo(
    (): SpeedPainting => ({
      pieces: line.pieces,
      keyFrames: line.keyFrames,
      knobs: knobsOf(line),
      jumps: figuresOf(line, rate).jumps,
      selected,
      values,
      heightPx,
      scale,
    }),
    [line, rate, selected, values, heightPx, scale],
  );
  return <StripCanvas heightPx={heightPx} painting={painting} paint={paintSpeed} differ={changedSpeed} />;
}

function Knobs({ speed, values, heightPx }: SpeedLayerProps) {
  const dispatch = useAppDispatch();
  const { widthPx } = useTimeScale();
  return (
    <svg
      width={widthPx}
      height={heightPx}
      className="relative block touch-none"
      onPointerDown={() => dispatch(keysSelected({ keys: [] }))}
    >
      <SpeedKnobs speed={speed} channelIds={channelsOf(speed)} values={values} />
    </svg>
  );
}
