import type { Channel } from '@undulan/core';
import { cssColour } from '../ui/index.ts';
import { crowdRadius } from './crowd.ts';
import { keyPainter } from './paint-key.ts';
import type { TimeScale } from './time-scale.ts';

interface TrackPaint {
  scale: TimeScale;
  /** Height of the row's middle. */
  y: number;
  spacingPx: number;
  colour: string;
  selected: ReadonlySet<number>;
}

/** Paints a crowded row of keys with the marks of a roomy one, drawn small: how the motion goes from key to key, then the keys. */
export function paintTrack(context: CanvasRenderingContext2D, { keys }: Channel, { scale, y, spacingPx, colour, selected }: TrackPaint): void {
  const line = cssColour(colour);
  const xs = keys.map((key) => scale.xOf(key.frame));
  context.fillStyle = line;
  context.strokeStyle = line;
  // Lines of one pixel are drawn many times as fast as wider ones.
  context.lineWidth = 1 / devicePixelRatio;
  context.beginPath();
  for (let i = 0; i + 1 < keys.length; i++) {
    const [x1, x2] = [xs[i]!, xs[i + 1]!];
    if (x2 < 0 || x1 > scale.widthPx) continue;
    if (keys[i]!.value === keys[i + 1]!.value) {
      context.globalAlpha = 0.25;
      context.fillRect(x1, y - 2.5, x2 - x1, 5);
      context.globalAlpha = 1;
      continue;
    }
    context.moveTo(x1, keys[i]!.leave === 'step' ? y + 5 : y);
    if (keys[i]!.leave === 'step') {
      context.lineTo(x2, y + 5);
      context.lineTo(x2, y - 5);
    } else if (keys[i]!.leave === 'linear') context.lineTo(x2, y);
    else context.quadraticCurveTo((x1 + x2) / 2, y - 14, x2, y);
  }
  context.stroke();
  const radius = crowdRadius(spacingPx);
  keys.forEach((key, i) => {
    if (key.role === 'extreme' || !scale.shows(key.frame)) return;
    const x = xs[i]!;
    if (selected.has(key.frame)) {
      context.globalAlpha = 0.25;
      context.fillRect(x - radius, y - 11, 2 * radius, 24);
      context.globalAlpha = 1;
    }
    context.fillRect(x - 0.75, y - 8, 1.5, 16);
    if (key.role === 'breakdown') context.fillRect(x - radius, y + 10, 2 * radius, 1.5);
  });
  const paintKey = keyPainter(context, colour, radius);
  keys.forEach((key, i) => {
    if (key.role === 'extreme' && scale.shows(key.frame)) paintKey(xs[i]!, y, selected.has(key.frame));
  });
}

/** Narrower tabs are not seen to be hollow: they are paler instead. */
const LEAST_HOLLOW_PX = 4;

/** Paints the sum of crowded rows: a small tab for each frame that has keys. */
export function paintSum(context: CanvasRenderingContext2D, frames: readonly number[], { scale, y, spacingPx, colour, selected }: TrackPaint): void {
  const [line, page] = [cssColour(colour), cssColour('var(--page)')];
  const width = 2 * crowdRadius(spacingPx) - 1;
  for (const frame of frames) {
    if (!scale.shows(frame)) continue;
    const x = Math.round(scale.xOf(frame) - width / 2);
    const isSelected = selected.has(frame);
    context.fillStyle = line;
    context.globalAlpha = isSelected || width >= LEAST_HOLLOW_PX ? 1 : 0.45;
    context.fillRect(x, y - 5.5, width, 11);
    context.globalAlpha = 1;
    if (isSelected || width < LEAST_HOLLOW_PX) continue;
    context.fillStyle = page;
    context.fillRect(x + 1, y - 4.5, width - 2, 9);
  }
}
