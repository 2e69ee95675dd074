import { type ChannelId, type ChannelKind, CHANNELS, type Result } from '@undulan/core';
import { useMemo } from 'react';
import { selectMotion } from '../editing/index.ts';
import { useAppSelector } from '../state/index.ts';
import { brief, useStored } from '../ui/index.ts';
import { computeValue, formatValue, parseColour } from './channel-looks.ts';

type KindUnit = ChannelKind['unit'];

interface ShownUnit {
  label: string;
  /** How many of it are one of the channel's own unit. */
  per: (pxPerMetre: number) => number;
  decimals: number;
}

/** What values may be shown in beside their own unit; lengths by the stage's scale. */
const OTHER_UNITS: Partial<Record<KindUnit, ShownUnit[]>> = {
  px: [
    { label: 'mm', per: (pxPerMetre) => 1000 / pxPerMetre, decimals: 0 },
    { label: 'cm', per: (pxPerMetre) => 100 / pxPerMetre, decimals: 1 },
    // International inch: 0.0254 m.
    { label: 'in', per: (pxPerMetre) => 1 / 0.0254 / pxPerMetre, decimals: 2 },
    { label: 'm', per: (pxPerMetre) => 1 / pxPerMetre, decimals: 3 },
  ],
  '×': [{ label: '%', per: () => 100, decimals: 1 }],
  share: [{ label: '%', per: () => 100, decimals: 2 }],
};

export interface ValueUnits {
  /** The units a channel's values may be shown in; its own is first. */
  choices: (id: ChannelId) => string[];
  label: (id: ChannelId) => string;
  choose: (id: ChannelId, label: string) => void;
  /** How many shown units are one of the channel's own. */
  per: (id: ChannelId) => number;
  format: (id: ChannelId, value: number) => string;
  /** Reads what was typed in the shown unit, or a change of the value now (`+=10`, `*2`). */
  compute: (id: ChannelId, text: string, now: number) => Result<number>;
}

/**
 * What values are shown and typed in, as the person chose for each kind of channel. The document keeps its own units.
 */
export function useValueUnits(): ValueUnits {
  const [chosen, setChosen] = useStored<Partial<Record<KindUnit, string>>>('value-units', {});
  const pxPerMetre = useAppSelector((state) => selectMotion(state)?.stage.pixelsPerMetre ?? null);
  return useMemo(() => {
    const unitOf = (id: ChannelId): KindUnit => CHANNELS[id].unit;
    // Where no motion is being edited there is no scale to convert by.
    const shown = (id: ChannelId): ShownUnit | undefined =>
      pxPerMetre === null ? undefined : OTHER_UNITS[unitOf(id)]?.find((unit) => unit.label === chosen[unitOf(id)]);
    const per = (id: ChannelId): number => shown(id)?.per(pxPerMetre!) ?? 1;
    return {
      choices: (id) => [unitOf(id), ...(OTHER_UNITS[unitOf(id)] ?? []).map((unit) => unit.label)],
      label: (id) => shown(id)?.label ?? unitOf(id),
      choose: (id, label) => setChosen({ ...chosen, [unitOf(id)]: label }),
      per,
      format: (id, value) => {
        const unit = shown(id);
        return unit ? brief(value * per(id), unit.decimals) : formatValue(id, value);
      },
      compute: (id, text, now) => {
        if (CHANNELS[id].unit === 'colour') return parseColour(text);
        const unit = shown(id);
        const bare = unit && text.trim().endsWith(unit.label) ? text.trim().slice(0, -unit.label.length) : text;
        const value = computeValue(bare, now * per(id));
        return value.ok ? { ok: true, value: value.value / per(id) } : value;
      },
    };
  }, [chosen, pxPerMetre, setChosen]);
}
