import {
  evenSpacing,
  fitPieces,
  gravitySpacing,
  halvesSpacing,
  type SegmentRef,
  type Spacing,
  springSpacing,
  swingSpacing,
  thirdsSpacing,
  type TimingChart,
  wayOf,
} from '@undulan/core';
import { ChevronDown } from 'lucide-react';
import { useState } from 'react';
import { applyEdit, type EditRequest, previewEdit, selectSubject, usePreviewEnds } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { useRestingFrame } from '../../time/index.ts';
import { Button, ButtonGroup, Popover } from '../../ui/index.ts';
import { segmentAt, useActiveTrack } from './use-segments.ts';

/** A spacing for n frames; no two of its drawings are nearer than `least` of the way unless they stand. */
type Build = (n: number, least: number) => Spacing;

/** Ready spacings. */
const BUILDERS: { id: string; label: string; build: Build }[] = [
  { id: 'even', label: 'Even', build: evenSpacing },
  { id: 'halves-end', label: 'Halves: slow finish', build: (n, least) => halvesSpacing(n, 'end', least) },
  { id: 'halves-start', label: 'Halves: slow start', build: (n, least) => halvesSpacing(n, 'start', least) },
  { id: 'halves-both', label: 'Halves: slow both ends', build: (n, least) => halvesSpacing(n, 'both', least) },
  { id: 'thirds-end', label: 'Thirds: slow finish', build: (n, least) => thirdsSpacing(n, 'end', least) },
  { id: 'thirds-start', label: 'Thirds: slow start', build: (n, least) => thirdsSpacing(n, 'start', least) },
  { id: 'drop', label: 'Gravity: a drop', build: (n) => gravitySpacing(n, 'drop') },
  { id: 'rise', label: 'Gravity: a throw to its top', build: (n) => gravitySpacing(n, 'rise') },
  { id: 'swing', label: 'Swing, turn to turn', build: swingSpacing },
  { id: 'spring', label: 'Spring: past and settling', build: (n) => springSpacing(n, 1.5, 5) },
];

const WAYS = [
  { id: 'curve', label: 'curves' },
  { id: 'drawings', label: 'a drawing a frame' },
] as const;

/**
 * Ready spacings for the segment at the playhead: seen before they are taken, as one curve (with breakdowns where one
 * cannot) or as a drawing on every frame.
 */
export function SpacingMenu({ charts }: { charts: readonly TimingChart[] }) {
  const subject = useAppSelector(selectSubject);
  const track = useActiveTrack();
  const chart = segmentAt(charts, useRestingFrame());
  const [as, setAs] = useState<'curve' | 'drawings'>('curve');
  if (!chart || !subject || !track) return null;
  const { firstFrame, lastFrame } = chart;
  const spacingOf = (build: Build): Spacing => {
    const length = Math.abs(wayOf(subject, track, firstFrame, lastFrame).length);
    // Nearer than a pixel nothing is seen to move.
    return build(lastFrame - firstFrame, track.unit === 'px' && length > 0 ? 1 / length : 0);
  };
  const request = (build: Build): EditRequest => {
    const segment: SegmentRef = { subjectId: subject.id, trackId: track.id, firstFrame, lastFrame };
    return { operation: as === 'curve' ? 'shapeBySpacing' : 'drawSpacing', args: [segment, spacingOf(build)] };
  };
  const by = (build: Build): string => {
    const breakdowns = as === 'curve' ? fitPieces(spacingOf(build)).length - 1 : 0;
    return breakdowns === 0 ? '' : breakdowns === 1 ? 'by a breakdown' : `by ${breakdowns} breakdowns`;
  };
  return (
    <Popover
      label="Ready spacings"
      trigger={
        <Button small className="w-full justify-between!">
          <span className="figures">
            {chart.firstFrame}–{chart.lastFrame}
          </span>
          <ChevronDown size={12} />
        </Button>
      }
    >
      <p className="font-semibold">
        Spacing from {chart.firstFrame} to {chart.lastFrame}
      </p>
      <p className="mb-2 text-xs text-faint">The segment at the playhead. Point at one to see it; press to take it.</p>
      <div className="mb-2 text-xs">
        <ButtonGroup apart label="Written down as" value={as} choices={WAYS} onChoose={setAs} />
      </div>
      <Choices request={request} by={by} />
    </Popover>
  );
}

interface ChoicesProps {
  request: (build: Build) => EditRequest;
  /** By how many breakdowns, where one curve cannot. */
  by: (build: Build) => string;
}

function Choices({ request, by }: ChoicesProps) {
  const dispatch = useAppDispatch();
  usePreviewEnds();
  return (
    <ul onPointerLeave={() => dispatch(previewEdit(null))}>
      {BUILDERS.map(({ id, label, build }) => (
        <li key={id}>
          <button
            type="button"
            className="flex w-full justify-between rounded-md px-2 py-1 text-left hover:bg-shade focus-visible:bg-shade"
            onPointerEnter={() => dispatch(previewEdit(request(build)))}
            onFocus={() => dispatch(previewEdit(request(build)))}
            onBlur={() => dispatch(previewEdit(null))}
            onClick={() => dispatch(applyEdit(request(build)))}
          >
            {label}
            <span className="figures text-xs text-faint">{by(build)}</span>
          </button>
        </li>
      ))}
    </ul>
  );
}
