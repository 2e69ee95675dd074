import { createSelector } from '@reduxjs/toolkit';
import { useEffect, useRef } from 'react';
import { api } from '../server-data/index.ts';
import { useAppSelector } from '../state/index.ts';
import { useOffer } from '../ui/index.ts';
import { chordOf, showChord } from './chords.ts';
import { isTyping, pressesControl } from './keyboard-focus.ts';

/** Every keyboard shortcut with the chord it has unless the person chose another: what the `?` sheet lists. */
export const SHORTCUTS = {
  play: { chord: ' ', label: 'Play or stop' },
  playReversed: { chord: 'shift+ ', label: 'Play in reverse, or stop' },
  frameBack: { chord: ',', label: 'One frame back' },
  frameOn: { chord: '.', label: 'One frame on' },
  keyBack: { chord: '[', label: 'To the key before' },
  keyOn: { chord: ']', label: 'To the next key' },
  toStart: { chord: 'Home', label: 'To the first frame' },
  toEnd: { chord: 'End', label: 'To the last frame' },
  loop: { chord: 'l', label: 'Loop, there and back, or once' },
  rangeFrom: { chord: 'b', label: 'Range begins at this frame' },
  rangeTo: { chord: 'e', label: 'Range ends at this frame' },
  snap: { chord: 's', label: 'Snapping on or off' },
  workFrom: { chord: '{', label: 'Work range from here' },
  workTo: { chord: '}', label: 'Work range to here' },
  cueHere: { chord: 'c', label: 'Cue mark here' },
  fitAll: { chord: '0', label: 'Fit everything in view' },
  fitSelection: { chord: '9', label: 'Fit the selected keys in view' },
  zoomIn: { chord: '+', label: 'Zoom in on the playhead' },
  zoomOut: { chord: '-', label: 'Zoom out' },
  keyHere: { chord: 'k', label: 'Key what changed, here' },
  keyAll: { chord: 'K', label: 'Key all of the chosen set, here' },
  record: { chord: 'r', label: 'Record on or off' },
  target: { chord: 't', label: 'Show or hide the target' },
  onion: { chord: 'o', label: 'Onion skin on or off' },
  flip: { chord: 'v', label: 'Flip to the drawing before, while held' },
  trail: { chord: 'm', label: 'Show or hide the trail' },
  stripKeys: { chord: '1', label: 'Keys strip' },
  stripCurve: { chord: '2', label: 'Curve strip' },
  stripSpeed: { chord: '3', label: 'Speed strip' },
  stripLoom: { chord: '4', label: 'Loom strip' },
  stripFilm: { chord: '6', label: 'Filmstrip' },
  stripGap: { chord: '5', label: 'Gap strip' },
  stripSure: { chord: '7', label: 'How sure strip' },
  stripReference: { chord: '8', label: 'Reference strip' },
  undo: { chord: 'ctrl+z', label: 'Undo' },
  redo: { chord: 'ctrl+shift+z', label: 'Redo' },
  copyKeys: { chord: 'ctrl+c', label: 'Copy keys' },
  cutKeys: { chord: 'ctrl+x', label: 'Cut keys' },
  pasteKeys: { chord: 'ctrl+v', label: 'Paste keys at the playhead' },
  duplicateKeys: { chord: 'ctrl+d', label: 'Duplicate keys at the playhead' },
  deleteKeys: { chord: 'Delete', label: 'Delete the selected keys' },
  selectAll: { chord: 'ctrl+a', label: 'Select all keys shown' },
  selectFrame: { chord: 'f', label: 'Select all keys at this frame' },
  selectAfter: { chord: 'F', label: 'Select all keys from here on' },
  letGo: { chord: 'Escape', label: 'Let go of the selection' },
  help: { chord: '?', label: 'Keyboard shortcuts' },
  find: { chord: 'ctrl+k', label: 'Find an action, a screen, an exercise or a person' },
} as const satisfies Record<string, { chord: string; label: string }>;

export type ShortcutName = keyof typeof SHORTCUTS;
export const SHORTCUT_NAMES = Object.keys(SHORTCUTS) as ShortcutName[];
export type ShortcutHandlers = Partial<Record<ShortcutName, () => void>>;
export type Chords = Record<ShortcutName, string>;

const GIVEN = Object.fromEntries(SHORTCUT_NAMES.map((name) => [name, SHORTCUTS[name].chord])) as Chords;

/** The chords in force: the given ones, with those the signed-in person chose instead. */
export const selectChords = createSelector([api.endpoints.session.select()], ({ data }): Chords => ({
  ...GIVEN,
  ...data?.shortcuts,
}));

/** Those that also answer while a field is typed into. */
const WHILE_TYPING: ReadonlySet<string> = new Set<ShortcutName>(['find']);

/** How a shortcut is written, for tips and menus: `showKeys('undo')`. */
export function useShownKeys(): (name: ShortcutName) => string {
  const chords = useAppSelector(selectChords);
  return (name) => showChord(chords[name]);
}

/** Answers the named shortcuts while the component is there. Typing in a field and open dialogs come first. */
export function useShortcuts(handlers: ShortcutHandlers): void {
  const chords = useAppSelector(selectChords);
  const latest = useRef({ handlers, chords });
  useOffer(() =>
    (Object.keys(handlers) as ShortcutName[]).map((name) => ({
      label: SHORTCUTS[name].label,
      keys: showChord(chords[name]),
      run: () => handlers[name]!(),
    })),
  );
  useEffect(() => {
    latest.current = { handlers, chords };
  });
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent): void => {
      if (event.defaultPrevented || (event.key === ' ' && pressesControl(event.target))) return;
      if (document.querySelector('[role="dialog"][data-state="open"], [role="menu"][data-state="open"]')) return;
      const pressed = chordOf(event);
      for (const [name, handler] of Object.entries(latest.current.handlers)) {
        if (isTyping(event.target) && !WHILE_TYPING.has(name)) continue;
        const chord = latest.current.chords[name as ShortcutName];
        if (
          chord !== pressed &&
          !(chord === 'Delete' && pressed === 'Backspace') &&
          !(chord === '+' && pressed === '=')
        )
          continue;
        event.preventDefault();
        handler();
        return;
      }
    };
    window.addEventListener('keydown', onKeyDown);
    return () => window.removeEventListener('keydown', onKeyDown);
  }, []);
}
