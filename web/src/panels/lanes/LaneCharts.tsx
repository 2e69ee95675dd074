import { type LaneChart as Kind, mainMovement, type MotionDocument, timingChartAt, withUnit } from '@undulan/core';
import { memo, useCallback, useMemo, useRef } from 'react';
import { formatFrames, useOnFrame, useRestingFrame } from '../../time/index.ts';
import { laneGradient, laneLine } from './lane-curves.ts';
import { type LaneMark } from './lane-look.ts';

const WIDTH = 340;
const HEIGHT = 54;
const END = 16;

export interface LaneChartProps {
  motion: MotionDocument;
  name: string;
  mark: LaneMark;
  frameOf: (frame: number) => number;
}

/** The chart beside a lane, as the board has it. */
export function LaneChart({ kind, ...lane }: LaneChartProps & { kind: Kind }) {
  if (kind === 'timing') return <TimingLine {...lane} />;
  if (kind === 'gradient') return <GradientBand {...lane} />;
  return <LineChart kind={kind} {...lane} />;
}

const Nothing = () => <p className="py-4 text-sm text-faint">Nothing moves in this lane.</p>;

/** The timing chart of the stretch that the playhead is in: a tick a drawing, extremes ringed. */
const TimingLine = memo(function TimingLine({ motion, name, mark, frameOf }: LaneChartProps) {
  const frame = frameOf(useRestingFrame());
  const chart = useMemo(() => {
    const moved = mainMovement(motion);
    return moved && timingChartAt(motion, moved.subject, moved.track, frame, { closing: true });
  }, [motion, frame]);
  if (!chart) return <Nothing />;
  const { marks } = chart;
  const low = Math.min(0, ...marks.map(({ progress }) => progress));
  const high = Math.max(1, ...marks.map(({ progress }) => progress));
  const x = (progress: number): number => END + ((WIDTH - 2 * END) * (progress - low)) / (high - low);
  const ends = marks.filter(({ role }) => role === 'extreme');
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={`Timing chart of ${name}, ${formatFrames(chart.firstFrame)} to ${formatFrames(chart.lastFrame)}`}
      className="block w-full"
    >
      <line
        x1={x(low)}
        x2={x(high)}
        y1={26}
        y2={26}
        stroke={mark.colour}
        strokeWidth={1.8}
        strokeDasharray={mark.dash}
      />
      {marks
        .filter(({ role }) => role !== 'extreme')
        .map(({ frame: at, progress, role }) => (
          <line
            key={at}
            x1={x(progress)}
            x2={x(progress)}
            y1={16}
            y2={36}
            stroke={mark.colour}
            strokeWidth={role === 'breakdown' ? 2.6 : 1.6}
          />
        ))}
      {ends.map(({ frame: at, progress }) => (
        <g key={at}>
          <circle cx={x(progress)} cy={26} r={13} fill="var(--page)" stroke={mark.colour} strokeWidth={2.2} />
          <text
            x={x(progress)}
            y={30}
            textAnchor="middle"
            fontSize={12}
            fontWeight={600}
            className="figures"
            fill={mark.colour}
          >
            {formatFrames(at)}
          </text>
        </g>
      ))}
    </svg>
  );
});

function useFollowing(place: (frame: number) => number) {
  const line = useRef<SVGLineElement>(null);
  useOnFrame(
    useCallback(
      (frame) => {
        const x = String(place(frame));
        line.current?.setAttribute('x1', x);
        line.current?.setAttribute('x2', x);
      },
      [place],
    ),
  );
  return <line ref={line} y1={0} y2={HEIGHT} stroke="var(--ink)" strokeWidth={1.2} aria-hidden="true" />;
}

/** Value or speed over the lane's time. */
const LineChart = memo(function LineChart({
  kind,
  motion,
  name,
  mark,
  frameOf,
}: LaneChartProps & { kind: 'curve' | 'speed' }) {
  const line = useMemo(() => laneLine(motion, kind), [motion, kind]);
  const { first, last } = motion.range;
  const x = useCallback(
    (frame: number): number => END + ((WIDTH - 2 * END) * (frame - first)) / Math.max(1, last - first),
    [first, last],
  );
  const playhead = useFollowing(useCallback((frame) => x(frameOf(frame)), [x, frameOf]));
  if (!line) return <Nothing />;
  const y = (value: number): number => 50 - (42 * (value - line.low)) / Math.max(line.high - line.low, 1e-9);
  const path = line.points.map(
    ({ frame, value }, i) => `${i === 0 ? 'M' : 'L'}${x(frame).toFixed(1)} ${y(value).toFixed(1)}`,
  );
  const to = withUnit(Math.round(line.high), line.unit);
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={`${line.label} of ${name}, from ${Math.round(line.low)} to ${to}`}
      className="block w-full"
    >
      <line x1={END} x2={WIDTH - END} y1={50} y2={50} stroke="var(--rule)" />
      {line.keys
        .filter((frame) => frame >= first && frame <= last)
        .map((frame) => (
          <line key={frame} x1={x(frame)} x2={x(frame)} y1={50} y2={56} stroke={mark.colour} strokeWidth={2} />
        ))}
      <path d={path.join('')} fill="none" stroke={mark.colour} strokeWidth={2.2} strokeDasharray={mark.dash} />
      {playhead}
    </svg>
  );
});

/** Time as a band of value, keys as stops on it: near stops change fast. */
const GradientBand = memo(function GradientBand({ motion, name, mark, frameOf }: LaneChartProps) {
  const gradient = useMemo(() => laneGradient(motion), [motion]);
  const { first, last } = motion.range;
  const x = useCallback((at: number): number => END + (WIDTH - 2 * END) * at, []);
  const playhead = useFollowing(
    useCallback((frame) => x((frameOf(frame) - first) / Math.max(1, last - first)), [x, frameOf, first, last]),
  );
  if (!gradient) return <Nothing />;
  const width = (WIDTH - 2 * END) / gradient.stops.length;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={`${gradient.says} of ${name} as a band over its time`}
      className="block w-full"
    >
      {gradient.stops.map(({ colour }, i) => (
        <rect key={i} x={END + i * width} y={6} width={width + 0.6} height={34} fill={colour} />
      ))}
      <rect x={END} y={6} width={WIDTH - 2 * END} height={34} fill="none" stroke="var(--rule)" />
      {gradient.keys
        .filter((at) => at >= 0 && at <= 1)
        .map((at) => (
          <path key={at} d={`M${x(at)} 41l5 9h-10z`} fill={mark.colour} />
        ))}
      {playhead}
    </svg>
  );
});
