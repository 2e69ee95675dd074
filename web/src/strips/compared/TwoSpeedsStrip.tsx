import { CHANNELS, findChannel, type MotionDocument, type SpeedPoint, type Subject, TRACKS } from '@undulan/core';
import { useMemo } from 'react';
import { formatFrames, useTimeScale } from '../../time/index.ts';
import { Strip } from '../../time-page/index.ts';
import { cssColour, Empty, useSize } from '../../ui/index.ts';
import { useValueUnits } from '../../values/index.ts';
import { type Columns, createValueScale, StripCanvas, type ValueScale } from '../kit/index.ts';
import { channelLine, pathLine, traceSpeed } from '../speed/index.ts';
import type { ComparedTrack } from './compared-track.ts';

interface TwoSpeedsStripProps {
  compared: ComparedTrack;
  target: MotionDocument;
  take: MotionDocument;
}

interface SideSpeed {
  pieces: SpeedPoint[][];
  peak: SpeedPoint;
}

/** The speed of target and take over one another: of the one channel that moves, or along the way where several do. */
export function TwoSpeedsStrip({ compared, target, take }: TwoSpeedsStripProps) {
  const scale = useTimeScale();
  const units = useValueUnits();
  const [measure, size] = useSize();
  const heightPx = Math.max(48, size?.heightPx ?? 120);
  const { channelIds, reading, toTarget } = compared;
  const id = channelIds[0]!;
  const asked = useMemo(() => speedOf(compared.target.subject, compared, target), [compared, target]);
  const own = useMemo(() => speedOf(compared.take.subject, compared, take), [compared, take]);
  if (!asked && !own) {
    return (
      <Strip title="Speed">
        <Empty title="No speed to show">{CHANNELS[id].label} needs two keys.</Empty>
      </Strip>
    );
  }
  const speeds = [asked, own].flatMap((side) => side?.pieces.flat().map((point) => point.speed) ?? []);
  const values = createValueScale([0, ...speeds], heightPx, false, 1);
  const unit = `${reading.measuredOn ? units.label(id) : reading.unit}/s`;
  const figure = (speed: number): string => formatFrames(Math.round(speed * units.per(id) * 10) / 10);
  const painting: SpeedsPainting = {
    values,
    lines: [
      ...(asked ? [{ pieces: asked.pieces, xOf: scale.xOf, ...LOOKS.target }] : []),
      ...(own ? [{ pieces: own.pieces, xOf: (frame: number) => scale.xOf(toTarget(frame)), ...LOOKS.take }] : []),
    ],
  };
  return (
    <Strip
      title="Speed"
      label={
        <div>
          <p>
            {reading.measuredOn ? CHANNELS[id].label : 'along its way'}, {unit}
          </p>
          {asked && (
            <p className="figures text-target">
              peak {figure(asked.peak.speed)} at {formatFrames(Math.round(asked.peak.frame))}
            </p>
          )}
          {own && (
            <p className="figures text-take-ink">
              peak {figure(own.peak.speed)} at {formatFrames(Math.round(toTarget(own.peak.frame)))}
            </p>
          )}
        </div>
      }
    >
      <div ref={measure} className="h-full">
        <svg width={scale.widthPx} height={heightPx} className="absolute top-0 left-0" aria-hidden="true">
          <line x1={0} x2={scale.widthPx} y1={values.yOf(0)} y2={values.yOf(0)} stroke="var(--rule)" />
        </svg>
        <div role="img" aria-label="Speed of target and take" className="h-full">
          <StripCanvas heightPx={heightPx} painting={painting} paint={paintSpeeds} />
        </div>
      </div>
    </Strip>
  );
}

interface SpeedsPainting {
  values: ValueScale;
  lines: readonly { pieces: readonly SpeedPoint[][]; xOf: (frame: number) => number; colour: string; dash: number[] }[];
}

const LOOKS = { target: { colour: 'var(--target)', dash: [] }, take: { colour: 'var(--take)', dash: [6, 4] } };

function paintSpeeds(context: CanvasRenderingContext2D, { values, lines }: SpeedsPainting, columns: Columns): void {
  context.lineWidth = 2;
  for (const { pieces, xOf, colour, dash } of lines) {
    context.strokeStyle = cssColour(colour);
    context.setLineDash(dash);
    traceSpeed(context, pieces, values, xOf, columns);
    context.stroke();
  }
}

function speedOf(
  subject: Subject | undefined,
  { reading, channelIds }: ComparedTrack,
  { rate }: MotionDocument,
): SideSpeed | null {
  if (!subject) return null;
  const single = reading.measuredOn
    ? findChannel(subject, reading.measuredOn)
    : channelIds.length === 1
      ? findChannel(subject, channelIds[0]!)
      : undefined;
  if (single && single.keys.length < 2) return null;
  const track = TRACKS.find((other) => other.id === reading.track)!;
  const line = single ? channelLine(subject.id, single, rate) : pathLine(subject, track, rate);
  const all = line.pieces.flat();
  if (all.length === 0) return null;
  return {
    pieces: line.pieces,
    peak: all.reduce((best, point) => (Math.abs(point.speed) > Math.abs(best.speed) ? point : best)),
  };
}
