import { useState } from 'react';
import { EllipsisVertical } from 'lucide-react';
import { CHANNELS, type Channel, type KeyRef } from '@undulan/core';
import { useAppDispatch } from '../app/store.ts';
import { edited, unkeyedDropped } from '../editing/index.ts';
import { formatValue } from '../time-page/index.ts';
import { Button, Dialog, Menu, MenuItem } from '../ui/index.ts';

interface ChannelMenuProps {
  channel: Channel;
  /** The channel and the frame now. */
  keyRef: KeyRef;
  /** What it is at on that frame. */
  value: number;
  /** It has a change that is not keyed. */
  changed: boolean;
}

/** What can be done with one channel on this frame. */
export function ChannelMenu({ channel, keyRef, value, changed }: ChannelMenuProps) {
  const dispatch = useAppDispatch();
  const [asksClear, setAsksClear] = useState(false);
  const { label, unit } = CHANNELS[channel.id];
  const { frame, ...ref } = keyRef;
  const isKeyed = channel.keys.some((key) => key.frame === frame);
  const clear = (): void => {
    dispatch(edited({ operation: 'clearChannel', args: [ref, value] }));
    setAsksClear(false);
  };
  return (
    <>
      <Menu
        trigger={
          <button type="button" aria-label={`${label}: actions`} className="grid h-6 w-6 place-items-center rounded-sm text-faint hover:bg-shade hover:text-ink">
            <EllipsisVertical size={14} />
          </button>
        }
      >
        <MenuItem onSelect={() => dispatch(edited({ operation: 'setKeys', args: [frame, [{ ...ref, value }]] }))} disabledReason={isKeyed && !changed && 'There is a key on this frame.'}>
          Key here
        </MenuItem>
        <MenuItem onSelect={() => dispatch(edited({ operation: 'deleteKeys', args: [[keyRef]] }))} disabledReason={!isKeyed && 'There is no key on this frame.'}>
          Remove this key
        </MenuItem>
        {changed && <MenuItem onSelect={() => dispatch(unkeyedDropped({ ...ref, value }))}>Drop the unkeyed change</MenuItem>}
        <MenuItem onSelect={() => setAsksClear(true)} disabledReason={channel.keys.length === 0 && 'It has no keys.'}>
          Clear the channel …
        </MenuItem>
      </Menu>
      <Dialog
        open={asksClear}
        onClose={() => setAsksClear(false)}
        title={`Clear ${label.toLowerCase()}?`}
        actions={
          <>
            <Button onClick={() => setAsksClear(false)}>Cancel</Button>
            <Button kind="danger" onClick={clear}>
              Clear it
            </Button>
          </>
        }
      >
        <p>
          {channel.keys.length === 1 ? 'Its one key goes' : `Its ${channel.keys.length} keys go`}. It stays at {formatValue(channel.id, value)} {unit}, where it is on frame {frame}. Undo brings the keys back.
        </p>
      </Dialog>
    </>
  );
}
