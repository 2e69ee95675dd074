/**
 * Whether the focus came where it is by the keyboard. `:focus-visible` does not tell: it also matches a control that
 * was clicked, as soon as any key is pressed.
 */
let lastInput: 'pointer' | 'key' = 'pointer';
let cameByKey = false;

addEventListener('pointerdown', () => (lastInput = 'pointer'), true);
addEventListener('keydown', () => (lastInput = 'key'), true);
addEventListener('focusin', () => (cameByKey = lastInput === 'key'), true);

/** Whether keys pressed here are typed into a field. */
export function isTyping(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName))
  );
}

/**
 * Whether Space and Enter press the control they are sent to: one that the keyboard came to. A control that was only
 * clicked does not keep them.
 */
export function pressesControl(target: EventTarget | null): boolean {
  return cameByKey && target instanceof Element && target.closest('button, a, summary') !== null;
}
