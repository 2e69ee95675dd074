import { type Channel, type ChannelId, CHANNELS } from '@undulan/core';
import { clsx } from 'clsx';
import { memo } from 'react';
import { channelSelected, selectActiveChannel, selectSettledSubject } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { Select } from '../../ui/index.ts';
import { CHANNEL_LOOKS, useValueUnits } from '../../values/index.ts';
import { BeyondPopover } from './BeyondPopover.tsx';
import type { CurveScaling } from './curve-scales.ts';
import { WobblePopover } from './WobblePopover.tsx';

const SCALINGS: { id: CurveScaling; label: string }[] = [
  { id: 'shared', label: 'one scale a unit' },
  { id: 'own', label: 'each its own scale' },
  { id: 'normalised', label: 'each 0 to 100 %' },
];

interface CurveLegendProps {
  hidden: readonly ChannelId[];
  onHidden: (hidden: ChannelId[]) => void;
  scaling: CurveScaling;
  onScaling: (scaling: CurveScaling) => void;
}

/**
 * Beside the curves: which channel is worked on and which others are drawn, on what scale and in what unit, and what
 * the channel does beside its keys. Of the motion as it was last changed: a gesture changes nothing here.
 */
export const CurveLegend = memo(function CurveLegend({ hidden, onHidden, scaling, onScaling }: CurveLegendProps) {
  const subject = useAppSelector(selectSettledSubject);
  const activeId = useAppSelector((state) => selectActiveChannel(state)?.id);
  const active = subject?.channels.find((channel) => channel.id === activeId);
  if (!subject || !active) return null;
  const keyed = subject.channels.filter((channel) => channel.keys.length > 0);
  const channels = keyed.includes(active) ? keyed : [active, ...keyed];
  return (
    <Legend
      subjectId={subject.id}
      channels={channels}
      active={active}
      hidden={hidden}
      onHidden={onHidden}
      scaling={scaling}
      onScaling={onScaling}
    />
  );
});

interface LegendProps extends CurveLegendProps {
  subjectId: string;
  channels: readonly Channel[];
  active: Channel;
}

function Legend({ subjectId, channels, active, hidden, onHidden, scaling, onScaling }: LegendProps) {
  const dispatch = useAppDispatch();
  const units = useValueUnits();
  const unitChoices = units.choices(active.id);
  return (
    <div className="space-y-1.5">
      <div role="radiogroup" aria-label="Channel of the curve" className="mt-0.5">
        {channels.map(({ id }) => {
          const off = id !== active.id && hidden.includes(id);
          return (
            <div key={id} className="flex items-center gap-1">
              <button
                type="button"
                aria-label={`Curve of ${CHANNELS[id].label}`}
                aria-pressed={!off}
                disabled={id === active.id}
                title={id === active.id ? 'The channel worked on is always drawn' : off ? 'Not drawn' : 'Drawn'}
                className="h-5 w-5 shrink-0 rounded-sm hover:bg-shade disabled:hover:bg-transparent"
                onClick={() => onHidden(off ? hidden.filter((other) => other !== id) : [...hidden, id])}
              >
                <svg width={18} height={8} aria-hidden="true" className="mx-auto">
                  <line
                    x1={1}
                    x2={17}
                    y1={4}
                    y2={4}
                    stroke={off ? 'var(--rule)' : CHANNEL_LOOKS[id].colour}
                    strokeWidth={id === active.id ? 3 : 1.6}
                    strokeDasharray={CHANNEL_LOOKS[id].dash}
                  />
                </svg>
              </button>
              <button
                type="button"
                role="radio"
                aria-checked={id === active.id}
                onClick={() => dispatch(channelSelected(id))}
                className={clsx(
                  'min-w-0 truncate rounded-sm py-px text-left text-xs',
                  id === active.id
                    ? 'font-semibold text-ink'
                    : off
                      ? 'text-faint/60 hover:underline'
                      : 'hover:text-ink hover:underline',
                )}
              >
                {CHANNELS[id].label}, {units.label(id)}
              </button>
            </div>
          );
        })}
      </div>
      {channels.length > 1 && (
        <Select
          aria-label="Vertical scale"
          size="strip"
          className="w-full"
          value={scaling}
          onChoose={onScaling}
          choices={SCALINGS}
        />
      )}
      <div className="flex gap-1">
        <BeyondPopover subjectId={subjectId} channel={active} />
        <WobblePopover subjectId={subjectId} channel={active} />
      </div>
      {unitChoices.length > 1 && (
        <Select
          aria-label="Values in"
          size="strip"
          className="w-full"
          value={units.label(active.id)}
          onChoose={(choice) => units.choose(active.id, choice)}
          choices={unitChoices.map((label) => ({ id: label, label: `in ${label}` }))}
        />
      )}
    </div>
  );
}
