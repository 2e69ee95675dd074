import { Children, Fragment, isValidElement, type ReactNode, useEffect, useRef } from 'react';

/** Something that can be done on the screen as it is. */
export interface Offered {
  label: string;
  run: () => void;
  /** Its keyboard shortcut, as it is written. */
  keys?: string | undefined;
  /** Why it would do nothing now. */
  off?: string | undefined;
  /** What is in the sheet it opens. */
  holds?: string | undefined;
}

const offers = new Set<() => readonly Offered[]>();

/** Says what can be done while the component is there; asked for only when someone looks for it. */
export function useOffer(list: () => readonly Offered[]): void {
  const latest = useRef(list);
  useEffect(() => {
    latest.current = list;
  });
  useEffect(() => {
    const ask = (): readonly Offered[] => latest.current();
    offers.add(ask);
    return () => void offers.delete(ask);
  }, []);
}

/** Buttons, tabs and links that are to be seen, but for the marks of strips. */
function controlsNow(): Offered[] {
  const controls = document.querySelectorAll<HTMLElement>(
    ':is(header, main) :is(button, [role="tab"], a[href]):not([data-frame])',
  );
  return [...controls].flatMap((control): Offered[] => {
    if (!control.checkVisibility()) return [];
    const label = (control.getAttribute('aria-label') ?? control.innerText).replace(/\s+/g, ' ').trim();
    if (label.length < 2) return [];
    const isOff = control.getAttribute('aria-disabled') === 'true';
    const off = isOff ? (control.dataset['off'] ?? 'Not now.') : undefined;
    // As pressed by the keyboard: menus open on that, too.
    const run = (): void => {
      control.focus();
      control.click();
    };
    return [{ label, off, run, holds: control.dataset['holds'] }];
  });
}

/**
 * All that can be done now, once each: a shortcut, the menu's item and the button of one name, or of one shortcut, are
 * one.
 */
export function offeredNow(): Offered[] {
  const found: Offered[] = [];
  for (const offer of [...[...offers].flatMap((ask) => ask()), ...controlsNow()]) {
    const same = found.find(
      ({ label, keys }) =>
        label.toLowerCase() === offer.label.toLowerCase() || (keys !== undefined && keys === offer.keys),
    );
    if (same) Object.assign(same, { keys: same.keys ?? offer.keys, off: same.off ?? offer.off });
    else found.push({ ...offer });
  }
  return found;
}

/** The text of what React would render, as far as it is written out. */
export function textOf(node: ReactNode): string {
  return Children.toArray(node)
    .map((child) =>
      typeof child === 'string' || typeof child === 'number'
        ? String(child)
        : isValidElement<{ children?: ReactNode }>(child)
          ? textOf(child.props.children)
          : '',
    )
    .join('')
    .replace(/\s+/g, ' ')
    .trim();
}

/** The elements of one kind among what React would render, in their order. */
export function elementsOf<Props>(node: ReactNode, type: (props: Props) => ReactNode): Props[] {
  return Children.toArray(node).flatMap((child): Props[] =>
    !isValidElement<Props & { children?: ReactNode }>(child)
      ? []
      : child.type === type
        ? [child.props]
        : child.type === Fragment
          ? elementsOf(child.props.children, type)
          : [],
  );
}
