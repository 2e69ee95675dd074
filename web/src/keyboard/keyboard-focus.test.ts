import { beforeEach, expect, test } from 'vitest';
import { isTyping, pressesControl } from './keyboard-focus.ts';

let button: HTMLButtonElement;

beforeEach(() => {
  document.body.innerHTML = '<button>Delete run</button><input /><div contenteditable="true"></div><p>words</p>';
  button = document.querySelector('button')!;
});

const come = (by: 'pointerdown' | 'keydown'): void => {
  button.dispatchEvent(
    by === 'keydown'
      ? new KeyboardEvent('keydown', { key: 'Tab', bubbles: true })
      : new Event('pointerdown', { bubbles: true }),
  );
  button.dispatchEvent(new FocusEvent('focusin', { bubbles: true }));
};

test('a control that was clicked does not keep Space, however many keys are pressed after', () => {
  come('pointerdown');
  expect(pressesControl(button)).toBe(false);
  button.dispatchEvent(new KeyboardEvent('keydown', { key: ' ', bubbles: true }));
  expect(pressesControl(button)).toBe(false);
});

test('a control that the keyboard came to is pressed by Space', () => {
  come('keydown');
  expect(pressesControl(button)).toBe(true);
  expect(pressesControl(document.querySelector('p'))).toBe(false);
  come('pointerdown');
  expect(pressesControl(button)).toBe(false);
});

test('a control given the focus back by Escape has it as it had it before', () => {
  const escape = (): void => {
    button.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape', bubbles: true }));
    button.dispatchEvent(new FocusEvent('focusin', { bubbles: true }));
  };
  come('pointerdown');
  escape();
  expect(pressesControl(button)).toBe(false);
  come('keydown');
  escape();
  expect(pressesControl(button)).toBe(true);
});

test('keys in fields are typed', () => {
  expect(isTyping(document.querySelector('input'))).toBe(true);
  expect(isTyping(button)).toBe(false);
  expect(isTyping(null)).toBe(false);
});
