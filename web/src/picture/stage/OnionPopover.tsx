import { ChevronDown } from 'lucide-react';
import { z } from 'zod';
import { useShownKeys } from '../../keyboard/index.ts';
import { Button, DecimalInput, Popover, Select, Tick, Toggle } from '../../ui/index.ts';
import { MOST_OF_RANGE, MOST_SKINS, type OnionSettings } from './onion.ts';

interface OnionPopoverProps {
  settings: OnionSettings;
  onChange: (settings: OnionSettings) => void;
}

/** Onion skin on or off, and which frames it shows and how. */
export function OnionPopover({ settings, onChange }: OnionPopoverProps) {
  const keys = useShownKeys();
  const change = (part: Partial<OnionSettings>): void => onChange({ ...settings, on: true, ...part });
  const count = (label: string, key: 'before' | 'after' | 'every', least: number) => (
    <label className="flex items-center gap-2">
      <span className="flex-1">{label}</span>
      <DecimalInput
        within={z.int().min(least).max(MOST_SKINS)}
        aria-label={`Onion skin: ${label}`}
        className="figures h-7! w-14! text-right"
        value={settings[key]}
        onDecimal={(read) => change({ [key]: read })}
      />
    </label>
  );
  return (
    <div className="flex">
      <Toggle
        on={settings.on}
        className="rounded-r-none! px-2.5!"
        tip={`The frames before and after beneath the picture (${keys('onion')})`}
        onClick={() => onChange({ ...settings, on: !settings.on })}
      >
        Onion
      </Toggle>
      <Popover
        label="Onion skin"
        align="end"
        trigger={
          <Button aria-label="Onion skin: which frames" className="w-6 rounded-l-none! border-l-0! px-0!">
            <ChevronDown size={13} />
          </Button>
        }
      >
        <div className="space-y-2">
          <p className="font-semibold">Onion skin</p>
          <Select
            aria-label="Onion skin of"

            value={settings.of}
            onChoose={(choice) => change({ of: choice })}
            choices={[
              { id: 'frames', label: 'frames about this one' },
              { id: 'keys', label: 'keyed frames only' },
              { id: 'range', label: 'the whole range' },
            ]}
          />
          {settings.of !== 'range' && count('before', 'before', 0)}
          {settings.of !== 'range' && count('after', 'after', 0)}
          {count(settings.of === 'keys' ? 'every … key' : 'every … frame', 'every', 1)}
          <p className="text-xs text-faint">
            {settings.of === 'range'
              ? `Of a long range some ${MOST_OF_RANGE} frames, spread evenly.`
              : `Counts up to ${MOST_SKINS}.`}{' '}
            Before: plum. After: ochre, dashed.
          </p>
          <Select
            aria-label="Onion skin drawn"

            value={settings.style}
            onChoose={(choice) => change({ style: choice })}
            choices={[
              { id: 'outline', label: 'as outlines' },
              { id: 'filled', label: 'filled' },
            ]}
          />
          <Tick checked={settings.fading} onTick={(fading) => change({ fading })}>
            Farther ones fainter
          </Tick>
        </div>
      </Popover>
    </div>
  );
}
