import { faster, framesPerSecond, type HandleSide, type Rate, type SpeedPoint } from '@undulan/core';
import type { SpeedLine } from './speed-lines.ts';

/** The speed on one side of a key. */
export interface Knob extends SpeedPoint {
  keyFrame: number;
  side: HandleSide;
}

/** A key whose two speeds differ by more than this share of the peak breaks the motion. */
const JUMP = 0.02;

/** The speeds that keys are arrived at and left with. */
export function knobsOf({ keyFrames, pieces }: SpeedLine): Knob[] {
  return keyFrames.flatMap((keyFrame, i): Knob[] => {
    const [arrives, leaves] = [pieces[i - 1]?.at(-1), pieces[i]?.[0]];
    return [
      ...(arrives ? [{ keyFrame, side: 'in' as const, ...arrives }] : []),
      ...(leaves ? [{ keyFrame, side: 'out' as const, ...leaves }] : []),
    ];
  });
}

export interface SpeedFigures {
  /** The greatest speed, in units per second, and where. */
  peak: SpeedPoint;
  /** The whole way, there and back, by the time from the first key to the last; in units per second. */
  average: number;
  /** The key frames where the speed jumps. */
  jumps: number[];
}

/** Most pieces stay from one move of a gesture to the next. */
const known = new WeakMap<readonly SpeedPoint[], SpeedPoint>();

const NO_SPEED: SpeedPoint = { frame: 0, speed: 0 };

function peakOf(piece: readonly SpeedPoint[]): SpeedPoint {
  const before = known.get(piece);
  if (before) return before;
  const peak = piece.reduce(faster, NO_SPEED);
  known.set(piece, peak);
  return peak;
}

export function figuresOf({ keyFrames, pieces, ways }: SpeedLine, rate: Rate): SpeedFigures {
  const peak = pieces.map(peakOf).reduce(faster, NO_SPEED);
  const way = ways.reduce((sum, piece) => sum + piece, 0);
  const jumps = keyFrames.filter((_, i) => {
    const [arrives, leaves] = [pieces[i - 1]?.at(-1), pieces[i]?.[0]];
    return arrives && leaves && Math.abs(arrives.speed - leaves.speed) > JUMP * Math.abs(peak.speed);
  });
  return { peak, average: (way * framesPerSecond(rate)) / (keyFrames.at(-1)! - keyFrames[0]!), jumps };
}
