import { RULER_UNIT_NAMES, RULER_UNITS, type RulerUnitName } from '@undulan/core';
import type { MouseEvent } from 'react';
import { useShownKeys } from '../keyboard/index.ts';
import { useClock, useSnapping, useTimeScale } from '../time/index.ts';
import type { Offered, OfferedGroup } from '../ui/index.ts';
import type { RangeControls } from './RangeLane.tsx';

interface RulerMenu {
  ranges: RangeControls | undefined;
  unit: RulerUnitName;
  onUnit: (unit: RulerUnitName) => void;
}

/** What is offered for a frame of the ruler, and for the ruler itself. */
export function useRulerMenu({ ranges, unit, onUnit }: RulerMenu): (event: MouseEvent) => OfferedGroup[] {
  const clock = useClock();
  const scale = useTimeScale();
  const keys = useShownKeys();
  const [snapping, snap] = useSnapping();
  return (event) => {
    const x = event.clientX - event.currentTarget.getBoundingClientRect().left;
    const frame = Math.min(Math.max(Math.round(scale.frameAt(x)), scale.first), scale.last);
    const { range, playRange } = clock;
    const fixed = ranges?.onRange ? undefined : (ranges?.fixedReason ?? 'The range is fixed here.');
    const ofRange: Offered[] = ranges
      ? [
          {
            label: 'Range begins here',
            keys: keys('rangeFrom'),
            off: fixed,
            run: () => ranges.onRange?.({ first: Math.min(frame, range.last), last: range.last }),
          },
          {
            label: 'Range ends here',
            keys: keys('rangeTo'),
            off: fixed,
            run: () => ranges.onRange?.({ first: range.first, last: Math.max(frame, range.first) }),
          },
          {
            label: 'Play from here',
            keys: keys('workFrom'),
            run: () => ranges.onWorkRange({ first: frame, last: Math.max(frame, playRange.last) }),
          },
          {
            label: 'Play to here',
            keys: keys('workTo'),
            run: () => ranges.onWorkRange({ first: Math.min(frame, playRange.first), last: frame }),
          },
          { label: 'Play the whole range', run: () => ranges.onWorkRange(range) },
          ...(ranges.onCue
            ? [{ label: 'Cue mark here', keys: keys('cueHere'), run: () => ranges.onCue?.(frame) }]
            : []),
        ]
      : [];
    return [
      {
        heading: `Frame ${frame}`,
        offers: [
          {
            label: 'Go there',
            run: () => {
              clock.stop();
              clock.seek(frame);
            },
          },
          ...ofRange,
        ],
      },
      {
        heading: 'Moved keys snap',
        offers: !ranges
          ? []
          : [
              { label: snapping.on ? 'Off' : 'On', keys: keys('snap'), run: () => snap({ on: !snapping.on }) },
              ...[1, 2, 3, 4].map((every) => ({
                label: every === 1 ? 'to every frame' : `to every ${every} frames`,
                off: snapping.unit === 'frames' && snapping.every === every ? 'They do so now.' : undefined,
                run: () => snap({ on: true, every, unit: 'frames' }),
              })),
            ],
      },
      {
        heading: 'The ruler is in',
        offers: RULER_UNIT_NAMES.map((name) => ({
          label: RULER_UNITS[name].label,
          off: name === unit ? 'It is so now.' : undefined,
          run: () => onUnit(name),
        })),
      },
    ];
  };
}
