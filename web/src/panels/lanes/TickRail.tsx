import { Slider } from 'radix-ui';

interface TickRailProps {
  label: string;
  ticks: readonly number[];
  onTicks: (ticks: number[]) => void;
}

const FINE = 1000;

/** A rail from one extreme to the other, with ticks that are dragged to where the drawings are. */
export function TickRail({ label, ticks, onTicks }: TickRailProps) {
  return (
    <Slider.Root
      className="relative mx-3 flex h-12 touch-none items-center select-none"
      min={0}
      max={FINE}
      step={5}
      value={ticks.map((tick) => Math.round(tick * FINE))}
      onValueChange={(values) => onTicks(values.map((value) => value / FINE))}
    >
      <Slider.Track className="relative h-0.5 flex-1 bg-ink">
        <span className="absolute -top-2.5 -left-2.5 h-5 w-5 rounded-full border-2 border-ink bg-page" />
        <span className="absolute -top-2.5 -right-2.5 h-5 w-5 rounded-full border-2 border-ink bg-page" />
      </Slider.Track>
      {ticks.map((_, i) => (
        <Slider.Thumb
          key={i}
          aria-label={`${label}, tick ${i + 1}`}
          className="flex h-10 w-5 cursor-ew-resize justify-center"
        >
          <span className="h-full w-1 rounded-sm bg-accent" />
        </Slider.Thumb>
      ))}
    </Slider.Root>
  );
}
