import type { TimeViewing } from '../time/index.ts';
import { usePointerDrag } from '../ui/index.ts';

/** While zoomed: which part of the whole is in view. Drag it, or use the arrow keys, to see another part. */
export function OverviewBar({ viewing, widthPx }: { viewing: TimeViewing; widthPx: number }) {
  const { view, whole } = viewing;
  const pxPerFrame = widthPx / Math.max(whole.last - whole.first, 0.001);
  const drag = usePointerDrag<{ at: number }>({
    onMove: (held, { dxPx }) => {
      viewing.pan((dxPx - held.at) / pxPerFrame);
      held.at = dxPx;
    },
    onEnd: () => undefined,
    onCancel: () => undefined,
  });
  return (
    <div
      className="relative h-2.5 rounded bg-shade"
      title={
        `Frames ${Math.ceil(view.first)} to ${Math.floor(view.last)} of ${whole.first} to ${whole.last} ` +
        'are in view'
      }
    >
      <div
        role="scrollbar"
        tabIndex={0}
        aria-label="Frames in view"
        aria-orientation="horizontal"
        aria-controls="strips"
        aria-valuemin={whole.first}
        aria-valuemax={whole.last}
        aria-valuenow={Math.round(view.first)}
        onPointerDown={(event) => drag(event, { at: 0 })}
        onKeyDown={(event) => {
          const way = { ArrowLeft: -0.1, ArrowRight: 0.1, PageUp: -0.9, PageDown: 0.9 }[event.key];
          if (!way) return;
          event.preventDefault();
          viewing.pan(way * (view.last - view.first));
        }}
        className="absolute inset-y-0 cursor-grab touch-none rounded bg-faint/60 hover:bg-faint active:cursor-grabbing"
        style={{
          left: (view.first - whole.first) * pxPerFrame,
          width: Math.max(18, (view.last - view.first) * pxPerFrame),
        }}
      />
    </div>
  );
}
