import { endFrameOf, frameAt, movedTo, type Onset, type Placement, trimmedFrom, trimmedTo } from '@undulan/core';
import { clsx } from 'clsx';
import { type KeyboardEvent, useMemo } from 'react';
import { StripCanvas } from '../strips/kit/index.ts';
import { snapFrame, useClock, useTimeScale } from '../time/index.ts';
import { Strip } from '../time-page/index.ts';
import { type DragMove, fixed, usePointerDrag, useSize } from '../ui/index.ts';
import { bandsOf, paintReference, type ReferencePainting } from './paint-reference.ts';
import { type Reference, useReference } from './reference-context.tsx';

/** What of a reference is taken hold of: all of it, or one of its ends. */
type Part = 'all' | 'beginning' | 'end';

/** What is dragged, and how it lay when that began. */
interface Held {
  part: Part;
  was: Placement;
}

const GRIP_PX = 8;
const ARROWS: Partial<Record<string, -1 | 1>> = { ArrowLeft: -1, ArrowRight: 1 };

/** Footage in small pictures and sound as a wave, under the ruler: dragged it begins elsewhere, its ends cut it. */
export function ReferenceStrip() {
  const reference = useReference()!;
  const { placed } = reference;
  return (
    placed && (
      <Strip title="Reference" label={<Said reference={reference} />}>
        <Laid reference={reference} placement={placed.placement} />
      </Strip>
    )
  );
}

function Said({ reference: { placed, footage, sound, problem, files } }: { reference: Reference }) {
  if (problem) return <span className="text-danger">{problem}</span>;
  if (!footage && !sound && files.length === 0) return <>being fetched …</>;
  return (
    <span className="line-clamp-2 text-[11px] leading-tight break-words" title={placed!.name}>
      {placed!.name}
    </span>
  );
}

function Laid({ reference, placement }: { reference: Reference; placement: Placement }) {
  const scale = useTimeScale();
  const clock = useClock();
  const [measure, size] = useSize();
  const { footage, sound, onsets, lengthSeconds } = reference;
  const heightPx = Math.max(24, (size?.heightPx ?? 60) - 8);
  const { rate } = clock;
  const { taken } = onsets;
  const painting = useMemo(
    (): ReferencePainting => ({ scale, rate, heightPx, placement, footage, sound, taken }),
    [scale, rate, heightPx, placement, footage, sound, taken],
  );
  const edge = (part: Part, of: Placement): number => (part === 'end' ? endFrameOf(of, rate) : of.startFrame);
  const put = (part: Part, of: Placement, frame: number): Placement =>
    part === 'all'
      ? movedTo(of, frame)
      : part === 'beginning'
        ? trimmedFrom(of, frame, rate)
        : trimmedTo(of, frame, rate, lengthSeconds);
  const dragged = ({ part, was }: Held, { dxPx, altKey }: DragMove): Placement => {
    const frame = edge(part, was) + dxPx / scale.pxPerFrame;
    const snapped = snapFrame(frame, {
      pxPerFrame: scale.pxPerFrame,
      targets: [clock.frame],
      free: altKey,
      step: 1,
      origin: 0,
    });
    return put(part, was, snapped);
  };
  const begin = usePointerDrag<Held>({
    onMove: (held, move) => reference.preview(dragged(held, move)),
    onEnd: (held, move) => reference.lay(dragged(held, move)),
    onCancel: () => reference.preview(null),
  });
  const nudge = (part: Part) => (event: KeyboardEvent) => {
    const way = ARROWS[event.key];
    if (!way) return;
    event.preventDefault();
    event.stopPropagation();
    const frame = Math.round(edge(part, placement)) + way * (event.shiftKey ? 10 : 1);
    reference.lay(put(part, placement, frame));
  };
  const marked = onsets.found.filter(
    ({ seconds }) =>
      seconds >= placement.fromSeconds &&
      seconds < placement.toSeconds &&
      scale.shows(frameAt(placement, seconds, rate)),
  );
  const left = scale.xOf(placement.startFrame);
  const right = scale.xOf(endFrameOf(placement, rate));
  const grip = (part: Part, name: string, x: number, widthPx: number) => (
    <div
      role="slider"
      tabIndex={0}
      aria-label={name}
      aria-valuenow={Math.round(edge(part, placement) * 1000) / 1000}
      aria-valuemin={-1e5}
      aria-valuemax={1e5}
      title={part === 'all' ? 'Drag it elsewhere; with Alt between frames' : 'Drag to cut it'}
      className={clsx(
        'absolute top-1 focus-visible:outline-2 focus-visible:outline-accent',
        part === 'all' ? 'cursor-grab border border-rule active:cursor-grabbing' : 'cursor-ew-resize',
        part !== 'all' && 'bg-accent/70 hover:bg-accent',
      )}
      style={{ left: x, width: Math.max(1, widthPx), height: heightPx }}
      onPointerDown={(event) => begin(event, { part, was: placement })}
      onKeyDown={nudge(part)}
    />
  );
  return (
    <div ref={measure} className="relative h-full overflow-hidden">
      <div className="absolute top-1">
        <StripCanvas heightPx={heightPx} painting={painting} paint={paintReference} />
      </div>
      {grip('all', 'The reference begins on frame', left, right - left)}
      {grip('beginning', 'Cut its beginning', left - GRIP_PX, GRIP_PX)}
      {grip('end', 'Cut its end', right, GRIP_PX)}
      {marked.map((onset) => (
        <OnsetMark
          key={onset.seconds}
          onset={onset}
          x={scale.xOf(frameAt(placement, onset.seconds, rate))}
          topPx={4 + bandsOf(painting).picturesPx}
          heightPx={bandsOf(painting).soundPx}
          isTaken={!onsets.dropped.has(onset.seconds)}
          frame={frameAt(placement, onset.seconds, rate)}
          onToggle={() => onsets.toggle(onset.seconds)}
        />
      ))}
    </div>
  );
}

interface OnsetMarkProps {
  onset: Onset;
  x: number;
  topPx: number;
  heightPx: number;
  isTaken: boolean;
  frame: number;
  onToggle: () => void;
}

/** Something that sets in in the sound: pressed, it is dropped, or taken again. */
function OnsetMark({ onset, x, topPx, heightPx, isTaken, frame, onToggle }: OnsetMarkProps) {
  return (
    <button
      type="button"
      aria-pressed={isTaken}
      aria-label={`Onset at ${fixed(onset.seconds, 2)} s`}
      title={`${fixed(onset.seconds, 3)} s, frame ${fixed(frame, 1)}: ${isTaken ? 'drop it' : 'take it'}`}
      className="absolute w-3 -translate-x-1/2 hover:bg-accent/20"
      style={{ left: x, top: topPx, height: heightPx }}
      onClick={onToggle}
    >
      {!isTaken && <span className="mx-auto block h-full w-px bg-faint opacity-40" />}
    </button>
  );
}
