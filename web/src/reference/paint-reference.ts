import { endFrameOf, frameAt, type Onset, type Placement, type Rate, secondsAt, soundPeaks } from '@undulan/core';
import { type ClipPictures, pictureAt } from '../clips/index.ts';
import type { TimeScale } from '../time/index.ts';
import { cssColour } from '../ui/index.ts';
import type { Sound } from './use-sound.ts';

/** All that a reference on its strip is painted from. */
export interface ReferencePainting {
  scale: TimeScale;
  rate: Rate;
  heightPx: number;
  placement: Placement;
  footage: ClipPictures | null;
  sound: Sound | null;
  taken: readonly Onset[];
}

const GAP_PX = 2;
/** Of the height, pictures have this share where there is sound too. */
const PICTURES_SHARE = 0.58;

/** How the strip is shared out between pictures and sound, in px from its top. */
export function bandsOf({ heightPx, footage, sound }: Pick<ReferencePainting, 'heightPx' | 'footage' | 'sound'>): {
  picturesPx: number;
  soundPx: number;
} {
  if (!footage) return { picturesPx: 0, soundPx: heightPx };
  const picturesPx = sound ? Math.round(heightPx * PICTURES_SHARE) : heightPx;
  return { picturesPx, soundPx: heightPx - picturesPx };
}

/** Small pictures side by side over sound as a wave, where they lie on the ruler. */
export function paintReference(context: CanvasRenderingContext2D, painting: ReferencePainting): void {
  const { scale, rate, placement, footage, sound, taken, heightPx } = painting;
  const { picturesPx, soundPx } = bandsOf(painting);
  const [left, right] = [scale.xOf(placement.startFrame), scale.xOf(endFrameOf(placement, rate))];
  const [from, to] = [Math.max(0, left), Math.min(scale.widthPx, right)];
  if (to <= from) return;
  context.save();
  context.beginPath();
  context.rect(from, 0, to - from, heightPx);
  context.clip();
  context.fillStyle = cssColour('var(--shade)');
  context.fillRect(from, 0, to - from, heightPx);
  if (footage && picturesPx > 0) {
    const widthPx = (picturesPx * footage.width) / footage.height;
    const first = Math.max(0, Math.floor((from - left) / (widthPx + GAP_PX)));
    for (let i = first; left + i * (widthPx + GAP_PX) < to; i++) {
      const x = left + i * (widthPx + GAP_PX);
      // Each shows what is there where it begins.
      const picture = pictureAt(footage, secondsAt(placement, scale.frameAt(x), rate) + 1e-3);
      if (picture) context.drawImage(picture, x, 0, widthPx, picturesPx);
    }
  }
  if (sound && soundPx > 0) {
    const columns = Math.ceil(to - from);
    const sampleAt = (x: number): number => secondsAt(placement, scale.frameAt(x), rate) * sound.buffer.sampleRate;
    const peaks = soundPeaks(sound.samples, sampleAt(from), sampleAt(from + columns), columns);
    const middle = picturesPx + soundPx / 2;
    const reach = soundPx / 2 - 1;
    context.fillStyle = cssColour('var(--ink)');
    for (let i = 0; i < columns; i++) {
      const [low, high] = [peaks[2 * i]!, peaks[2 * i + 1]!];
      context.fillRect(from + i, middle - high * reach, 1, Math.max(1, (high - low) * reach));
    }
  }
  context.strokeStyle = cssColour('var(--accent)');
  context.lineWidth = 1.5;
  for (const { seconds } of taken) {
    const x = scale.xOf(frameAt(placement, seconds, rate));
    context.beginPath();
    context.moveTo(x, picturesPx);
    context.lineTo(x, heightPx);
    context.stroke();
  }
  context.restore();
}
