import { type EaseAmounts, easeAmounts, type KeyRef } from '@undulan/core';
import { Slider } from 'radix-ui';
import { z } from 'zod';
import { applyEdit, type EditRequest, previewEdit } from '../../editing/index.ts';
import { useAppDispatch } from '../../state/index.ts';
import { DecimalInput } from '../../ui/index.ts';
import type { SegmentKey } from './use-segment-keys.ts';

const PERCENT = z.number().min(0).max(100);

const ENDS: { end: keyof EaseAmounts; label: string }[] = [
  { end: 'start', label: 'Slow start' },
  { end: 'finish', label: 'Slow finish' },
];

interface EaseAmountsFieldsProps {
  begins: SegmentKey[];
  refs: KeyRef[];
}

/**
 * How much the segments are eased at both ends, in percent, to be dragged or typed: 0 is even, 100 a full stop. Several
 * take the same.
 */
export function EaseAmountsFields({ begins, refs }: EaseAmountsFieldsProps) {
  const dispatch = useAppDispatch();
  const first = begins[0]!;
  const now = easeAmounts(first.channel.keys, first.index);
  const request = (end: keyof EaseAmounts, percent: number): EditRequest => ({
    operation: 'setEaseAmount',
    args: [refs, { [end]: percent / 100 }],
  });
  return (
    <fieldset>
      <legend className="mb-1 font-semibold">By amount</legend>
      {ENDS.map(({ end, label }) => {
        const amount = now?.[end] ?? 0;
        const percent = Number.isFinite(amount) ? Math.round(amount * 100) : 0;
        return (
          <div key={end} className="flex items-center gap-2 text-xs">
            <span className="w-16">{label}</span>
            <Slider.Root
              className="relative flex h-7 flex-1 touch-none items-center select-none"
              min={0}
              max={100}
              value={[Math.min(100, Math.max(0, percent))]}
              onValueChange={([value]) => dispatch(previewEdit(request(end, value!)))}
              onValueCommit={([value]) => dispatch(applyEdit(request(end, value!)))}
            >
              <Slider.Track className="relative h-1 flex-1 rounded-full bg-rule">
                <Slider.Range className="absolute h-full rounded-full bg-accent" />
              </Slider.Track>
              <Slider.Thumb aria-label={label} className="block h-4 w-4 rounded-full border-2 border-accent bg-page" />
            </Slider.Root>
            <DecimalInput
              within={PERCENT}
              unit="%"
              aria-label={`${label} in percent`}
              className="figures h-6! w-14! text-right"
              value={percent}
              onDecimal={(typed) => dispatch(applyEdit(request(end, typed)))}
            />
            <span className="text-faint">%</span>
          </div>
        );
      })}
      {!now && <p className="text-xs text-faint">Held now: an amount makes it a curve.</p>}
      {begins.length > 1 && <p className="text-xs text-faint">For {begins.length} segments; shown is the first.</p>}
    </fieldset>
  );
}
