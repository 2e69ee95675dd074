import type { ClipTrack } from '@undulan/core';
import { type PointerEvent, useEffect, useRef } from 'react';
import type { ClipPictures } from '../../clips/index.ts';
import { cssColour } from '../../ui/index.ts';

interface ClipPictureProps {
  pictures: ClipPictures;
  track: ClipTrack | null;
  /** The picture that is shown, by its number from 0. */
  number: number;
  onPoint: (place: { x: number; y: number }) => void;
}

/** A mark this large can be seen and taken hold of at any size of picture, in pixels of the screen. */
const DOT_PX = 3;
const SPOT_PX = 9;

function drawTrail(context: CanvasRenderingContext2D, track: ClipTrack, number: number, scale: number): void {
  const { frames } = track;
  context.lineWidth = 1.5 / scale;
  context.strokeStyle = cssColour('var(--take)');
  context.beginPath();
  frames.forEach(({ x, y }, i) => (i === 0 ? context.moveTo(x, y) : context.lineTo(x, y)));
  context.stroke();
  frames.forEach(({ x, y, guessed }, i) => {
    context.beginPath();
    context.arc(x, y, (i === number ? SPOT_PX : DOT_PX) / scale, 0, 2 * Math.PI);
    context.fillStyle = cssColour(guessed ? 'var(--page)' : 'var(--take)');
    if (i === number) {
      context.lineWidth = 2.5 / scale;
      context.strokeStyle = cssColour('var(--take)');
      context.stroke();
      context.lineWidth = 1 / scale;
      context.strokeStyle = '#fff';
    } else context.fill();
    context.stroke();
  });
}

/** A picture of the clip with the trail of what is followed over it; pressed, it is pointed at there. */
export function ClipPicture({ pictures, track, number, onPoint }: ClipPictureProps) {
  const picture = useRef<HTMLCanvasElement>(null);
  const trail = useRef<HTMLCanvasElement>(null);
  const { width, height } = pictures;
  const seconds = track?.frames[number]?.seconds ?? 0;

  useEffect(() => {
    let isLeft = false;
    // Decoded beside what is shown: a picture that comes late does not cover a newer one.
    const beside = new OffscreenCanvas(width, height).getContext('2d')! as unknown as CanvasRenderingContext2D;
    void pictures.draw(beside, number, seconds).then((isThere) => {
      if (!isThere || isLeft) return;
      picture.current?.getContext('2d')!.drawImage(beside.canvas, 0, 0);
    });
    return () => {
      isLeft = true;
    };
  }, [pictures, number, seconds, width, height]);

  useEffect(() => {
    const canvas = trail.current!;
    const context = canvas.getContext('2d')!;
    context.clearRect(0, 0, width, height);
    if (track) drawTrail(context, track, number, canvas.clientWidth / width || 1);
  }, [track, number, width, height]);

  const point = (event: PointerEvent<HTMLCanvasElement>): void => {
    if (event.button !== 0) return;
    const box = event.currentTarget.getBoundingClientRect();
    const along = (at: number, from: number, extent: number, most: number): number =>
      Math.min(most - 1, Math.max(0, ((at - from) / extent) * most));
    onPoint({
      x: along(event.clientX, box.left, box.width, width),
      y: along(event.clientY, box.top, box.height, height),
    });
  };

  return (
    <div className="relative max-h-full" style={{ aspectRatio: `${width} / ${height}` }}>
      <canvas
        ref={picture}
        width={width}
        height={height}
        className="absolute inset-0 h-full w-full rounded-md bg-shade"
      />
      <canvas
        ref={trail}
        width={width}
        height={height}
        role="img"
        aria-label={`Picture ${number + 1} of the clip`}
        onPointerDown={point}
        className="absolute inset-0 h-full w-full cursor-crosshair"
      />
    </div>
  );
}
