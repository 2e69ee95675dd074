// Shortcuts: which there are, which chords they have, and where a key press belongs to something else.
export { ShortcutsDialog, ShortcutSheet, useChangedShortcuts } from './ShortcutSheet.tsx';
export { isTyping, pressesControl } from './keyboard-focus.ts';
export { useShortcuts, useShownKeys } from './shortcuts.ts';
export type { ShortcutName } from './shortcuts.ts';
