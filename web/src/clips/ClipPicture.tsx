import { type ClipTrack, subjectTracks } from '@undulan/core';
import { type KeyboardEvent, type PointerEvent, useEffect, useRef, useState } from 'react';
import { cssColour, type DragMove, usePixelRatio, usePointerDrag, useSize } from '../ui/index.ts';
import type { ClipPictures } from './use-clip-pictures.ts';

interface ClipPictureProps {
  clip: ClipPictures;
  track: ClipTrack | null;
  /** The picture that is shown, by its number from 0. */
  number: number;
  /** Other places that were pointed at, in pixels of the clip. */
  marks?: readonly Place[];
  /** What a press points at, where it is in this picture: it can be dragged. */
  spot?: Place | undefined;
  onPoint: (place: Place) => void;
}

/** Where something is: in pixels of the clip, or as shares of its picture. */
interface Place {
  x: number;
  y: number;
}

const NO_MARKS: readonly Place[] = [];

/** In pixels of the screen: the trail's dots, the spot where it is, and the light line around all. */
const DOT_PX = 3;
const SPOT_PX = 9;
const HALO_PX = 1.5;
/** The cross that keys move, and by how much at once, with Shift and without. */
const CROSS_PX = 12;
const FAR_PX = 20;
const NEAR_PX = 3;

const ARROWS: Partial<Record<string, readonly [x: number, y: number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

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
  const ring = ({ x, y }: Place, radius: number): Path2D => {
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

function drawCross(context: CanvasRenderingContext2D, { x, y }: Place): void {
  const cross = new Path2D();
  cross.moveTo(x - CROSS_PX, y);
  cross.lineTo(x + CROSS_PX, y);
  cross.moveTo(x, y - CROSS_PX);
  cross.lineTo(x, y + CROSS_PX);
  for (const [colour, lineWidth] of [
    ['var(--page)', 4],
    ['var(--accent)', 2],
  ] as const) {
    context.lineWidth = lineWidth;
    context.strokeStyle = cssColour(colour);
    context.stroke(cross);
  }
}

/**
 * A picture of the clip with the trail of what is followed over it; pressed, it is pointed at there, and a spot is
 * dragged to where it should be. Arrows move a cross that Enter presses at.
 */
export function ClipPicture({ clip, track, number, marks = NO_MARKS, spot, onPoint }: ClipPictureProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [measure, size] = useSize();
  const ratio = usePixelRatio();
  const { width, height } = clip;
  const fit = size ? Math.min(size.widthPx / width, size.heightPx / height) : 0;
  const [widthPx, heightPx] = [width * fit, height * fit];
  const picture = clip.pictures[number];
  /** What keys or a drag have moved so far, as shares of the picture; null of neither. */
  const [cross, setCross] = useState<Place | null>(null);

  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (!context || !picture || widthPx === 0) return;
    context.setTransform(ratio, 0, 0, ratio, 0, 0);
    context.drawImage(picture, 0, 0, widthPx, heightPx);
    if (track) for (const own of subjectTracks(track, '')) drawTrail(context, own.track, number, fit);
    for (const { x, y } of marks) drawCross(context, { x: x * fit, y: y * fit });
    if (cross) drawCross(context, { x: cross.x * widthPx, y: cross.y * heightPx });
  }, [picture, track, number, widthPx, heightPx, fit, ratio, cross, marks]);

  const pointAt = (x: number, y: number): void => {
    const along = (share: number, most: number): number => Math.min(most - 1, Math.max(0, share * most));
    onPoint({ x: along(x, width), y: along(y, height) });
  };
  const within = (share: number): number => Math.min(1, Math.max(0, share));
  const moved = ({ x, y }: Place, { dxPx, dyPx }: DragMove): Place => ({
    x: within(x + dxPx / widthPx),
    y: within(y + dyPx / heightPx),
  });
  const letGo = ({ x, y }: Place): void => {
    setCross(null);
    pointAt(x, y);
  };
  const drag = usePointerDrag<{ pressed: Place; from: Place }>({
    onMove: ({ from }, move) => setCross(moved(from, move)),
    onEnd: ({ from }, move) => letGo(moved(from, move)),
    onClick: ({ pressed }) => letGo(pressed),
    onCancel: () => setCross(null),
  });
  const hold = (event: PointerEvent<HTMLCanvasElement>): void => {
    const box = event.currentTarget.getBoundingClientRect();
    const pressed = { x: (event.clientX - box.left) / box.width, y: (event.clientY - box.top) / box.height };
    const own = spot && { x: spot.x / width, y: spot.y / height };
    const isOnIt =
      own && Math.hypot((own.x - pressed.x) * widthPx, (own.y - pressed.y) * heightPx) <= SPOT_PX + HALO_PX;
    drag(event, { pressed, from: isOnIt ? own : pressed });
  };
  const takeKey = (event: KeyboardEvent): void => {
    const at = cross ?? { x: 0.5, y: 0.5 };
    const [alongX, alongY] = ARROWS[event.key] ?? [0, 0];
    const step = event.shiftKey ? FAR_PX : NEAR_PX;
    if (event.key === 'Enter') pointAt(at.x, at.y);
    else if (event.key in ARROWS)
      setCross({ x: within(at.x + (alongX * step) / widthPx), y: within(at.y + (alongY * step) / heightPx) });
    else return;
    event.preventDefault();
  };

  return (
    <div ref={measure} className="grid h-full place-items-center">
      <canvas
        ref={canvas}
        width={Math.round(widthPx * ratio)}
        height={Math.round(heightPx * ratio)}
        style={{ width: widthPx, height: heightPx }}
        role="button"
        tabIndex={0}
        aria-description="Press the subject, or drag its spot. Arrows move a cross, Shift faster; Enter presses."
        onKeyDown={takeKey}
        onBlur={() => setCross(null)}
        aria-label={`Picture ${number + 1} of the clip`}
        onPointerDown={hold}
        className="cursor-crosshair touch-none rounded-md"
      />
    </div>
  );
}
