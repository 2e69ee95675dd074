import { useState } from 'react';
import { Keyboard } from 'lucide-react';
import { Button, Dialog } from '../ui/index.ts';
import { SHORTCUTS, useShortcuts } from './shortcuts.ts';

/** The button and the sheet that lists every shortcut. */
export function ShortcutSheet() {
  const [open, setOpen] = useState(false);
  useShortcuts({ help: () => setOpen(true) });
  return (
    <>
      <Button square kind="quiet" aria-label="Keyboard shortcuts" tip="Keyboard shortcuts (?)" onClick={() => setOpen(true)}>
        <Keyboard size={17} />
      </Button>
      <Dialog open={open} onClose={() => setOpen(false)} title="Keyboard shortcuts" wide>
        <dl className="columns-2 gap-x-12">
          {Object.values(SHORTCUTS).map(({ label, shown }) => (
            <div key={label} className="mb-1.5 flex break-inside-avoid justify-between gap-4">
              <dt>{label}</dt>
              <dd className="figures text-right text-faint">{shown}</dd>
            </div>
          ))}
        </dl>
        <p className="mt-4 text-sm text-faint">
          On a key mark: arrows move it by a frame, Shift and arrows by ten; on the curve, up and down change its value. Shift-click adds to the selection.
        </p>
      </Dialog>
    </>
  );
}
