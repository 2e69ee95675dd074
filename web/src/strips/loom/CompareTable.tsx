import { type TimingChart } from '@undulan/core';
import { useState } from 'react';
import { Button, CommitInput, fixed, Popover, signed, Table } from '../../ui/index.ts';

/** Frames compared unless others are asked for. */
const USUAL = 9;

interface CompareTableProps {
  chart: TimingChart;
  /** The way of the chart, in the track's unit. */
  length: number;
  unit: string;
}

/** Whole frames of a segment spread evenly, its ends among them. */
function usualFrames({ firstFrame, lastFrame }: TimingChart): number[] {
  const steps = Math.min(USUAL - 1, lastFrame - firstFrame);
  return [
    ...new Set(
      Array.from({ length: steps + 1 }, (_, i) => Math.round(firstFrame + ((lastFrame - firstFrame) * i) / steps)),
    ),
  ];
}

/** Even against actual, at chosen frames: how far along the subject is, and how far it would be at an even speed. */
export function CompareTable({ chart, length, unit }: CompareTableProps) {
  const [asked, setAsked] = useState<number[] | null>(null);
  const { firstFrame, lastFrame, marks } = chart;
  const frames = (asked ?? usualFrames(chart)).filter((frame) => frame >= firstFrame && frame <= lastFrame);
  const percent = (share: number): string => `${fixed(share * 100, 1)} %`;
  return (
    <Popover
      label="Even against actual"
      align="end"
      wide
      trigger={
        <Button small kind="quiet" className="h-6! shrink-0 text-accent">
          Compare with even
        </Button>
      }
    >
      <p className="font-semibold">
        Even against actual, {firstFrame} to {lastFrame}
      </p>
      <label className="my-2 flex items-center gap-2 text-xs text-faint">
        at frames
        <CommitInput
          className="figures h-7! w-80!"
          value={frames.join(', ')}
          onCommit={(text) => {
            const typed = text
              .split(/[\s,;·]+/)
              .filter(Boolean)
              .map(Number);
            if (
              typed.length === 0 ||
              typed.some((frame) => !Number.isInteger(frame) || frame < firstFrame || frame > lastFrame)
            )
              return `Whole frames from ${firstFrame} to ${lastFrame}, such as ${firstFrame}, ${lastFrame}.`;
            setAsked([...new Set(typed)].sort((a, b) => a - b));
            return null;
          }}
        />
      </label>
      <Table
        className="text-right text-xs"
        columns={[
          { id: 'frame', heading: 'frame', figures: true, names: true, cell: ({ frame }) => frame },
          { id: 'even', heading: 'even', figures: true, cell: ({ even }) => percent(even) },
          { id: 'actual', heading: 'actual', figures: true, cell: ({ actual }) => percent(actual) },
          {
            id: 'share ahead',
            heading: 'ahead by',
            figures: true,
            cell: ({ even, actual }) => `${signed((actual - even) * 100, 1)} %`,
          },
          {
            id: 'length ahead',
            heading: unit,
            figures: true,
            cell: ({ even, actual }) => signed((actual - even) * Math.abs(length), 1),
          },
        ]}
        rows={frames.map((frame) => ({
          frame,
          even: (frame - firstFrame) / (lastFrame - firstFrame),
          // On twos and more the drawing on screen is an earlier one.
          actual: marks.findLast((mark) => mark.frame <= frame)!.progress,
        }))}
      />
    </Popover>
  );
}
