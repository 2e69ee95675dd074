import type { DecimalMark } from '@undulan/contract';
import { useState } from 'react';
import { ShortcutsDialog, useChangedShortcuts } from '../../keyboard/index.ts';
import { explain, useChooseNumbersMutation } from '../../server-data/index.ts';
import { Button, ButtonGroup, chooseTheme, sayProblem, useTheme } from '../../ui/index.ts';

/** How the program looks in this browser, how it writes numbers, and which keys do what. */
export function LookAndKeys({ decimalMark }: { decimalMark: DecimalMark }) {
  const theme = useTheme();
  const changed = useChangedShortcuts().length;
  const [asks, setAsks] = useState(false);
  const [chooseNumbers] = useChooseNumbersMutation();
  const choose = async (mark: DecimalMark): Promise<void> => {
    const { error } = await chooseNumbers(mark);
    if (error) sayProblem(explain(error));
  };
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
      <ButtonGroup
        label="Numbers"
        apart
        value={decimalMark}
        choices={[
          { id: '.', label: 'Numbers as 1.5' },
          { id: ',', label: 'Numbers as 1,5' },
        ]}
        onChoose={(mark) => void choose(mark)}
      />
      <p className="text-faint">
        The look is kept in this browser; numbers and shortcuts go with your account. Either way of writing numbers is
        understood; what other programs read has a point.
      </p>
      <Button onClick={() => setAsks(true)}>
        {changed === 0 ? 'Keyboard shortcuts …' : `Keyboard shortcuts: ${changed} of your own …`}
      </Button>
      {asks && <ShortcutsDialog onClose={() => setAsks(false)} />}
    </section>
  );
}
