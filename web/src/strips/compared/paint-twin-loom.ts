import type { TimeScale } from '../../time/index.ts';
import { cssColour } from '../../ui/index.ts';
import { ringPainter } from '../kit/index.ts';
import { paintWeave, type Rails, type Weave } from '../loom/index.ts';
import { counterpartOf, gapsOf, type MatchedEnd, type WovenSegment } from './twin-loom.ts';

export interface TwinLoomPainting {
  /** Of the target. */
  asked: readonly WovenSegment[];
  /** Of the take. */
  own: readonly WovenSegment[];
  ends: readonly MatchedEnd[];
  rails: Rails;
  scale: TimeScale;
}

/** How the two looms look; the take's rail lies a little lower, so that both are seen. */
const LOOKS = {
  target: { colour: 'var(--target)', dash: 'none', ringPx: 5, lowerPx: 0 },
  take: { colour: 'var(--take)', dash: 'all', ringPx: 3.5, lowerPx: 4 },
} as const;

/** Paints both looms, and shades the gap between two threads of one move that begin on one frame. */
export function paintTwinLoom(context: CanvasRenderingContext2D, painting: TwinLoomPainting): void {
  const { asked, own } = painting;
  for (const segment of asked) paintGaps(context, segment, painting);
  for (const segment of asked) paintSegment(context, segment, painting, LOOKS.target);
  for (const segment of own) paintSegment(context, segment, painting, LOOKS.take);
}

function paintGaps(
  context: CanvasRenderingContext2D,
  segment: WovenSegment,
  { own, ends, rails: { timeY, spaceY }, scale }: TwinLoomPainting,
): void {
  context.fillStyle = cssColour('var(--ochre)');
  context.globalAlpha = 0.28;
  for (const { frame, foot, ownFoot } of gapsOf(segment, counterpartOf(segment, own, ends))) {
    context.beginPath();
    context.moveTo(scale.xOf(frame), timeY);
    context.lineTo(scale.xOf(foot), spaceY);
    context.lineTo(scale.xOf(ownFoot), spaceY);
    context.fill();
  }
  context.globalAlpha = 1;
}

function paintSegment(
  context: CanvasRenderingContext2D,
  segment: WovenSegment,
  { rails, scale }: TwinLoomPainting,
  { colour, dash, ringPx, lowerPx }: (typeof LOOKS)[keyof typeof LOOKS],
): void {
  const weave: Weave = {
    from: scale.xOf(segment.from),
    to: scale.xOf(segment.to),
    threads: segment.threads.map(({ frame, foot, isKey }) => ({ x: scale.xOf(frame), foot: scale.xOf(foot), isKey })),
  };
  const railY = rails.spaceY + lowerPx;
  paintWeave(context, weave, rails, { colour, dash, widthPx: { key: 1.8, inbetween: 1 }, railY });
  const paintRing = ringPainter(context, colour, ringPx, 2);
  for (const { foot } of [weave.threads[0]!, weave.threads.at(-1)!]) paintRing(foot, railY, false);
}
