/**
 * As a menu closes, what had the focus before gets it back, a moment later: not where another menu was opened
 * meanwhile, which would close for it.
 */
export function leaveFocusToOpenMenu(event: Event): void {
  if (document.querySelector('[role="menu"][data-state="open"]')) event.preventDefault();
}
