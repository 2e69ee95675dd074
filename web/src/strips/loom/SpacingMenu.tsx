import {
  evenSpacing,
  fitCurve,
  gravitySpacing,
  halvesSpacing,
  type SegmentRef,
  type Spacing,
  springSpacing,
  swingSpacing,
  thirdsSpacing,
  type TimingChart,
} from '@undulan/core';
import { ChevronDown } from 'lucide-react';
import { useState } from 'react';
import { applyEdit, type EditRequest, previewEdit, selectSubject, usePreviewEnds } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { useRestingFrame } from '../../time/index.ts';
import { Button, ButtonGroup, Popover } from '../../ui/index.ts';
import { segmentAt, useActiveTrack } from './use-segments.ts';

/** Ready spacings, each for n frames. */
const BUILDERS: { id: string; label: string; build: (n: number) => Spacing }[] = [
  { id: 'even', label: 'Even', build: evenSpacing },
  { id: 'halves-end', label: 'Halves: slow finish', build: (n) => halvesSpacing(n, 'end') },
  { id: 'halves-start', label: 'Halves: slow start', build: (n) => halvesSpacing(n, 'start') },
  { id: 'halves-both', label: 'Halves: slow both ends', build: (n) => halvesSpacing(n, 'both') },
  { id: 'thirds-end', label: 'Thirds: slow finish', build: (n) => thirdsSpacing(n, 'end') },
  { id: 'thirds-start', label: 'Thirds: slow start', build: (n) => thirdsSpacing(n, 'start') },
  { id: 'drop', label: 'Gravity: a drop', build: (n) => gravitySpacing(n, 'drop') },
  { id: 'rise', label: 'Gravity: a throw to its top', build: (n) => gravitySpacing(n, 'rise') },
  { id: 'swing', label: 'Swing, turn to turn', build: swingSpacing },
  { id: 'spring', label: 'Spring: past and settling', build: (n) => springSpacing(n, 1.5, 5) },
];

const WAYS = [
  { id: 'curve', label: 'one curve' },
  { id: 'drawings', label: 'a drawing a frame' },
] as const;

/**
 * Ready spacings for the segment at the playhead: seen before they are taken, as one curve or as a drawing on every
 * frame.
 */
export function SpacingMenu({ charts }: { charts: readonly TimingChart[] }) {
  const subject = useAppSelector(selectSubject);
  const track = useActiveTrack();
  const chart = segmentAt(charts, useRestingFrame());
  const [as, setAs] = useState<'curve' | 'drawings'>('curve');
  if (!chart || !subject || !track) return null;
  const request = (build: (n: number) => Spacing): EditRequest => {
    const segment: SegmentRef = {
      subjectId: subject.id,
      trackId: track.id,
      firstFrame: chart.firstFrame,
      lastFrame: chart.lastFrame,
    };
    const spacing = build(chart.lastFrame - chart.firstFrame);
    return as === 'curve'
      ? { operation: 'shapeSegment', args: [segment, fitCurve(spacing)] }
      : { operation: 'drawSpacing', args: [segment, spacing] };
  };
  const off = (build: (n: number) => Spacing): string => {
    const { worstError } = fitCurve(build(chart.lastFrame - chart.firstFrame));
    return as === 'curve' && worstError > 0.005 ? `within ${(worstError * 100).toFixed(1)} %` : '';
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
      <Choices request={request} off={off} />
    </Popover>
  );
}

interface ChoicesProps {
  request: (build: (n: number) => Spacing) => EditRequest;
  off: (build: (n: number) => Spacing) => string;
}

function Choices({ request, off }: ChoicesProps) {
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
            <span className="figures text-xs text-faint">{off(build)}</span>
          </button>
        </li>
      ))}
    </ul>
  );
}
