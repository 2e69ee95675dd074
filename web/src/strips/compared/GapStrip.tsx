import { type TrackReading, withUnit } from '@undulan/core';
import { useClock, useTimeScale } from '../../time/index.ts';
import { Strip } from '../../time-page/index.ts';
import { ButtonGroup, Empty, fixed, useSize, useStored, withMark } from '../../ui/index.ts';
import { type GapKind, gapsOf, worstOf } from './gap.ts';

const KINDS: { id: GapKind; label: string; says: string }[] = [
  { id: 'raw', label: 'all', says: 'timing and spacing together' },
  { id: 'timing', label: 'timing', says: 'what keys on other frames make of it: all less spacing' },
  { id: 'spacing', label: 'spacing', says: 'once matched keys are laid on each other' },
];

/**
 * What a bar that points up means: on one channel it lies as the curves do, on a trajectory it goes by the way
 * travelled.
 */
const UP_MEANS: Partial<Record<NonNullable<TrackReading['measuredOn']>, string>> = {
  'position.x': 'up: further right than the target',
  'position.y': 'up: higher than the target',
};

const formatSpan = ({ span, unit }: TrackReading): string =>
  withUnit(withMark(String(Number(span.toPrecision(3)))), unit);

/** How far the take is from the target on each frame, in percent of the track's span; the band is what is allowed. */
export function GapStrip({ reading, tolerancePercent }: { reading: TrackReading; tolerancePercent: number }) {
  const scale = useTimeScale();
  const clock = useClock();
  const [measure, size] = useSize();
  const [kind, setKind] = useStored<GapKind>('gap-kind', 'raw');
  const heightPx = Math.max(40, size?.heightPx ?? 110);
  const errors = gapsOf(reading, kind);
  const most = Math.max(tolerancePercent * 1.3, Math.abs(errors[worstOf(errors)] ?? 0)) * 1.12;
  const yOf = (percent: number): number => heightPx / 2 - (percent / most) * (heightPx / 2 - 4);
  const width = Math.max(2, Math.min(12, scale.pxPerFrame * 0.62));
  const levels = [most / 1.12, -most / 1.12];

  return (
    <Strip
      title="Gap"
      label={
        <>
          <div className="mt-0.5">
            <ButtonGroup label="Which gap" value={kind} choices={KINDS} onChoose={setKind} />
          </div>
          <p className="mt-1 text-[11px] leading-tight">
            % of {formatSpan(reading)};{' '}
            {reading.measuredOn
              ? (UP_MEANS[reading.measuredOn] ?? 'up: more than the target')
              : 'up: ahead, down: behind'}
          </p>
        </>
      }
    >
      <div ref={measure} className="h-full">
        {errors.length === 0 ? (
          <Empty title="The gap is not shown while the model motion is kept back" />
        ) : (
          <svg width={scale.widthPx} height={heightPx} className="block" role="group" aria-label="Gap a frame">
            <rect
              x={0}
              width={scale.widthPx}
              y={yOf(tolerancePercent)}
              height={yOf(-tolerancePercent) - yOf(tolerancePercent)}
              fill="var(--target)"
              opacity={0.13}
            />
            <line x1={0} x2={scale.widthPx} y1={yOf(0)} y2={yOf(0)} stroke="var(--faint)" />
            {levels.map((level) => (
              <text
                key={level}
                x={0}
                y={yOf(level) + (level > 0 ? 9 : -1)}
                fontSize={10}
                className="figures"
                fill="var(--faint)"
              >
                {level > 0 ? '+' : '−'}
                {fixed(Math.abs(level), 1)}
              </text>
            ))}
            {errors.map((percent, i) => {
              const frame = reading.gap.firstFrame + i;
              const top = Math.min(yOf(percent), yOf(0));
              const outside = Math.abs(percent) > tolerancePercent;
              return (
                <g key={frame} onClick={() => clock.seek(frame)} className="cursor-pointer">
                  <rect
                    x={scale.xOf(frame) - scale.pxPerFrame / 2}
                    width={scale.pxPerFrame}
                    y={0}
                    height={heightPx}
                    fill="transparent"
                  >
                    <title>
                      frame {frame}: {fixed(percent, 1)} %
                    </title>
                  </rect>
                  <rect
                    className="pointer-events-none"
                    x={scale.xOf(frame) - width / 2}
                    width={width}
                    y={top}
                    height={Math.max(0.5, Math.abs(yOf(percent) - yOf(0)))}
                    fill="var(--take)"
                    opacity={outside ? 1 : 0.4}
                  />
                </g>
              );
            })}
          </svg>
        )}
      </div>
    </Strip>
  );
}
