import { type Board, MOST_LANES, VARIANT_IDS, type VariantKindId, VARIANTS } from '@undulan/core';
import { Plus } from 'lucide-react';
import { Button, Menu, MenuHeading, MenuItem, MenuLine } from '../../ui/index.ts';

const GROUPS = {
  spacing: 'Other spacing',
  drawings: 'Drawn, a key a frame',
  time: 'Other timing',
  weight: 'Other weight',
} as const;

interface AddLaneMenuProps {
  board: Board;
  onVariant: (kind: VariantKindId) => void;
  onFrom: () => void;
}

/** Another lane: the board's move made another way by one press, or a move from elsewhere. */
export function AddLaneMenu({ board, onVariant, onFrom }: AddLaneMenuProps) {
  return (
    <Menu
      trigger={
        <Button small disabledReason={board.lanes.length >= MOST_LANES && 'A board has at most six lanes.'}>
          <Plus size={14} /> Lane
        </Button>
      }
    >
      <div className="grid max-h-[70vh] grid-cols-2 overflow-y-auto">
        {Object.entries(GROUPS).map(([group, heading]) => (
          <div key={group}>
            <MenuHeading>{heading}</MenuHeading>
            {VARIANT_IDS.filter((kind) => VARIANTS[kind].group === group).map((kind) => (
              <MenuItem key={kind} onSelect={() => onVariant(kind)}>
                {VARIANTS[kind].label}
              </MenuItem>
            ))}
          </div>
        ))}
      </div>
      <MenuLine />
      <MenuItem onSelect={onFrom}>From an exercise or a take …</MenuItem>
    </Menu>
  );
}
