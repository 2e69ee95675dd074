import { type Channel, type Outside, sampleChannel } from '@undulan/core';
import type { KeyboardEvent } from 'react';
import { applyEdit, type EditRequest } from '../../editing/index.ts';
import { useAppDispatch } from '../../state/index.ts';
import { useTimeScale } from '../../time/index.ts';
import { useEditDrag, type ValueScale } from '../kit/index.ts';

interface OutsideGripsProps {
  subjectId: string;
  channel: Channel;
  values: ValueScale;
  colour: string;
}

type Side = 'before' | 'after';

/**
 * Where the rounds beyond the keys end: a grip to drag for more or fewer of them, or with the arrow keys. Without a
 * count there is none.
 */
export function OutsideGrips({ subjectId, channel, values, colour }: OutsideGripsProps) {
  const dispatch = useAppDispatch();
  const scale = useTimeScale();
  const first = channel.keys[0]?.frame ?? 0;
  const last = channel.keys.at(-1)?.frame ?? 0;
  const span = last - first;
  const request = (side: Side, outside: Outside, count: number): EditRequest => ({
    operation: 'setOutside',
    args: [{ subjectId, channelId: channel.id }, side, { ...outside, count: Math.max(1, count) }],
  });
  const dragged = (side: Side, outside: Outside, dxPx: number): EditRequest =>
    request(
      side,
      outside,
      outside.count + Math.round(((side === 'after' ? 1 : -1) * dxPx) / (span * scale.pxPerFrame)),
    );
  const drag = useEditDrag<{ side: Side; outside: Outside }>(({ side, outside }, { dxPx }) => ({
    request: dragged(side, outside, dxPx),
  })).start;
  if (span <= 0) return null;
  return (['before', 'after'] as const).map((side) => {
    const outside = channel[side];
    if (!outside || outside.kind === 'hold' || outside.count === 0) return null;
    const frame = side === 'after' ? last + outside.count * span : first - outside.count * span;
    if (!scale.shows(frame)) return null;
    const x = scale.xOf(frame);
    const y = values.yOf(sampleChannel(channel, frame));
    return (
      <g
        key={side}
        role="slider"
        tabIndex={0}
        aria-label={`Rounds ${side === 'after' ? 'after the last key' : 'before the first key'}`}
        aria-valuenow={outside.count}
        className="cursor-ew-resize"
        onPointerDown={(event) => {
          event.stopPropagation();
          drag(event, { side, outside });
        }}
        onKeyDown={(event: KeyboardEvent) => {
          const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
          if (!by) return;
          event.preventDefault();
          dispatch(applyEdit(request(side, outside, outside.count + (side === 'after' ? by : -by))));
        }}
      >
        <title>{`${outside.count} ${outside.count === 1 ? 'round' : 'rounds'}: drag for more or fewer`}</title>
        <rect x={x - 9} y={y - 12} width={18} height={24} fill="transparent" />
        <path d={`M${x} ${y - 9}v18`} stroke={colour} strokeWidth={3} strokeLinecap="round" />
        <text x={x} y={y - 13} textAnchor="middle" fontSize={10} className="figures" fill="var(--faint)">
          ×{outside.count}
        </text>
      </g>
    );
  });
}
