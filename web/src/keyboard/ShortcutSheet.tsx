import { clsx } from 'clsx';
import { Keyboard } from 'lucide-react';
import { useEffect, useState } from 'react';
import { explain, useChooseShortcutsMutation } from '../server-data/index.ts';
import { useAppSelector } from '../state/index.ts';
import { Button, Dialog, sayProblem } from '../ui/index.ts';
import { chordOf, isModifier, showChord } from './chords.ts';
import { selectChords, SHORTCUT_NAMES, type ShortcutName, SHORTCUTS, useShortcuts } from './shortcuts.ts';

/**
 * The button and the sheet that lists every shortcut; pressing one there gives it other keys, kept with the account.
 */
export function ShortcutSheet() {
  const [open, setOpen] = useState(false);
  useShortcuts({ help: () => setOpen(true) });
  return (
    <>
      <Button
        square
        kind="quiet"
        aria-label="Keyboard shortcuts"
        tip="Keyboard shortcuts (?)"
        onClick={() => setOpen(true)}
      >
        <Keyboard size={17} />
      </Button>
      {open && <ShortcutsDialog onClose={() => setOpen(false)} />}
    </>
  );
}

/** Shortcuts that someone has given other keys. */
export function useChangedShortcuts(): ShortcutName[] {
  const chords = useAppSelector(selectChords);
  return SHORTCUT_NAMES.filter((name) => chords[name] !== SHORTCUTS[name].chord);
}

/** Every shortcut with its keys, to be changed. */
export function ShortcutsDialog({ onClose }: { onClose: () => void }) {
  const chords = useAppSelector(selectChords);
  const [waiting, setWaiting] = useState<ShortcutName | null>(null);
  const [says, setSays] = useState<string | null>(null);
  const [choose, { isLoading }] = useChooseShortcutsMutation();
  const changed = useChangedShortcuts();

  const keep = async (next: Partial<Record<ShortcutName, string>>): Promise<void> => {
    const answer = await choose(next);
    if (answer.error) sayProblem(explain(answer.error));
  };

  useEffect(() => {
    if (!waiting) return undefined;
    const own = Object.fromEntries(changed.map((name) => [name, chords[name]]));
    const take = (event: KeyboardEvent): void => {
      event.preventDefault();
      event.stopPropagation();
      if (isModifier(event.key)) return;
      setWaiting(null);
      if (event.key === 'Escape') return;
      const chord = chordOf(event);
      const taken = SHORTCUT_NAMES.find((name) => name !== waiting && chords[name] === chord);
      if (taken) {
        setSays(`${showChord(chord)} is taken: ${SHORTCUTS[taken].label}. Give that other keys first.`);
        return;
      }
      setSays(null);
      const others = Object.entries(own).filter(([name]) => name !== waiting);
      void keep(Object.fromEntries(chord === SHORTCUTS[waiting].chord ? others : [...others, [waiting, chord]]));
    };
    window.addEventListener('keydown', take, true);
    return () => window.removeEventListener('keydown', take, true);
  });

  return (
    <Dialog
      open
      onClose={onClose}
      title="Keyboard shortcuts"
      wide
      actions={
        <Button
          disabledReason={changed.length === 0 && 'All shortcuts are the given ones.'}
          disabled={isLoading}
          onClick={() => void keep({})}
        >
          Back to the given ones
        </Button>
      }
    >
      <p className="mb-3 text-sm text-faint">
        Click the keys of a shortcut and press others to change them; Escape leaves them. Your choice is kept with your
        account.
      </p>
      {says && (
        <p role="alert" className="mb-3 text-sm text-danger">
          {says}
        </p>
      )}
      <ul className="columns-2 gap-x-12">
        {SHORTCUT_NAMES.map((name) => (
          <li key={name} className="mb-1 flex break-inside-avoid items-center justify-between gap-4 text-sm">
            <span id={`shortcut-${name}`}>{SHORTCUTS[name].label}</span>
            <button
              type="button"
              aria-describedby={`shortcut-${name}`}
              onClick={() => {
                setSays(null);
                setWaiting(name);
              }}
              className={clsx(
                'figures min-w-12 rounded-md border px-2 py-0.5 text-right',
                waiting === name
                  ? 'border-accent text-accent'
                  : changed.includes(name)
                    ? 'border-ink'
                    : 'border-rule text-faint',
                'hover:border-faint',
              )}
            >
              {waiting === name ? 'press keys …' : showChord(chords[name])}
            </button>
          </li>
        ))}
      </ul>
      <p className="mt-4 text-sm text-faint">
        On a key mark: arrows move it by a frame, Shift and arrows by ten, Alt and arrows by a tenth; on the curve, up
        and down change its value. Shift-click adds to the selection. On the ruler, Alt goes between frames; the wheel
        zooms there, elsewhere with Ctrl, and pans with Shift.
      </p>
    </Dialog>
  );
}
