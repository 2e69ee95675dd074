import { useClock, useTimeScale } from '../../time/index.ts';
import { ROW_PX, Strip } from '../../time-page/index.ts';
import { isRoomy, KeyLine, KeyMark } from '../kit/index.ts';
import type { ComparedSide, ComparedTrack } from './compared-track.ts';

const MODEL_Y = ROW_PX / 2;
const TAKE_Y = ROW_PX * 2.5;
const HEIGHT_PX = ROW_PX * 3;

function inFrames(offset: number): string {
  const rounded = Math.round(offset * 100) / 100;
  return rounded > 0 ? `+${rounded}` : rounded < 0 ? `−${-rounded}` : '0';
}

/**
 * The keys of model and take above each other; an arrow from each to its match, with how many frames late (+) or early
 * (−) it is.
 */
export function MatchStrip({ track, targetName }: { track: ComparedTrack; targetName: string }) {
  const scale = useTimeScale();
  const { pairs, missingFrames, extraFrames } = track.reading;
  const takeFrameOnRuler = (frame: number): number =>
    track.take.events.find((event) => event.frame === frame)?.rulerFrame ?? frame;
  return (
    <Strip
      title="Keys"
      rows={[
        { name: targetName, colour: 'var(--target)' },
        { name: 'frames off' },
        { name: 'take', colour: 'var(--take-ink)' },
      ]}
    >
      <svg width={scale.widthPx} height={HEIGHT_PX} role="group" aria-label="Keys of model and take">
        {pairs.map(({ targetFrame, takeFrame, offsetFrames }) => {
          const x1 = scale.xOf(targetFrame);
          const x2 = scale.xOf(takeFrameOnRuler(takeFrame));
          const off = Math.abs(offsetFrames) > 1e-6;
          return (
            <g key={targetFrame}>
              <line
                x1={x1}
                y1={MODEL_Y + 12}
                x2={x2}
                y2={TAKE_Y - 12}
                stroke="var(--ink)"
                strokeWidth={off ? 1.4 : 0.7}
                opacity={off ? 0.9 : 0.35}
              />
              {off && (
                <text
                  x={(x1 + x2) / 2 + 6}
                  y={(MODEL_Y + TAKE_Y) / 2 + 4}
                  fontSize={11.5}
                  fontWeight={700}
                  className="figures"
                  fill="var(--ink)"
                >
                  {inFrames(offsetFrames)}
                </text>
              )}
            </g>
          );
        })}
        <SideRow
          side={track.target}
          y={MODEL_Y}
          colour="var(--target)"
          name="Model"
          odd={missingFrames}
          oddWord="missing in the take"
        />
        <SideRow
          side={track.take}
          y={TAKE_Y}
          colour="var(--take)"
          name="Take"
          dashed
          odd={extraFrames}
          oddWord="extra"
        />
      </svg>
    </Strip>
  );
}

interface SideRowProps {
  side: ComparedSide;
  y: number;
  colour: string;
  name: string;
  dashed?: boolean;
  /** Frames of keys without a match, and the word for that. */
  odd: readonly number[];
  oddWord: string;
}

function SideRow({ side, y, colour, name, dashed, odd, oddWord }: SideRowProps) {
  const scale = useTimeScale();
  const clock = useClock();
  const xs = side.events.map((event) => scale.xOf(event.rulerFrame));
  const goTo = (frame: number): void => {
    clock.stop();
    clock.seek(frame);
  };
  return (
    <>
      {side.events.slice(0, -1).map((event, i) => {
        const next = side.events[i + 1]!;
        const still = event.values.every((value, c) => value === next.values[c]);
        return (
          <KeyLine
            key={event.frame}
            leave={event.leave}
            still={still}
            x1={xs[i]!}
            x2={xs[i + 1]!}
            y={y}
            colour={colour}
            dashed={dashed}
          />
        );
      })}
      {side.events.map((event, i) => {
        const unmatched = odd.includes(event.frame);
        return (
          <g
            key={event.frame}
            role="button"
            tabIndex={0}
            aria-label={`${name}: key on frame ${event.frame}, ${event.role}${unmatched ? `, ${oddWord}` : ''}`}
            onClick={() => goTo(event.rulerFrame)}
            onKeyDown={(press) => {
              if (press.key !== 'Enter') return;
              press.preventDefault();
              goTo(event.rulerFrame);
            }}
          >
            <rect x={xs[i]! - 12} y={y - ROW_PX / 2} width={24} height={ROW_PX} fill="transparent" />
            <KeyMark role={event.role} frame={event.frame} x={xs[i]!} y={y} colour={colour} roomy={isRoomy(xs, i)} />
            {unmatched && (
              <circle
                cx={xs[i]}
                cy={y}
                r={15}
                fill="none"
                stroke="var(--ochre)"
                strokeWidth={1.6}
                strokeDasharray="3 3"
              />
            )}
            {unmatched && <title>{oddWord}</title>}
          </g>
        );
      })}
    </>
  );
}
