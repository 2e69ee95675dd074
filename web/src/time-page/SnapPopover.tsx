import { clsx } from 'clsx';
import { Magnet } from 'lucide-react';
import { useShortcuts, useShownKeys } from '../keyboard/index.ts';
import { Interval, useSnapping } from '../time/index.ts';
import { Button, DecimalInput, Popover, Select, Tick } from '../ui/index.ts';

/** What keys moved by hand are drawn to. */
export function SnapPopover() {
  const [snapping, change] = useSnapping();
  const keys = useShownKeys();
  const { on, every, unit } = snapping;
  useShortcuts({ snap: () => change({ on: !on }) });
  return (
    <Popover
      label="Snapping"
      holds="to frames, cues, keys, every n frames or ms"
      trigger={
        <Button
          square
          kind="quiet"
          aria-label={`Snapping ${on ? 'on' : 'off'}`}
          tip={`Snapping of moved keys is ${on ? 'on' : 'off'} (${keys('snap')})`}
          className={clsx('h-6! w-6!', on ? 'text-accent' : 'text-faint opacity-60')}
        >
          <Magnet size={13} />
        </Button>
      }
    >
      <p className="font-semibold">Snapping</p>
      <p className="mb-2 text-xs text-faint">Where keys stand that are moved by hand; with Alt, anywhere.</p>
      <div className="grid gap-2">
        <Tick checked={on} onTick={(next) => change({ on: next })}>
          on ({keys('snap')})
        </Tick>
        <div className="flex items-center gap-2">
          every
          <DecimalInput
            aria-label="Snap every"
            within={Interval}
            className="figures h-7! w-16!"
            value={every}
            onDecimal={(next) => change({ every: next })}
          />
          <Select
            aria-label="Unit of snapping"
            size="bar"
            value={unit}
            onChoose={(next) => change({ unit: next })}
            choices={[
              { id: 'frames', label: every === 1 ? 'frame' : 'frames' },
              { id: 'ms', label: 'ms' },
            ]}
          />
          from the first
        </div>
        <Tick checked={snapping.cues} onTick={(cues) => change({ cues })}>
          to cue marks near by
        </Tick>
        <Tick checked={snapping.keys} onTick={(to) => change({ keys: to })}>
          to other keys near by
        </Tick>
      </div>
    </Popover>
  );
}
