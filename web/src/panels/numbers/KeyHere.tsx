import { ChevronDown } from 'lucide-react';
import { useShortcuts, useShownKeys } from '../../keyboard/index.ts';
import { Button, Menu, MenuHeading, MenuItem, MenuLine } from '../../ui/index.ts';
import { KEY_SETS, type KeySet, useKeyHere } from './use-key-here.ts';

/** Sets keys on this frame: of what changed, or of a chosen set of channels. */
export function KeyHere() {
  const keys = useShownKeys();
  const { keyChanged, keyChosen, keySet, setKeySet } = useKeyHere();
  useShortcuts({ keyHere: keyChanged, keyAll: keyChosen });
  return (
    <div className="flex">
      <Button
        className="rounded-r-none! px-2.5!"
        tip={`Key what changed; with nothing changed, the moving channels as they stand (${keys('keyHere')})`}
        onClick={keyChanged}
      >
        Key here
      </Button>
      <Menu
        trigger={
          <Button aria-label="Which channels to key" className="w-6 rounded-l-none! border-l-0! px-0!">
            <ChevronDown size={13} />
          </Button>
        }
      >
        <MenuItem onSelect={keyChanged} keys={keys('keyHere')}>
          Key what changed
        </MenuItem>
        <MenuItem onSelect={keyChosen} keys={keys('keyAll')}>
          Key {KEY_SETS[keySet]}
        </MenuItem>
        <MenuLine />
        <MenuHeading>{keys('keyAll')} keys</MenuHeading>
        {(Object.keys(KEY_SETS) as KeySet[]).map((set) => (
          <MenuItem key={set} onSelect={() => setKeySet(set)}>
            {set === keySet ? '✓ ' : ' '}
            {KEY_SETS[set]}
          </MenuItem>
        ))}
      </Menu>
    </div>
  );
}
