import { type ChartMark, type TimingChart } from '@undulan/core';
import { ownShare } from '../../ui/index.ts';

interface LoomRingProps {
  charts: readonly TimingChart[];
  /** The way of each chart, in the track's unit. */
  lengths: readonly number[];
  sizePx: number;
  tone: 'take' | 'target';
}

const OUTER = 0.92;
const INNER = 0.58;

/**
 * A motion that comes back to its start, as a ring: time evenly spaced outside, clockwise from the top; where the
 * subject is on its round inside, a thread a drawing.
 */
export function LoomRing({ charts, lengths, sizePx, tone }: LoomRingProps) {
  const first = charts[0]!.firstFrame;
  const last = charts.at(-1)!.lastFrame;
  const whole = lengths.reduce((sum, length) => sum + Math.abs(length), 0);
  const colour = tone === 'take' ? 'var(--take)' : 'var(--target)';
  const half = sizePx / 2;
  const place = (share: number, radius: number): { x: number; y: number } => {
    const angle = share * 2 * Math.PI - Math.PI / 2;
    return { x: half + Math.cos(angle) * radius * half, y: half + Math.sin(angle) * radius * half };
  };
  let gone = 0;
  const drawings: { mark: ChartMark; round: number }[] = [];
  charts.forEach((chart, i) => {
    const length = Math.abs(lengths[i]!);
    for (const mark of chart.marks)
      if (mark.frame < last && !drawings.some((other) => other.mark.frame === mark.frame))
        drawings.push({ mark, round: (gone + mark.progress * length) / whole });
    gone += length;
  });
  return (
    <svg
      width={sizePx}
      height={sizePx}
      role="img"
      aria-label={`The loom as a ring: frames ${first} to ${last - 1}, then ${first} again`}
    >
      <circle cx={half} cy={half} r={OUTER * half} fill="none" stroke="var(--faint)" />
      <circle cx={half} cy={half} r={INNER * half} fill="none" stroke={colour} strokeWidth={1.6} />
      {drawings.map(({ mark, round }) => {
        const at = place((mark.frame - first) / (last - first), OUTER);
        const foot = place(round, INNER);
        const name = place((mark.frame - first) / (last - first), INNER * 0.7);
        return (
          <g key={mark.frame}>
            <title>{`Frame ${mark.frame}: ${ownShare(round)} of the round`}</title>
            <line
              x1={at.x}
              y1={at.y}
              x2={foot.x}
              y2={foot.y}
              stroke={colour}
              strokeWidth={mark.role === 'inbetween' ? 1 : 1.8}
              opacity={mark.role === 'inbetween' ? 0.75 : 1}
            />
            <circle
              cx={foot.x}
              cy={foot.y}
              r={mark.role === 'extreme' ? 5 : 2.5}
              fill={mark.role === 'extreme' ? 'var(--paper)' : colour}
              stroke={colour}
              strokeWidth={2}
            />
            {mark.role === 'extreme' && (
              <text x={name.x} y={name.y + 4} textAnchor="middle" fontSize={11} className="figures" fill="var(--ink)">
                {mark.frame}
              </text>
            )}
          </g>
        );
      })}
    </svg>
  );
}
