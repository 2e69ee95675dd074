import 'driver.js/dist/driver.css';
import './walk.css';
import { CircleHelp } from 'lucide-react';
import { useEffect, useState } from 'react';
import { Button, Menu, MenuItem, readStored, useStored } from '../ui/index.ts';
import { type WalkName, WALKS } from './walks.ts';
import { WordsDialog } from './WordsDialog.tsx';

/** Walks through the parts of a screen that are there. */
async function walk(name: WalkName): Promise<void> {
  const { driver } = await import('driver.js');
  const steps = WALKS[name]
    .filter(({ at }) => document.querySelector(at) !== null)
    .map(({ at, title, says }) => ({ element: at, popover: { title, description: says } }));
  driver({
    steps,
    showProgress: true,
    progressText: '{{current}} of {{total}}',
    nextBtnText: 'Next',
    prevBtnText: 'Back',
    doneBtnText: 'Done',
    animate: !matchMedia('(prefers-reduced-motion: reduce)').matches,
  }).drive();
}

/**
 * The walk through the screen and the words of the trade. On the first visit to a screen its walk is offered in words;
 * afterwards it is in the menu, and never comes by itself.
 */
export function HelpMenu({ screen }: { screen: WalkName | null }) {
  const [asksWords, setAsksWords] = useState(false);
  const [isNew] = useState(() => screen !== null && !readStored<string[]>(SEEN, []).includes(screen));
  const [seen, setSeen] = useStored<string[]>(SEEN, []);
  const [isTaken, setTaken] = useState(false);
  useEffect(() => {
    if (screen && !seen.includes(screen)) setSeen([...seen, screen]);
  }, [screen, seen, setSeen]);
  const take = (): void => {
    setTaken(true);
    if (screen) void walk(screen);
  };
  return (
    <>
      {isNew && !isTaken && (
        <Button className="border-accent! text-accent" tip="A walk through this screen in a few steps" onClick={take}>
          Show me around
        </Button>
      )}
      <Menu
        trigger={
          <Button square kind="quiet" aria-label="Help">
            <CircleHelp size={17} />
          </Button>
        }
      >
        <MenuItem onSelect={take} disabledReason={screen === null && 'There is nothing to walk through here.'}>
          Show me around this screen
        </MenuItem>
        <MenuItem onSelect={() => setAsksWords(true)}>Words of the trade</MenuItem>
      </Menu>
      {asksWords && <WordsDialog onClose={() => setAsksWords(false)} />}
    </>
  );
}

const SEEN = 'walks-offered';
