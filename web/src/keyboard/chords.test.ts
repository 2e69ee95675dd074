import { expect, test } from 'vitest';
import { chordOf, showChord } from './chords.ts';
import { SHORTCUT_NAMES, SHORTCUTS } from './shortcuts.ts';

const press = (
  key: string,
  held: Partial<Record<'ctrlKey' | 'metaKey' | 'shiftKey' | 'altKey', boolean>> = {},
): string => chordOf({ key, ctrlKey: false, metaKey: false, shiftKey: false, altKey: false, ...held });

test('what is pressed is told as one chord; Shift only where the key does not show it', () => {
  expect([
    press('k'),
    press('K', { shiftKey: true }),
    press('{', { shiftKey: true }),
    press(' ', { shiftKey: true }),
    press('Home', { shiftKey: true }),
  ]).toEqual(['k', 'K', '{', 'shift+ ', 'shift+Home']);
  expect([
    press('Z', { ctrlKey: true, shiftKey: true }),
    press('z', { metaKey: true }),
    press('+', { ctrlKey: true }),
  ]).toEqual(['ctrl+shift+z', 'ctrl+z', 'ctrl++']);
});

test('a chord is written as a person reads it', () => {
  expect(['k', 'K', ' ', 'shift+ ', 'ctrl+shift+z', 'Escape', '+', 'ctrl++', '{'].map(showChord)).toEqual([
    'K',
    'Shift K',
    'Space',
    'Shift Space',
    'Ctrl Shift Z',
    'Esc',
    '+',
    'Ctrl +',
    '{',
  ]);
});

test('no two shortcuts are given the same chord', () => {
  expect(new Set(SHORTCUT_NAMES.map((name) => SHORTCUTS[name].chord)).size).toBe(SHORTCUT_NAMES.length);
});
