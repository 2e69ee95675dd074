import { CHANNELS } from '@undulan/core';
import { ChevronDown } from 'lucide-react';
import type { ReactNode } from 'react';
import { rippleToggled, sharesToggled } from '../../editing/index.ts';
import { useShownKeys } from '../../keyboard/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { type KeyCommands, useKeyCommands, useKeyShortcuts } from '../../strips/keys/index.ts';
import { Button, Menu, MenuHeading, MenuItem, MenuLine, Toggle } from '../../ui/index.ts';
import { CuePopover } from './CuePopover.tsx';
import { HoldPopover } from './HoldPopover.tsx';
import { RetimePopover } from './RetimePopover.tsx';

/** What can be done with keys: select, edit, retime, hold; and how moving them treats the others. */
export function KeyActions({ rangeFixed, children }: { rangeFixed: string | null; children?: ReactNode }) {
  const dispatch = useAppDispatch();
  const ripple = useAppSelector((state) => state.gesture.ripple);
  const keepShares = useAppSelector((state) => state.gesture.keepShares);
  const commands = useKeyCommands();
  useKeyShortcuts(commands);
  return (
    <div
      role="toolbar"
      aria-label="Keys"
      className="@container flex h-9 shrink-0 items-center gap-1 border-t border-rule"
    >
      <SelectMenu commands={commands} />
      <EditMenu commands={commands} />
      <RetimePopover rangeFixed={rangeFixed} />
      <HoldPopover />
      <CuePopover />
      {children}
      <span className="ml-auto text-xs whitespace-nowrap text-faint">
        <span className="@max-[43rem]:hidden">When keys move:</span>
      </span>
      <Toggle
        on={ripple}
        small
        tip="All keys after the moved ones, in the rows shown, go along"
        onClick={() => dispatch(rippleToggled())}
      >
        Ripple
      </Toggle>
      <Toggle
        on={keepShares}
        small
        tip="Breakdowns and in-betweens keep their share of the span when the extremes about them move"
        onClick={() => dispatch(sharesToggled())}
      >
        Keep shares
      </Toggle>
    </div>
  );
}

function SelectMenu({ commands }: { commands: KeyCommands }) {
  const keys = useShownKeys();
  return (
    <Menu
      trigger={
        <Button small>
          Select <ChevronDown size={12} />
        </Button>
      }
    >
      <MenuItem onSelect={commands.selectAll} keys={keys('selectAll')}>
        All keys shown
      </MenuItem>
      <MenuItem onSelect={commands.selectFrame} keys={keys('selectFrame')}>
        All at this frame
      </MenuItem>
      <MenuItem onSelect={commands.selectAfter} keys={keys('selectAfter')}>
        All from here on
      </MenuItem>
      <MenuItem onSelect={commands.selectBefore}>All up to here</MenuItem>
      <MenuLine />
      <MenuItem
        onSelect={commands.letGo}
        keys={keys('letGo')}
        disabledReason={!commands.hasSelection && 'Nothing is selected.'}
      >
        Let go
      </MenuItem>
    </Menu>
  );
}

const NO_SELECTION = 'Select keys first.';
const NO_CLIP = 'Copy or cut keys first.';

function EditMenu({ commands }: { commands: KeyCommands }) {
  const keys = useShownKeys();
  const noSelection = !commands.hasSelection && NO_SELECTION;
  const noClip = !commands.hasClip && NO_CLIP;
  return (
    <Menu
      trigger={
        <Button small>
          Copy and paste <ChevronDown size={12} />
        </Button>
      }
    >
      <MenuItem onSelect={commands.copy} keys={keys('copyKeys')} disabledReason={noSelection}>
        Copy
      </MenuItem>
      <MenuItem onSelect={commands.cut} keys={keys('cutKeys')} disabledReason={noSelection}>
        Cut
      </MenuItem>
      <MenuItem onSelect={commands.duplicate} keys={keys('duplicateKeys')} disabledReason={noSelection}>
        Duplicate at the playhead
      </MenuItem>
      <MenuItem onSelect={commands.remove} keys={keys('deleteKeys')} disabledReason={noSelection}>
        Delete
      </MenuItem>
      <MenuHeading>Paste at the playhead</MenuHeading>
      <MenuItem onSelect={() => commands.paste('merge')} keys={keys('pasteKeys')} disabledReason={noClip}>
        Merge with what is there
      </MenuItem>
      <MenuItem onSelect={() => commands.paste('replace')} disabledReason={noClip}>
        Replace what is there
      </MenuItem>
      <MenuItem onSelect={() => commands.paste('insert')} disabledReason={noClip}>
        Insert: later keys make room
      </MenuItem>
      <MenuItem
        onSelect={commands.pasteOnto}
        disabledReason={noClip || (!commands.activeId && 'No channel is chosen.')}
      >
        Onto {commands.activeId ? CHANNELS[commands.activeId].label.toLowerCase() : 'the chosen channel'}
      </MenuItem>
      <MenuHeading>A loop</MenuHeading>
      <MenuItem onSelect={commands.closeLoop}>Close it: the first keys again after the last frame</MenuItem>
    </Menu>
  );
}
