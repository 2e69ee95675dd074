import { type Channel, type ChannelRef, CHANNELS, sameChannel, sampleChannel, withUnit } from '@undulan/core';
import { EllipsisVertical } from 'lucide-react';
import { memo, useState } from 'react';
import { applyEdit, unkeyedDropped } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { useClock } from '../../time/index.ts';
import { Button, Dialog, Menu, MenuItem } from '../../ui/index.ts';
import { formatValue } from '../../values/index.ts';

interface ChannelMenuProps {
  subjectId: string;
  channel: Channel;
}

/** What the channel is at now, and whether that is a change not keyed yet. */
function useStanding(channel: Channel, ref: ChannelRef): { frame: number; value: number; changed: boolean } {
  const { frame } = useClock();
  const unkeyed = useAppSelector((state) => state.posing.unkeyed);
  const change = unkeyed.find((value) => sameChannel(value, ref));
  return { frame, value: change?.value ?? sampleChannel(channel, frame), changed: change !== undefined };
}

/**
 * What can be done with one channel on this frame. Follows the playhead only while open: a row of these at every frame
 * would take longer than the frame.
 */
export const ChannelMenu = memo(function ChannelMenu({ subjectId, channel }: ChannelMenuProps) {
  const [asksClear, setAsksClear] = useState(false);
  return (
    <>
      <Menu
        trigger={
          <button
            type="button"
            aria-label={`${CHANNELS[channel.id].label}: actions`}
            className="grid h-6 w-6 place-items-center rounded-sm text-faint hover:bg-shade hover:text-ink"
          >
            <EllipsisVertical size={14} />
          </button>
        }
      >
        <Actions subjectId={subjectId} channel={channel} onClear={() => setAsksClear(true)} />
      </Menu>
      {asksClear && <ClearQuestion subjectId={subjectId} channel={channel} onClose={() => setAsksClear(false)} />}
    </>
  );
});

function Actions({ subjectId, channel, onClear }: ChannelMenuProps & { onClear: () => void }) {
  const dispatch = useAppDispatch();
  const ref = { subjectId, channelId: channel.id };
  const { frame, value, changed } = useStanding(channel, ref);
  const isKeyed = channel.keys.some((key) => key.frame === frame);
  return (
    <>
      <MenuItem
        onSelect={() => dispatch(applyEdit({ operation: 'setKeys', args: [frame, [{ ...ref, value }]] }))}
        disabledReason={isKeyed && !changed && 'There is a key on this frame.'}
      >
        Key here
      </MenuItem>
      <MenuItem
        onSelect={() => dispatch(applyEdit({ operation: 'deleteKeys', args: [[{ ...ref, frame }]] }))}
        disabledReason={!isKeyed && 'There is no key on this frame.'}
      >
        Remove this key
      </MenuItem>
      {changed && (
        <MenuItem onSelect={() => dispatch(unkeyedDropped({ ...ref, value }))}>Drop the unkeyed change</MenuItem>
      )}
      <MenuItem onSelect={onClear} disabledReason={channel.keys.length === 0 && 'It has no keys.'}>
        Clear the channel …
      </MenuItem>
    </>
  );
}

function ClearQuestion({ subjectId, channel, onClose }: ChannelMenuProps & { onClose: () => void }) {
  const dispatch = useAppDispatch();
  const ref = { subjectId, channelId: channel.id };
  const { frame, value } = useStanding(channel, ref);
  const { label, unit } = CHANNELS[channel.id];
  return (
    <Dialog
      open
      onClose={onClose}
      title={`Clear ${label.toLowerCase()}?`}
      actions={
        <>
          <Button onClick={onClose}>Cancel</Button>
          <Button
            kind="danger"
            onClick={() => {
              dispatch(applyEdit({ operation: 'clearChannel', args: [ref, value] }));
              onClose();
            }}
          >
            Clear it
          </Button>
        </>
      }
    >
      <p>
        {channel.keys.length === 1 ? 'Its one key goes' : `Its ${channel.keys.length} keys go`}. It stays at{' '}
        {withUnit(formatValue(channel.id, value), unit)}, where it is on frame {frame}. Undo brings the keys back.
      </p>
    </Dialog>
  );
}
