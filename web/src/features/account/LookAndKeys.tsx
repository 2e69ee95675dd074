import { useState } from 'react';
import { ShortcutsDialog, useChangedShortcuts } from '../../keyboard/index.ts';
import { Button, ButtonGroup, chooseTheme, useTheme } from '../../ui/index.ts';

/** How the program looks in this browser, and which keys do what. */
export function LookAndKeys() {
  const theme = useTheme();
  const changed = useChangedShortcuts().length;
  const [asks, setAsks] = useState(false);
  return (
    <section aria-label="Look and keys" className="grid justify-items-start gap-2 text-sm">
      <h2 className="text-base">Look and keys</h2>
      <ButtonGroup
        label="Look"
        apart
        value={theme}
        choices={[
          { id: 'light', label: 'Light' },
          { id: 'dark', label: 'Dark' },
        ]}
        onChoose={chooseTheme}
      />
      <p className="text-faint">The look is kept in this browser; shortcuts go with your account.</p>
      <Button onClick={() => setAsks(true)}>
        {changed === 0 ? 'Keyboard shortcuts …' : `Keyboard shortcuts: ${changed} of your own …`}
      </Button>
      {asks && <ShortcutsDialog onClose={() => setAsks(false)} />}
    </section>
  );
}
