import { clsx } from 'clsx';
import type { ButtonHTMLAttributes, ReactNode } from 'react';
import { Tip } from './Tip.tsx';

type Kind = 'plain' | 'main' | 'quiet' | 'danger';

const LOOKS: Record<Kind, string> = {
  plain: 'border border-rule bg-page hover:border-faint',
  main: 'border border-accent bg-accent text-on-accent font-semibold hover:brightness-110',
  quiet: 'border border-transparent hover:bg-shade',
  danger: 'border border-danger text-danger bg-page hover:bg-shade',
};

interface ButtonProps extends ButtonHTMLAttributes<HTMLButtonElement> {
  kind?: Kind;
  /** A square button for an icon; `aria-label` names it. */
  square?: boolean;
  /** For rows of many. */
  small?: boolean;
  /** Shown on hover and focus; with `disabledReason` why the button does nothing now. */
  tip?: ReactNode;
  disabledReason?: string | null | false;
}

/** A button. One that would do nothing is disabled and says why, and can still be reached to read it. */
export function Button({
  kind = 'plain',
  square,
  small,
  tip,
  disabledReason,
  className = '',
  onClick,
  ...rest
}: ButtonProps) {
  const off = Boolean(disabledReason);
  const button = (
    <button
      type="button"
      {...rest}
      aria-disabled={off || rest.disabled || undefined}
      data-off={disabledReason || undefined}
      onClick={off ? (event) => event.preventDefault() : onClick}
      className={clsx(
        'inline-flex shrink-0 items-center justify-center gap-1.5 rounded-md whitespace-nowrap',
        small ? 'h-7 text-xs' : 'h-8 text-sm',
        square ? (small ? 'w-7' : 'w-8') : small ? 'px-2' : 'px-3',
        LOOKS[kind],
        off || rest.disabled ? 'cursor-not-allowed opacity-50' : '',
        className,
      )}
    />
  );
  const says = disabledReason || tip;
  return says ? <Tip says={says}>{button}</Tip> : button;
}

interface ToggleProps extends Omit<ButtonProps, 'kind'> {
  on: boolean;
}

/** A button that stays in: on or off. */
export function Toggle({ on, className = '', ...rest }: ToggleProps) {
  return (
    <Button
      {...rest}
      aria-pressed={on}
      className={clsx(className, on ? 'border-accent! text-accent bg-page font-semibold' : '')}
    />
  );
}
