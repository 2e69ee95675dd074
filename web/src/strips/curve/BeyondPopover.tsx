import { BEHAVIOUR_WORDS, BEHAVIOURS, type Channel, CHANNELS, Outside } from '@undulan/core';
import { applyEdit } from '../../editing/index.ts';
import { useAppDispatch } from '../../state/index.ts';
import { Button, DecimalInput, Popover, Select } from '../../ui/index.ts';

interface BeyondPopoverProps {
  subjectId: string;
  channel: Channel;
}

/** What a channel does before its first key and after its last, and how many times. */
export function BeyondPopover({ subjectId, channel }: BeyondPopoverProps) {
  const marks = [channel.before, channel.after].filter((side) => side !== undefined).length;
  return (
    <Popover
      label="Beyond the keys"
      trigger={
        <Button
          small
          className="h-6! flex-1 px-1!"
          tip="Before the first and after the last key"
          disabledReason={
            channel.keys.length < 2 && `${CHANNELS[channel.id].label} needs two keys before it can go on beyond them.`
          }
        >
          Beyond{marks > 0 && ` · ${marks}`}
        </Button>
      }
    >
      <p className="mb-2 font-semibold">{CHANNELS[channel.id].label} beyond its keys</p>
      <Side subjectId={subjectId} channel={channel} side="before" label="Before the first key" />
      <Side subjectId={subjectId} channel={channel} side="after" label="After the last key" />
      <p className="mt-3 text-xs text-faint">
        Drawn fainter on the curve. With a count there is a grip where the last round ends: drag it.
      </p>
    </Popover>
  );
}

function Side({ subjectId, channel, side, label }: BeyondPopoverProps & { side: 'before' | 'after'; label: string }) {
  const dispatch = useAppDispatch();
  const { kind, count } = channel[side] ?? { kind: 'hold' as const, count: 0 };
  const set = (outside: Outside): void =>
    void dispatch(applyEdit({ operation: 'setOutside', args: [{ subjectId, channelId: channel.id }, side, outside] }));
  return (
    <fieldset className="mt-2">
      <legend className="text-xs text-faint">{label}</legend>
      <div className="flex items-center gap-2">
        <Select
          aria-label={label}
          className="flex-1"
          value={kind}
          onChoose={(choice) => set({ kind: choice, count })}
          choices={BEHAVIOURS.map((behaviour) => ({ id: behaviour, label: BEHAVIOUR_WORDS[behaviour] }))}
        />
        {kind !== 'hold' && (
          <label className="flex items-center gap-1 text-xs text-faint">
            ×
            <DecimalInput
              optional
              within={Outside.shape.count}
              aria-label={`${label}: times`}
              title="How many times; leave empty for without end"
              placeholder="∞"
              className="figures h-8! w-14! text-center"
              value={count === 0 ? null : count}
              onDecimal={(times) => set({ kind, count: times ?? 0 })}
            />
          </label>
        )}
      </div>
    </fieldset>
  );
}
