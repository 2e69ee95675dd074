import type { ClipTrack } from '@undulan/core';
import { type PointerEvent, useEffect, useRef } from 'react';
import type { ClipPictures } from '../../clips/index.ts';
import { cssColour, usePixelRatio, useSize } from '../../ui/index.ts';

interface ClipPictureProps {
  clip: ClipPictures;
  track: ClipTrack | null;
  /** The picture that is shown, by its number from 0. */
  number: number;
  onPoint: (place: { x: number; y: number }) => void;
}

/** In pixels of the screen: the trail's dots, the spot where it is, and the light line around all. */
const DOT_PX = 3;
const SPOT_PX = 9;
const HALO_PX = 1.5;

/** The trail over the picture; `perPixel` are pixels of the screen for one of the clip. */
function drawTrail(context: CanvasRenderingContext2D, track: ClipTrack, number: number, perPixel: number): void {
  const places = track.frames.map(({ x, y, guessed }) => ({ x: x * perPixel, y: y * perPixel, guessed }));
  const [take, page] = [cssColour('var(--take)'), cssColour('var(--page)')];
  const line = new Path2D();
  places.forEach(({ x, y }, i) => (i === 0 ? line.moveTo(x, y) : line.lineTo(x, y)));
  const stroke = (path: Path2D, widthPx: number): void => {
    context.lineWidth = widthPx + 2 * HALO_PX;
    context.strokeStyle = page;
    context.stroke(path);
    context.lineWidth = widthPx;
    context.strokeStyle = take;
    context.stroke(path);
  };
  const ring = ({ x, y }: { x: number; y: number }, radius: number): Path2D => {
    const path = new Path2D();
    path.arc(x, y, radius, 0, 2 * Math.PI);
    return path;
  };
  stroke(line, 1.5);
  places.forEach((place, i) => {
    if (i === number) return;
    const dot = ring(place, DOT_PX);
    context.lineWidth = HALO_PX;
    context.strokeStyle = place.guessed ? take : page;
    context.fillStyle = place.guessed ? page : take;
    context.fill(dot);
    context.stroke(dot);
  });
  const spot = places[number];
  if (spot) stroke(ring(spot, SPOT_PX), 2.5);
}

/** A picture of the clip with the trail of what is followed over it; pressed, it is pointed at there. */
export function ClipPicture({ clip, track, number, onPoint }: ClipPictureProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [measure, size] = useSize();
  const ratio = usePixelRatio();
  const { width, height } = clip;
  const fit = size ? Math.min(size.widthPx / width, size.heightPx / height) : 0;
  const [widthPx, heightPx] = [width * fit, height * fit];
  const picture = clip.pictures[number];

  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (!context || !picture || widthPx === 0) return;
    context.setTransform(ratio, 0, 0, ratio, 0, 0);
    context.drawImage(picture, 0, 0, widthPx, heightPx);
    if (track) drawTrail(context, track, number, fit);
  }, [picture, track, number, widthPx, heightPx, fit, ratio]);

  const point = (event: PointerEvent<HTMLCanvasElement>): void => {
    if (event.button !== 0) return;
    const box = event.currentTarget.getBoundingClientRect();
    const along = (at: number, most: number): number => Math.min(most - 1, Math.max(0, at * most));
    onPoint({
      x: along((event.clientX - box.left) / box.width, width),
      y: along((event.clientY - box.top) / box.height, height),
    });
  };

  return (
    <div ref={measure} className="grid h-full place-items-center">
      <canvas
        ref={canvas}
        width={Math.round(widthPx * ratio)}
        height={Math.round(heightPx * ratio)}
        style={{ width: widthPx, height: heightPx }}
        role="img"
        aria-label={`Picture ${number + 1} of the clip`}
        onPointerDown={point}
        className="cursor-crosshair rounded-md"
      />
    </div>
  );
}
