import { type DistancePlan, type Exact, framesPerSecond, type Mover, type Rate, toNumber } from '@undulan/core';
import { useCallback, useRef } from 'react';
import { brief, fixed, useSize } from '../../ui/index.ts';
import { useOnTick, useStopwatch } from './stopwatch.ts';
import { PlayRow } from './ToolSpread.tsx';

const ROW_PX = 76;
const EDGE_PX = 16;
/** Dots nearer than this run together: then only every n-th frame is drawn, and said. */
const LEAST_GAP_PX = 3;
const DENSITIES = [1, 2, 4, 8, 12, 24, 48, 96, 240, 480, 960];

/** Each mover's places, a dot a frame, on one scale; playing together in real time at the rate. */
export function MoverRace({
  plan,
  movers,
  names,
  distanceMetres,
  rate,
}: {
  plan: DistancePlan;
  movers: readonly Mover[];
  names: readonly string[];
  distanceMetres: number;
  rate: Rate;
}) {
  const watch = useStopwatch();
  const [measure, size] = useSize();
  const widthPx = size?.widthPx ?? 600;
  const longest = Math.max(0, ...movers.map(({ lengthMetres }) => (lengthMetres ? toNumber(lengthMetres) : 0)));
  const pxPerMetre = (widthPx - 2 * EDGE_PX) / (distanceMetres + Math.min(longest, distanceMetres));
  const edgePx = (widthPx - distanceMetres * pxPerMetre) / 2;
  const bodies = useRef<(SVGRectElement | null)[]>([]);
  const clock = useRef<HTMLSpanElement>(null);
  const fps = framesPerSecond(rate);
  const totalSeconds = plan.framesForAll / fps;

  useOnTick(
    watch,
    useCallback(
      (seconds: number) => {
        if (seconds > totalSeconds + 0.5) watch.stop();
        const frame = Math.min(plan.framesForAll, Math.floor(seconds * fps));
        movers.forEach((mover, i) => {
          const metres = Math.min(distanceMetres, (frame / fps) * toNumber(mover.metresPerSecond));
          bodies.current[i]?.setAttribute('transform', `translate(${edgePx + metres * pxPerMetre} 0)`);
        });
        if (clock.current)
          clock.current.textContent = `frame ${frame} of ${plan.framesForAll} · ${fixed(frame / fps, 2)} s`;
      },
      [watch, totalSeconds, plan.framesForAll, fps, movers, distanceMetres, pxPerMetre, edgePx],
    ),
  );

  return (
    <>
      <PlayRow watch={watch} what="Run together" onPlay={() => watch.start()}>
        <span ref={clock} className="figures text-xs text-faint" />
      </PlayRow>
      <div ref={measure} className="min-h-0 flex-1 overflow-y-auto">
        <svg
          width={widthPx}
          height={ROW_PX * movers.length + 26}
          role="group"
          aria-label="Movers, a dot a frame"
          className="block"
        >
          {plan.movers.map((mover, i) => (
            <g key={i} transform={`translate(0 ${ROW_PX * i + 44})`}>
              <Lane
                name={names[i] || `Mover ${i + 1}`}
                mover={mover}
                lengthMetres={movers[i]!.lengthMetres}
                edgePx={edgePx}
                widthPx={widthPx}
                pxPerMetre={pxPerMetre}
                onBody={(element) => {
                  bodies.current[i] = element;
                }}
              />
            </g>
          ))}
          <text x={edgePx} y={ROW_PX * movers.length + 18} fontSize={11} className="figures" fill="var(--faint)">
            0
          </text>
          <text
            x={widthPx - edgePx}
            y={ROW_PX * movers.length + 18}
            textAnchor="end"
            fontSize={11}
            className="figures"
            fill="var(--faint)"
          >
            {brief(distanceMetres, 3)} m
          </text>
        </svg>
      </div>
    </>
  );
}

interface LaneProps {
  name: string;
  mover: DistancePlan['movers'][number];
  lengthMetres: Exact | null;
  edgePx: number;
  widthPx: number;
  pxPerMetre: number;
  onBody: (element: SVGRectElement | null) => void;
}

/** One mover's way about its line, a dot a frame, with the body that runs along it. */
function Lane({ name, mover, lengthMetres, edgePx, widthPx, pxPerMetre, onBody }: LaneProps) {
  const stepPx = toNumber(mover.metresPerFrame) * pxPerMetre;
  const every = DENSITIES.find((n) => n * stepPx >= LEAST_GAP_PX) ?? 1000;
  const dots = Math.floor(mover.answer.frames / every + 1e-9);
  const lengthPx = lengthMetres ? Math.max(6, toNumber(lengthMetres) * pxPerMetre) : 10;
  return (
    <>
      <text x={EDGE_PX} y={-26} fontSize={13} fontWeight={600} fill="var(--ink)">
        {name}
        <tspan dx={8} fontWeight={400} fontSize={11} className="figures" fill="var(--faint)">
          {brief(mover.answer.frames, 2)} frames{every > 1 ? ` · a dot each ${every} frames` : ''}
        </tspan>
      </text>
      <line x1={edgePx} x2={widthPx - edgePx} stroke="var(--rule)" />
      {Array.from({ length: dots + 1 }, (_, n) => (
        <circle
          key={n}
          cx={edgePx + n * every * stepPx}
          r={n === 0 ? 4 : 2.2}
          fill={mover.strobes ? 'var(--take)' : 'var(--accent)'}
        />
      ))}
      <rect
        ref={onBody}
        transform={`translate(${edgePx} 0)`}
        x={-lengthPx / 2}
        y={-11}
        width={lengthPx}
        height={22}
        rx={5}
        fill="var(--ochre)"
        fillOpacity={0.35}
        stroke="var(--ochre)"
        strokeWidth={1.5}
      />
    </>
  );
}
