/**
 * What is pressed at once, as one text: `k`, `K`, `{`, `shift+Home`, `ctrl+shift+z`. Shift is told only where the key
 * itself does not show it.
 */
export function chordOf(event: Pick<KeyboardEvent, 'key' | 'ctrlKey' | 'metaKey' | 'shiftKey' | 'altKey'>): string {
  const ctrl = event.ctrlKey || event.metaKey;
  const key = ctrl && event.key.length === 1 ? event.key.toLowerCase() : event.key;
  const tellsShift = event.shiftKey && (ctrl || key.length > 1 || key === ' ');
  return `${ctrl ? 'ctrl+' : ''}${event.altKey ? 'alt+' : ''}${tellsShift ? 'shift+' : ''}${key}`;
}

const KEY_WORDS: Record<string, string> = {
  ' ': 'Space',
  Escape: 'Esc',
  ArrowLeft: '←',
  ArrowRight: '→',
  ArrowUp: '↑',
  ArrowDown: '↓',
};

/** A chord as a person reads it: `Ctrl Shift Z`. */
export function showChord(chord: string): string {
  const parts = chord.split(/\+(?=.)/);
  const key = parts.pop()!;
  const shift = /^[A-Z]$/.test(key) ? ['Shift'] : [];
  const words = parts.map((part) => part[0]!.toUpperCase() + part.slice(1));
  return [...words, ...shift, KEY_WORDS[key] ?? (key.length === 1 ? key.toUpperCase() : key)].join(' ');
}

/** Keys that only go with others. */
export const isModifier = (key: string): boolean =>
  ['Shift', 'Control', 'Alt', 'Meta', 'AltGraph', 'CapsLock'].includes(key);
