import type { Stage } from '@undulan/core';
import { clsx } from 'clsx';
import { Grid3x3, Magnet, Maximize, Minus, Plus } from 'lucide-react';
import {
  type HTMLAttributes,
  type PointerEvent,
  type ReactNode,
  useCallback,
  useEffect,
  useLayoutEffect,
  useRef,
  useState,
} from 'react';
import { useOnFrame } from '../../time/index.ts';
import { Button, type Size, useSize, useStored } from '../../ui/index.ts';
import { useLoadedPictures } from './loaded-pictures.ts';
import { useStageGrid } from './stage-grid.ts';
import { FITTED, panned, placeStage, type StagePlace, type StageZoom, zoomedAbout } from './stage-zoom.ts';

/** Draws a frame in stage pixels. */
export type StageDrawing = (context: CanvasRenderingContext2D, frame: number) => void;

interface StageViewProps extends Omit<HTMLAttributes<HTMLCanvasElement>, 'draw' | 'children'> {
  stage: Stage;
  draw: StageDrawing;
  label: string;
  /** Laid over the picture, as large as it is. */
  overlay?: ReactNode;
  /** The same, of marks as large as they are on screen, whatever its scale (screen px a stage px). */
  marks?: ((scale: number) => ReactNode) | undefined;
  /** It can be looked at from nearer by. */
  zoomable?: boolean;
}

const NO_PLACE: StagePlace = {
  scale: 0,
  left: 0,
  top: 0,
  widthPx: 0,
  heightPx: 0,
  seen: { left: 0, top: 0, widthPx: 0, heightPx: 0 },
};

/**
 * A picture that follows the clock, as large as fits with the stage's own proportions, or from nearer by: Ctrl and the
 * wheel about the pointer, the wheel or the middle button to go elsewhere.
 */
export function StageView({ stage, draw, label, overlay, marks, zoomable, ...canvasProps }: StageViewProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [measure, size] = useSize();
  const [zoom, setZoom] = useState(FITTED);
  const place = size ? placeStage(stage, size, zoom) : NO_PLACE;
  const { seen } = place;

  const pictures = useLoadedPictures();
  const scale = place.widthPx / stage.widthPx;
  const paint = useCallback(
    (frame: number) => {
      const context = canvas.current?.getContext('2d');
      if (!context || scale === 0) return;
      const ratio = devicePixelRatio;
      context.setTransform(scale * ratio, 0, 0, scale * ratio, -seen.left * ratio, -seen.top * ratio);
      context.clearRect(0, 0, stage.widthPx, stage.heightPx);
      draw(context, frame);
    },
    // A picture that came is drawn.
    // oxlint-disable-next-line react/exhaustive-deps
    [draw, stage.widthPx, stage.heightPx, scale, seen.left, seen.top, pictures],
  );

  // Sizing a canvas empties it: before the browser shows it, `useOnFrame` has painted anew.
  useLayoutEffect(() => {
    if (!canvas.current) return;
    canvas.current.width = Math.round(seen.widthPx * devicePixelRatio);
    canvas.current.height = Math.round(seen.heightPx * devicePixelRatio);
  }, [seen.widthPx, seen.heightPx]);
  useOnFrame(paint);

  const room = useRef<HTMLDivElement | null>(null);
  const measured = useCallback(
    (element: HTMLDivElement | null) => {
      room.current = element;
      return measure(element);
    },
    [measure],
  );
  useZoomGestures(room, { zoomable: zoomable ?? false, place, size, zoom, setZoom });
  return (
    <div
      ref={measured}
      className="relative h-full min-h-0 w-full overflow-hidden"
      onPointerDown={(event) => zoomable && panWithMiddle(event, { place, size, zoom, setZoom })}
    >
      <div
        className="absolute"
        data-stage=""
        style={{ left: place.left, top: place.top, width: place.widthPx, height: place.heightPx }}
      >
        <canvas
          {...canvasProps}
          ref={canvas}
          role="img"
          aria-label={label}
          style={{ left: seen.left, top: seen.top, width: seen.widthPx, height: seen.heightPx }}
          className={clsx('absolute block rounded-md border border-rule', canvasProps.className ?? '')}
        />
        {overlay}
        {scale > 0 && marks?.(scale)}
      </div>
      {zoomable && size && <ZoomButtons {...{ place, size, zoom, setZoom }} />}
    </div>
  );
}

