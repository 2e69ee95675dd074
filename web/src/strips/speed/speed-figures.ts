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
  /** The mean over the way gone, in units per second. */
  average: number;
  /** The key frames where the speed jumps. */
  jumps: number[];
}

interface PieceFigures {
  peak: SpeedPoint;
  /** Units per second times frames. */
  area: number;
}

/** Most pieces stay from one move of a gesture to the next. */
const known = new WeakMap<readonly SpeedPoint[], PieceFigures>();

const NO_SPEED: SpeedPoint = { frame: 0, speed: 0 };

function figuresOfPiece(piece: readonly SpeedPoint[]): PieceFigures {
  const before = known.get(piece);
  if (before) return before;
  const figures = {
    peak: piece.reduce(faster, NO_SPEED),
    area: piece
      .slice(1)
      .reduce(
        (sum, point, i) => sum + Math.abs(point.speed + piece[i]!.speed) * 0.5 * (point.frame - piece[i]!.frame),
        0,
      ),
  };
  known.set(piece, figures);
  return figures;
}

export function figuresOf({ keyFrames, pieces }: SpeedLine, rate: Rate): SpeedFigures {
  const figures = pieces.map(figuresOfPiece);
  const peak = figures.reduce((best, piece) => faster(best, piece.peak), NO_SPEED);
  const way = figures.reduce((sum, piece) => sum + piece.area, 0) / framesPerSecond(rate);
  const jumps = keyFrames.filter((_, i) => {
    const [arrives, leaves] = [pieces[i - 1]?.at(-1), pieces[i]?.[0]];
    return arrives && leaves && Math.abs(arrives.speed - leaves.speed) > JUMP * Math.abs(peak.speed);
  });
  return { peak, average: (way * framesPerSecond(rate)) / (keyFrames.at(-1)! - keyFrames[0]!), jumps };
}
