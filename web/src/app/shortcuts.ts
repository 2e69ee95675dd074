import { useEffect, useRef } from 'react';
import { isTyping, pressesControl } from './keyboard-focus.ts';

/** Every keyboard shortcut: what the `?` sheet lists. `key` is what the keyboard reports. */
export const SHORTCUTS = {
  play: { key: ' ', label: 'Play or stop', shown: 'Space' },
  frameBack: { key: ',', label: 'One frame back', shown: ',' },
  frameOn: { key: '.', label: 'One frame on', shown: '.' },
  keyBack: { key: '[', label: 'To the key before', shown: '[' },
  keyOn: { key: ']', label: 'To the next key', shown: ']' },
  toStart: { key: 'Home', label: 'To the first frame', shown: 'Home' },
  toEnd: { key: 'End', label: 'To the last frame', shown: 'End' },
  loop: { key: 'l', label: 'Loop on or off', shown: 'L' },
  keyHere: { key: 'k', label: 'Key the moving channels here', shown: 'K' },
  keyAll: { key: 'K', label: 'Key all channels here', shown: 'Shift K' },
  record: { key: 'r', label: 'Record on or off', shown: 'R' },
  target: { key: 't', label: 'Show or hide the target', shown: 'T' },
  trail: { key: 'm', label: 'Show or hide the trail', shown: 'M' },
  stripKeys: { key: '1', label: 'Keys strip', shown: '1' },
  stripCurve: { key: '2', label: 'Curve strip', shown: '2' },
  stripGap: { key: '3', label: 'Gap strip', shown: '3' },
  undo: { key: 'ctrl+z', label: 'Undo', shown: 'Ctrl Z' },
  redo: { key: 'ctrl+shift+z', label: 'Redo', shown: 'Ctrl Shift Z' },
  deleteKeys: { key: 'Delete', label: 'Delete the selected keys', shown: 'Delete' },
  selectAll: { key: 'ctrl+a', label: 'Select all keys of the subject', shown: 'Ctrl A' },
  letGo: { key: 'Escape', label: 'Let go of the selection', shown: 'Esc' },
  help: { key: '?', label: 'This sheet', shown: '?' },
} as const satisfies Record<string, { key: string; label: string; shown: string }>;

export type ShortcutName = keyof typeof SHORTCUTS;
export type ShortcutHandlers = Partial<Record<ShortcutName, () => void>>;

function keyOf(event: KeyboardEvent): string {
  if (event.ctrlKey || event.metaKey) return `ctrl+${event.shiftKey ? 'shift+' : ''}${event.key.toLowerCase()}`;
  return event.key;
}

/** Answers the named shortcuts while the component is there. Typing in a field and open dialogs come first. */
export function useShortcuts(handlers: ShortcutHandlers): void {
  const latest = useRef(handlers);
  useEffect(() => {
    latest.current = handlers;
  });
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent): void => {
      if (event.defaultPrevented || event.altKey || isTyping(event.target) || (event.key === ' ' && pressesControl(event.target))) return;
      if (document.querySelector('[role="dialog"][data-state="open"]')) return;
      const pressed = keyOf(event);
      for (const [name, { key }] of Object.entries(SHORTCUTS)) {
        const handler = latest.current[name as ShortcutName];
        if (!handler || (key !== pressed && !(key === 'Delete' && pressed === 'Backspace'))) continue;
        event.preventDefault();
        handler();
        return;
      }
    };
    window.addEventListener('keydown', onKeyDown);
    return () => window.removeEventListener('keydown', onKeyDown);
  }, []);
}