interface Zooming {
  place: StagePlace;
  size: Size | null;
  zoom: StageZoom;
  setZoom: (zoom: StageZoom) => void;
}

/** The wheel, with Ctrl or as a pinch, zooms about the pointer; alone it goes over a picture larger than its room. */
function useZoomGestures(
  room: React.RefObject<HTMLDivElement | null>,
  { zoomable, place, size, zoom, setZoom }: Zooming & { zoomable: boolean },
): void {
  useEffect(() => {
    const element = room.current;
    if (!element || !size || !zoomable) return undefined;
    const turn = (event: WheelEvent): void => {
      const box = element.getBoundingClientRect();
      const at = [event.clientX - box.left, event.clientY - box.top] as const;
      if (event.ctrlKey || event.metaKey)
        setZoom(zoomedAbout(place, size, zoom, at, Math.exp(-Math.sign(event.deltaY) * 0.2)));
      else if (zoom.times > 1) setZoom(panned(place, size, zoom, -event.deltaX, -event.deltaY));
      else return;
      event.preventDefault();
    };
    // React listens to the wheel passively.
    element.addEventListener('wheel', turn, { passive: false });
    return () => element.removeEventListener('wheel', turn);
  });
}

function panWithMiddle(event: PointerEvent, { place, size, zoom, setZoom }: Zooming): void {
  if (event.button !== 1 || !size || zoom.times === 1) return;
  event.preventDefault();
  const { clientX, clientY } = event;
  const move = (to: globalThis.PointerEvent): void =>
    setZoom(panned(place, size, zoom, to.clientX - clientX, to.clientY - clientY));
  const end = (): void => {
    window.removeEventListener('pointermove', move);
    window.removeEventListener('pointerup', end);
  };
  window.addEventListener('pointermove', move);
  window.addEventListener('pointerup', end);
}

const STEP = 1.5;

/** Nearer, farther, all of it; and how large a stage pixel is. */
function ZoomButtons({ place, size, zoom, setZoom }: Zooming) {
  const about = (by: number): void =>
    setZoom(zoomedAbout(place, size!, zoom, [size!.widthPx / 2, size!.heightPx / 2], by));
  const square = { kind: 'quiet', square: true, small: true } as const;
  const [snaps, setSnaps] = useStored('stage-snap', true);
  const [grid, setGrid] = useStageGrid();
  return (
    <div
      role="group"
      aria-label="Size of the picture"
      className="absolute right-1 bottom-1 flex items-center rounded-md border border-rule bg-page/90 text-xs"
    >
      <Button
        {...square}
        aria-label="Subjects snap"
        aria-pressed={snaps}
        tip={
          snaps
            ? 'Moved subjects snap to the middle, to edges and to each other; with Alt they do not'
            : 'Moved subjects do not snap'
        }
        className={snaps ? 'text-accent' : 'text-faint'}
        onClick={() => setSnaps(!snaps)}
      >
        <Magnet size={12} />
      </Button>
      <Button
        {...square}
        aria-label="Rulers and grid"
        aria-pressed={grid.shown}
        tip="Rulers and a grid; drag a line out of a ruler"
        className={grid.shown ? 'text-accent' : 'text-faint'}
        onClick={() => setGrid({ shown: !grid.shown })}
      >
        <Grid3x3 size={12} />
      </Button>
      <Button
        {...square}
        aria-label="Farther"
        disabledReason={zoom.times === 1 && 'All of it is in view.'}
        onClick={() => about(1 / STEP)}
      >
        <Minus size={12} />
      </Button>
      <Button
        kind="quiet"
        small
        className="figures h-6! px-1!"
        aria-label="Size of a pixel"
        tip="One pixel of the stage as one of the screen"
        onClick={() => about(1 / place.scale)}
      >
        {Math.round(place.scale * 100)} %
      </Button>
      <Button
        {...square}
        aria-label="Nearer"
        tip="Nearer; Ctrl and the wheel about the pointer"
        onClick={() => about(STEP)}
      >
        <Plus size={12} />
      </Button>
      {zoom.times > 1 && (
        <Button {...square} aria-label="All of the picture" tip="All of it" onClick={() => setZoom(FITTED)}>
          <Maximize size={12} />
        </Button>
      )}
    </div>
  );
}
