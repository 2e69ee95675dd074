import {
  type DrawingPlace,
  type SegmentRef,
  squeezed,
  type Subject,
  type TimingChart,
  type Track,
  type Way,
  wayOf,
  writeTimingChartSvg,
} from '@undulan/core';
import { Ellipsis } from 'lucide-react';
import { useState } from 'react';
import { applyEdit, selectMotion } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { Button, Dialog, Menu, MenuHeading, MenuItem, MenuLine, saveFile } from '../../ui/index.ts';
import { LoomRing } from './LoomRing.tsx';

const SQUEEZE = 0.9;
const RING_PX = 440;

/** Several drawings of one segment, chosen on the loom. */
export interface ChosenDrawings {
  segment: SegmentRef;
  drawings: DrawingPlace[];
}

interface LoomMenuProps {
  subject: Subject;
  track: Track;
  charts: readonly TimingChart[];
  chosen: ChosenDrawings | null;
  by: 'curve' | 'breakdown';
  tone: 'take' | 'target';
}

/**
 * What can be done on the loom: squeeze and spread the chosen drawings, see the round as a ring, put the chart on
 * paper.
 */
export function LoomMenu(props: LoomMenuProps) {
  const [ring, setRing] = useState(false);
  return (
    <>
      <Menu
        trigger={
          <Button small square className="h-7!" aria-label="Loom: actions">
            <Ellipsis size={14} />
          </Button>
        }
      >
        <LoomActions {...props} onRing={() => setRing(true)} />
      </Menu>
      {ring && <RingDialog {...props} onClose={() => setRing(false)} />}
    </>
  );
}

const waysOf = ({ subject, track, charts }: LoomMenuProps): Way[] =>
  charts.map((chart) => wayOf(subject, track, chart.firstFrame, chart.lastFrame));

/** Whether a motion of several segments ends where it began. */
function closes(ways: readonly Way[]): boolean {
  const start = ways[0]?.at(0) ?? [];
  const end = ways.at(-1)?.at(1) ?? [];
  const longest = Math.max(...ways.map((way) => Math.abs(way.length)));
  return ways.length > 1 && Math.hypot(...start.map((value, c) => value - end[c]!)) < longest * 1e-3;
}

/** Made only while the menu is open: the ways of a long motion take a while. */
function LoomActions({ onRing, ...props }: LoomMenuProps & { onRing: () => void }) {
  const dispatch = useAppDispatch();
  const motion = useAppSelector(selectMotion)!;
  const { subject, track, charts, chosen, by } = props;
  const none = !chosen && 'Choose drawings first: press on their feet with Shift.';
  const move = (toward: 'start' | 'end', factor: number): void => {
    if (chosen)
      dispatch(
        applyEdit({
          operation: 'spaceDrawings',
          args: [chosen.segment, squeezed(chosen.drawings, toward, factor), by],
        }),
      );
  };
  const save = (): void =>
    saveFile(
      `${subject.name}, ${track.label}, timing chart.svg`,
      'image/svg+xml',
      writeTimingChartSvg({ title: `${subject.name}: ${track.label}`, rate: motion.rate, charts }),
    );
  return (
    <>
      <MenuHeading>
        {chosen ? `Drawings ${chosen.drawings.map((drawing) => drawing.frame).join(', ')}` : 'No drawing is chosen'}
      </MenuHeading>
      <MenuItem onSelect={() => move('start', SQUEEZE)} disabledReason={none}>
        Squeeze toward the start
      </MenuItem>
      <MenuItem onSelect={() => move('end', SQUEEZE)} disabledReason={none}>
        Squeeze toward the end
      </MenuItem>
      <MenuItem onSelect={() => move('start', 1 / SQUEEZE)} disabledReason={none}>
        Spread away from the start
      </MenuItem>
      <MenuItem onSelect={() => move('end', 1 / SQUEEZE)} disabledReason={none}>
        Spread away from the end
      </MenuItem>
      <MenuLine />
      <MenuItem
        onSelect={onRing}
        disabledReason={!closes(waysOf(props)) && 'This motion does not come back to where it began.'}
      >
        Show as a ring …
      </MenuItem>
      <MenuItem onSelect={save}>Save as an SVG timing chart</MenuItem>
    </>
  );
}

function RingDialog({ onClose, ...props }: LoomMenuProps & { onClose: () => void }) {
  const { subject, track, charts, tone } = props;
  return (
    <Dialog
      open
      onClose={onClose}
      title={`${subject.name}: the round of ${track.label.toLowerCase()}`}
      actions={<Button onClick={onClose}>Close</Button>}
    >
      <p className="mb-2 text-sm text-faint">
        Time outside, clockwise from the top; where it is on its round inside. Crowding feet are slow.
      </p>
      <div className="grid place-items-center">
        <LoomRing charts={charts} lengths={waysOf(props).map((way) => way.length)} sizePx={RING_PX} tone={tone} />
      </div>
    </Dialog>
  );
}
