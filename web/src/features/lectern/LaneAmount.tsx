import { type Variant, type VariantAmount, VARIANTS } from '@undulan/core';
import { Slider } from 'radix-ui';
import * as z from 'zod';
import { DecimalInput } from '../../ui/index.ts';

interface LaneAmountProps {
  lane: string;
  variant: Variant;
  /** As it is dragged, and typed: everyone who watches sees it follow. */
  onVariant: (variant: Variant) => void;
}

const withinOf = ({ least, most, step }: VariantAmount) => (step === 1 ? z.int() : z.number()).min(least).max(most);

/** What can be dragged of how a lane is made. */
export function LaneAmount({ lane, variant, onVariant }: LaneAmountProps) {
  const bounds = VARIANTS[variant.kind].amount;
  if (!bounds) return null;
  const { label, unit, least, most, step } = bounds;
  const take = (amount: number): void =>
    onVariant({ ...variant, amount: Math.min(most, Math.max(least, Number(amount.toFixed(3)))) });
  // Of a wide span the usual part is dragged; the rest can be typed.
  const [from, to] = [Math.max(least, -24), unit === 'frames' || unit === 'fps' ? Math.min(most, 96) : most];
  return (
    <div className="flex items-center gap-2 text-sm text-faint">
      <span className="whitespace-nowrap">{label}</span>
      <Slider.Root
        className="relative flex h-7 min-w-16 flex-1 touch-none items-center select-none"
        min={from}
        max={Math.max(to, variant.amount)}
        step={step}
        value={[variant.amount]}
        onValueChange={([value]) => take(value!)}
      >
        <Slider.Track className="relative h-1 flex-1 rounded-full bg-rule">
          <Slider.Range className="absolute h-full rounded-full bg-accent" />
        </Slider.Track>
        <Slider.Thumb
          aria-label={`${label}, ${lane}`}
          className="block h-4 w-4 rounded-full border-2 border-accent bg-page"
        />
      </Slider.Root>
      <DecimalInput
        within={withinOf(bounds)}
        unit={unit}
        aria-label={`${label} of ${lane}`}
        className="figures h-7! w-16! text-right"
        value={variant.amount}
        onDecimal={take}
      />
      <span className="figures w-10 text-xs">{unit}</span>
    </div>
  );
}
