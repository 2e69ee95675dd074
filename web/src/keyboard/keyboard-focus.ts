/**
 * Whether the focus came where it is by the keyboard. `:focus-visible` does not tell: it also matches a control that
 * was clicked, as soon as any key is pressed.
 */
let lastInput: 'pointer' | 'key' | 'Tab' = 'pointer';
let cameByKey = false;
/** The control pressed with a pointer last: given the focus back by what it opened, it is as good as clicked. */
let clicked: Element | null = null;

const controlAt = (target: EventTarget | null): Element | null =>
  target instanceof Element ? target.closest('button, a, summary') : null;

addEventListener(
  'pointerdown',
  (event) => {
    lastInput = 'pointer';
    clicked = controlAt(event.target);
  },
  true,
);
addEventListener('keydown', (event) => (lastInput = event.key === 'Tab' ? 'Tab' : 'key'), true);
addEventListener(
  'focusin',
  (event) => {
    if (lastInput === 'Tab') clicked = null;
    const isClicked = clicked !== null && controlAt(event.target) === clicked;
    cameByKey = lastInput !== 'pointer' && !isClicked;
  },
  true,
);

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
  return cameByKey && controlAt(target) !== null;
}
