import { useEffect } from 'react';
import { isTyping, pressesControl } from '../../keyboard/index.ts';

/**
 * Calls `press` with each key that is neither typed into a field nor pressing the control it is sent to; true where it
 * was taken.
 */
export function useKeys(press: (key: string) => boolean): void {
  useEffect(() => {
    const pressed = (event: KeyboardEvent): void => {
      if (isTyping(event.target) || event.repeat || event.altKey || event.ctrlKey || event.metaKey) return;
      if ((event.key === ' ' || event.key === 'Enter') && pressesControl(event.target)) return;
      if (press(event.key)) event.preventDefault();
    };
    window.addEventListener('keydown', pressed);
    return () => window.removeEventListener('keydown', pressed);
  });
}
