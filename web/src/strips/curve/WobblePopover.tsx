import { type Channel, CHANNELS, problemOf, readDecimal, Wobble } from '@undulan/core';
import { clsx } from 'clsx';
import { applyEdit, selectMotion } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { useClock } from '../../time/index.ts';
import { Button, CommitInput, Popover, Toggle } from '../../ui/index.ts';
import { LEAST_SPAN, useValueUnits } from '../../values/index.ts';

interface WobblePopoverProps {
  subjectId: string;
  channel: Channel;
}

type Numeric = Exclude<keyof Wobble, 'amplitude'>;

const FIELDS: { name: Numeric; label: string; unit: string }[] = [
  { name: 'periodFrames', label: 'Period', unit: 'frames' },
  { name: 'roughness', label: 'Roughness', unit: '0 to 1' },
  { name: 'firstFrame', label: 'From frame', unit: '' },
  { name: 'lastFrame', label: 'To frame', unit: '' },
  { name: 'fadeInFrames', label: 'Fades in over', unit: 'frames' },
  { name: 'fadeOutFrames', label: 'Fades out over', unit: 'frames' },
  { name: 'seed', label: 'Seed', unit: '' },
];

/** A wobble laid over a channel: how far, how fast, how rough, when; and written down as keys on request. */
export function WobblePopover({ subjectId, channel }: WobblePopoverProps) {
  const blend = CHANNELS[channel.id].blend;
  return (
    <Popover
      label="Wobble"
      trigger={
        <Button
          small
          className={clsx('h-6! flex-1 px-1!', channel.wobble ? 'border-accent! font-semibold text-accent' : '')}
          tip="A seeded shake over what the keys say"
          disabledReason={blend && `${CHANNELS[channel.id].label} is no number that could wobble.`}
        >
          Wobble
        </Button>
      }
    >
      <WobbleForm subjectId={subjectId} channel={channel} />
    </Popover>
  );
}

function WobbleForm({ subjectId, channel }: WobblePopoverProps) {
  const dispatch = useAppDispatch();
  const motion = useAppSelector(selectMotion)!;
  const { range } = useClock();
  const units = useValueUnits();
  const { wobble, id } = channel;
  const ref = { subjectId, channelId: id };
  const set = (next: Wobble | null): void => void dispatch(applyEdit({ operation: 'setWobble', args: [ref, next] }));
  /** Takes a change if the whole is still a wobble. */
  const take = (change: Partial<Wobble>): string | null => {
    const checked = Wobble.safeParse({ ...wobble, ...change });
    if (checked.success) set(checked.data);
    return checked.error?.issues[0]?.message ?? null;
  };
  const begin = (): void =>
    set({
      seed: motion.seed,
      amplitude: LEAST_SPAN[CHANNELS[id].unit] / 2,
      periodFrames: 6,
      roughness: 0.4,
      firstFrame: range.first,
      lastFrame: range.last,
      fadeInFrames: 0,
      fadeOutFrames: Math.min(8, range.last - range.first),
    });
  return (
    <>
      <div className="flex items-center justify-between">
        <p className="font-semibold">Wobble of {CHANNELS[id].label.toLowerCase()}</p>
        <Toggle small on={wobble !== undefined} onClick={() => (wobble ? set(null) : begin())}>
          {wobble ? 'on' : 'off'}
        </Toggle>
      </div>
      {!wobble && (
        <p className="mt-2 text-xs text-faint">
          A shake added to the motion, the same at every playing. The keys stay as they are.
        </p>
      )}
      {wobble && (
        <>
          <div className="mt-2 grid grid-cols-[1fr_auto_auto] items-center gap-x-2 gap-y-1 text-xs">
            <Row
              label="Amount"
              unit={`± ${units.label(id)}`}
              value={units.format(id, wobble.amplitude)}
              onCommit={(text) => {
                const typed = units.compute(id, text, wobble.amplitude);
                return typed.ok ? take({ amplitude: typed.value }) : problemOf(typed);
              }}
            />
            {FIELDS.map(({ name, label, unit }) => (
              <Row
                key={name}
                label={label}
                unit={unit}
                value={String(wobble[name])}
                onCommit={(text) => {
                  const typed = readDecimal(text, { within: Wobble.shape[name] });
                  return typed.ok ? take({ [name]: typed.value }) : problemOf(typed);
                }}
              />
            ))}
          </div>
          <div className="mt-3 flex gap-1">
            <Button
              small
              tip="Another shake of the same kind"
              onClick={() => take({ seed: (Math.imul(wobble.seed, 1_664_525) + 1_013_904_223) >>> 0 })}
            >
              Another seed
            </Button>
            <Button
              small
              tip="A key on every drawing of the range; the wobble goes"
              onClick={() => dispatch(applyEdit({ operation: 'bakeKeys', args: [ref] }))}
            >
              Bake to keys
            </Button>
          </div>
        </>
      )}
    </>
  );
}

function Row({
  label,
  unit,
  value,
  onCommit,
}: {
  label: string;
  unit: string;
  value: string;
  onCommit: (text: string) => string | null;
}) {
  return (
    <>
      <span>{label}</span>
      <CommitInput aria-label={label} className="figures h-7! w-24! text-right" value={value} onCommit={onCommit} />
      <span className="w-12 text-faint">{unit}</span>
    </>
  );
}
