import { ChevronDown } from 'lucide-react';
import { z } from 'zod';
import { useShownKeys } from '../../keyboard/index.ts';
import { Button, DecimalInput, Popover, Toggle } from '../../ui/index.ts';
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
          <select
            aria-label="Onion skin of"
            className="h-8 w-full rounded-md border border-rule bg-page px-2"
            value={settings.of}
            onChange={(event) => change({ of: event.target.value as OnionSettings['of'] })}
          >
            <option value="frames">frames about this one</option>
            <option value="keys">keyed frames only</option>
            <option value="range">the whole range</option>
          </select>
          {settings.of !== 'range' && count('before', 'before', 0)}
          {settings.of !== 'range' && count('after', 'after', 0)}
          {count(settings.of === 'keys' ? 'every … key' : 'every … frame', 'every', 1)}
          <p className="text-xs text-faint">
            {settings.of === 'range'
              ? `Of a long range some ${MOST_OF_RANGE} frames, spread evenly.`
              : `Counts up to ${MOST_SKINS}.`}{' '}
            Before: plum. After: ochre, dashed.
          </p>
          <select
            aria-label="Onion skin drawn"
            className="h-8 w-full rounded-md border border-rule bg-page px-2"
            value={settings.style}
            onChange={(event) => change({ style: event.target.value as OnionSettings['style'] })}
          >
            <option value="outline">as outlines</option>
            <option value="filled">filled</option>
          </select>
          <label className="flex items-center gap-2">
            <input
              type="checkbox"
              checked={settings.fading}
              onChange={(event) => change({ fading: event.target.checked })}
              className="accent-[var(--accent)]"
            />{' '}
            Farther ones fainter
          </label>
        </div>
      </Popover>
    </div>
  );
}
