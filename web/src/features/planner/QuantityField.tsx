import { clsx } from 'clsx';
import { MoveHorizontal } from 'lucide-react';
import { useRef } from 'react';
import { Field, INPUT, usePointerDrag, withMark } from '../../ui/index.ts';
import { scrubText } from './scrub.ts';

interface QuantityFieldProps {
  label: string;
  value: string;
  onChange: (text: string) => void;
  error?: string | undefined;
  hint?: string | undefined;
  /** What one step of dragging or an arrow key adds. */
  step?: number;
  least?: number;
  className?: string;
}

const PX_PER_STEP = 5;

/**
 * A number with its unit, to type or to drag by its handle; arrow keys step it too. What is typed stays, right or
 * wrong.
 */
export function QuantityField({
  label,
  value,
  onChange,
  error,
  hint,
  step = 1,
  least = 0,
  className,
}: QuantityFieldProps) {
  const from = useRef(value);
  const scrubTo = (dxPx: number): void =>
    onChange(scrubText(from.current, Math.round(dxPx / PX_PER_STEP), step, least));
  const drag = usePointerDrag<null>({
    onMove: (_, { dxPx }) => scrubTo(dxPx),
    onEnd: (_, { dxPx }) => scrubTo(dxPx),
    onCancel: () => onChange(from.current),
  });
  return (
    <Field
      label={label}
      error={error && withMark(error)}
      hint={hint && withMark(hint)}
      {...(className && { className })}
    >
      {(ids) => (
        <div className="relative">
          <input
            {...ids}
            value={value}
            onChange={(event) => onChange(event.target.value)}
            onKeyDown={(event) => {
              const steps = { ArrowUp: 1, ArrowDown: -1, PageUp: 10, PageDown: -10 }[event.key];
              if (!steps) return;
              event.preventDefault();
              onChange(scrubText(value, steps, step, least));
            }}
            className={clsx(INPUT, 'figures pr-7')}
          />
          <span
            aria-hidden="true"
            title="Drag to change"
            className={clsx(
              'absolute inset-y-0 right-0 grid w-7 cursor-ew-resize touch-none place-items-center',
              'text-faint hover:text-accent',
            )}
            onPointerDown={(event) => {
              from.current = value;
              drag(event, null);
            }}
          >
            <MoveHorizontal size={14} />
          </span>
        </div>
      )}
    </Field>
  );
}
