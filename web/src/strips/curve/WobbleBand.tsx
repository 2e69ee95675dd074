import { type Channel, sampleChannel } from '@undulan/core';
import { useTimeScale } from '../../time/index.ts';
import type { ValueScale } from '../kit/index.ts';

const STEP_PX = 4;

interface WobbleBandProps {
  channel: Channel;
  values: ValueScale;
  colour: string;
}

/**
 * How far a wobble can take a channel from what its keys say: a band about the curve they make, as wide as the amount
 * allows on each frame.
 */
export function WobbleBand({ channel, values, colour }: WobbleBandProps) {
  const scale = useTimeScale();
  const { wobble, ...plain } = channel;
  if (!wobble) return null;
  const first = Math.max(wobble.firstFrame, scale.frameAt(0), scale.whole.first);
  const last = Math.min(wobble.lastFrame, scale.frameAt(scale.widthPx), scale.whole.last);
  if (last <= first) return null;
  const count = Math.max(2, Math.ceil((scale.xOf(last) - scale.xOf(first)) / STEP_PX));
  const edge = (sign: 1 | -1): string[] =>
    Array.from({ length: count + 1 }, (_, i) => {
      const frame = first + ((last - first) * i) / count;
      const up = wobble.fadeInFrames > 0 ? Math.min(1, (frame - wobble.firstFrame) / wobble.fadeInFrames) : 1;
      const down = wobble.fadeOutFrames > 0 ? Math.min(1, (wobble.lastFrame - frame) / wobble.fadeOutFrames) : 1;
      const reach = wobble.amplitude * Math.max(0, up) * Math.max(0, down);
      const y = values.yOf(sampleChannel(plain, frame) + sign * reach);
      return `${scale.xOf(frame).toFixed(1)},${y.toFixed(1)}`;
    });
  return (
    <polygon
      className="pointer-events-none"
      points={[...edge(1), ...edge(-1).reverse()].join(' ')}
      fill={colour}
      opacity={0.12}
      data-testid="wobble-band"
    />
  );
}
