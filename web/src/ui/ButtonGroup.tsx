import { clsx } from 'clsx';
import { ToggleGroup } from 'radix-ui';

interface ButtonGroupProps<Id extends string> {
  label: string;
  /** The one that holds; empty where several do. */
  value: Id | '';
  choices: readonly { id: Id; label: string; says?: string }[];
  onChoose: (id: Id) => void;
  /** Buttons by themselves, with room between, instead of joined ones. */
  apart?: boolean;
}

const JOINED =
  'bg-page px-1.5 text-[11px] leading-5 aria-checked:bg-shade aria-checked:font-semibold aria-checked:text-ink';
const APART =
  'rounded-md border border-rule bg-page px-2 py-0.5 aria-checked:border-accent aria-checked:bg-transparent ' +
  'aria-checked:font-semibold aria-checked:text-accent';

/** One of a few things, all in view; arrow keys go from one to the next. */
export function ButtonGroup<Id extends string>({
  label,
  value,
  choices,
  onChoose,
  apart = false,
}: ButtonGroupProps<Id>) {
  return (
    <ToggleGroup.Root
      type="single"
      value={value}
      aria-label={label}
      // Pressed again, the one chosen stays so.
      onValueChange={(next) => next && onChoose(next as Id)}
      className={clsx(
        apart ? 'flex flex-wrap items-center gap-1.5' : 'inline-flex overflow-hidden rounded border border-rule',
      )}
    >
      {choices.map(({ id, label: name, says }) => (
        <ToggleGroup.Item key={id} value={id} title={says} className={apart ? APART : JOINED}>
          {name}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}
