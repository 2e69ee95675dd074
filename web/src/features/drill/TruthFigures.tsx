import type { FrameRange } from '@undulan/core';

const WIDTH = 720;
const END = 20;

interface RulerFigureProps {
  range: FrameRange;
  truth: number;
  said: number;
}

/** The frames of a move with what is so, ringed and solid, and what was tapped, dashed. */
export function RulerFigure({ range: { first, last }, truth, said }: RulerFigureProps) {
  const x = (frame: number): number => END + ((WIDTH - 2 * END) * (frame - first)) / Math.max(1, last - first);
  const frames = Array.from({ length: last - first + 1 }, (_, i) => first + i);
  return (
    <svg
      viewBox={`0 0 ${WIDTH} 64`}
      role="img"
      aria-label={`It lands on frame ${truth}, tapped on ${said}`}
      className="block w-full"
    >
      <line x1={x(first)} x2={x(last)} y1={32} y2={32} stroke="var(--rule)" />
      {frames.map((frame) => (
        <line key={frame} x1={x(frame)} x2={x(frame)} y1={28} y2={36} stroke="var(--faint)" />
      ))}
      <line x1={x(truth)} x2={x(truth)} y1={16} y2={32} stroke="var(--target)" strokeWidth={3} />
      <text x={x(truth)} y={12} textAnchor="middle" fontSize={12} className="figures" fill="var(--target)">
        {truth}
      </text>
      <line x1={x(said)} x2={x(said)} y1={32} y2={48} stroke="var(--take)" strokeWidth={3} strokeDasharray="4 3" />
      <text x={x(said)} y={60} textAnchor="middle" fontSize={12} className="figures" fill="var(--take-ink)">
        {said}
      </text>
    </svg>
  );
}

interface RailFigureProps {
  label: string;
  ticks: readonly number[];
  tone: 'target' | 'take';
}

/** Drawings between two extremes, as shares of the way. */
export function RailFigure({ label, ticks, tone }: RailFigureProps) {
  const colour = tone === 'target' ? 'var(--target)' : 'var(--take)';
  const width = WIDTH / 2;
  const x = (share: number): number => END + (width - 2 * END) * share;
  const says = ticks.map((tick) => `${Math.round(tick * 100)} %`).join(', ');
  return (
    <figure>
      <figcaption className="text-xs text-faint">{label}</figcaption>
      <svg viewBox={`0 0 ${width} 44`} role="img" aria-label={`${label}: ${says}`} className="block w-full">
        <line
          x1={x(0)}
          x2={x(1)}
          y1={22}
          y2={22}
          stroke={colour}
          strokeWidth={1.8}
          strokeDasharray={tone === 'take' ? '6 4' : undefined}
        />
        {ticks.map((tick, i) => (
          <line key={i} x1={x(tick)} x2={x(tick)} y1={11} y2={33} stroke={colour} strokeWidth={2} />
        ))}
        {[0, 1].map((share) => (
          <circle key={share} cx={x(share)} cy={22} r={11} fill="var(--page)" stroke={colour} strokeWidth={2} />
        ))}
      </svg>
    </figure>
  );
}
