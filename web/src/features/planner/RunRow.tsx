import type { TimeScale } from '../../time/index.ts';
import { fixed, usePointerDrag } from '../../ui/index.ts';
import type { Run } from './planner-state.ts';

export const RUN_ROW_PX = 62;
const LINE_Y = 26;

interface RunRowProps {
  name: string;
  taps: Run;
  names: readonly string[];
  spreadMs: readonly number[] | null;
  /** The average to say offsets from. */
  against: Run | null;
  y: number;
  scale: TimeScale;
  fps: number;
  isChosen: boolean;
  onChoose: () => void;
  /** Moves a beat; an average's do not move. */
  onBeat: ((beat: number, atMs: number) => void) | null;
}

/** One run under the ruler: a ring a beat, to drag; how far it is from the average. */
export function RunRow({
  name,
  taps,
  names,
  spreadMs,
  against,
  y,
  scale,
  fps,
  isChosen,
  onChoose,
  onBeat,
}: RunRowProps) {
  const pxPerMs = (scale.pxPerFrame * fps) / 1000;
  const xOf = (ms: number): number => scale.xOf((ms / 1000) * fps);
  const drag = usePointerDrag<{ beat: number; ms: number }>({
    onMove: ({ beat, ms }, { dxPx }) => onBeat?.(beat, ms + dxPx / pxPerMs),
    onEnd: ({ beat, ms }, { dxPx }) => onBeat?.(beat, ms + dxPx / pxPerMs),
    onCancel: () => undefined,
  });
  const colour = spreadMs ? 'var(--target)' : isChosen ? 'var(--accent)' : 'var(--ink)';
  return (
    <g transform={`translate(0 ${y})`} onPointerDown={onChoose}>
      <rect
        x={0}
        y={0}
        width={scale.widthPx}
        height={RUN_ROW_PX}
        fill={isChosen ? 'var(--shade)' : 'transparent'}
        rx={6}
      />
      <text x={4} y={12} fontSize={11} fontWeight={600} fill={colour}>
        {name}
      </text>
      <line
        x1={xOf(0)}
        x2={xOf(taps.at(-1)!)}
        y1={LINE_Y}
        y2={LINE_Y}
        stroke={colour}
        strokeDasharray={spreadMs ? undefined : '5 4'}
      />
      {taps.map((ms, beat) => {
        const x = xOf(ms);
        const offset = against ? ((ms - against[beat]!) / 1000) * fps : null;
        return (
          <g
            key={beat}
            className={onBeat && beat > 0 ? 'cursor-ew-resize touch-none' : undefined}
            onPointerDown={(event) => onBeat && beat > 0 && drag(event, { beat, ms })}
          >
            {spreadMs && (
              <line
                x1={xOf(ms - spreadMs[beat]!)}
                x2={xOf(ms + spreadMs[beat]!)}
                y1={LINE_Y}
                y2={LINE_Y}
                stroke={colour}
                strokeWidth={8}
                opacity={0.3}
              />
            )}
            <circle cx={x} cy={LINE_Y} r={14} fill="transparent" />
            <circle cx={x} cy={LINE_Y} r={10} fill="var(--page)" stroke={colour} strokeWidth={2} />
            <text
              x={x}
              y={LINE_Y + 4}
              textAnchor="middle"
              fontSize={10.5}
              fontWeight={600}
              className="figures"
              fill={colour}
            >
              {Math.round((ms / 1000) * fps)}
            </text>
            <text x={x} y={LINE_Y + 24} textAnchor="middle" fontSize={10} className="figures" fill="var(--faint)">
              {offset !== null && Math.abs(offset) >= 0.05
                ? `${offset > 0 ? '+' : '−'}${fixed(Math.abs(offset), 1)}`
                : ''}
              {names[beat] && ` ${names[beat]}`}
            </text>
          </g>
        );
      })}
    </g>
  );
}
