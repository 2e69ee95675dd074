import {
  type ChannelKind,
  CHANNELS,
  findChannel,
  findSubject,
  type KeyRef,
  readDecimal,
  thinChannels,
} from '@undulan/core';
import { clsx } from 'clsx';
import { ChevronDown } from 'lucide-react';
import { Controller } from 'react-hook-form';
import { z } from 'zod';
import { applyEdit, selectMotion, selectOpenChannels } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { keysByFrame } from '../../strips/keys/index.ts';
import { Button, INPUT, Popover, Problem, readBy, Tick, useTypedForm } from '../../ui/index.ts';

/** A key whose going changes nothing by more than this is idle: less than can be seen or set by hand. */
const IDLE: Record<ChannelKind['unit'], number> = {
  px: 0.05,
  '°': 0.05,
  '×': 0.0005,
  '%': 0.05,
  share: 0.00005,
  'no.': 0,
  colour: 0,
  m: 0.0005,
};

const MOST_HOLD = 10_000;
const FRAMES = z.int().min(1).max(MOST_HOLD);
const HOLD = z.object({
  frames: readBy(z.string(), (text) => readDecimal(text, { within: FRAMES })),
  ripple: z.boolean(),
});

/** Holds: of some frames from the selected keys, of all poses to judge them; and keys that do nothing, thinned. */
export function HoldPopover() {
  return (
    <Popover
      label="Holds and poses"
      holds="hold for some frames, hold poses, thin idle keys"
      trigger={
        <Button small>
          Hold <ChevronDown size={12} />
        </Button>
      }
    >
      <HoldForm />
      <Poses />
      <Thinning />
    </Popover>
  );
}

function HoldForm() {
  const dispatch = useAppDispatch();
  const selectedKeys = useAppSelector((state) => state.selection.keys);
  const form = useTypedForm(HOLD, { frames: '8', ripple: true });
  const none = selectedKeys.length === 0 && 'Select the keys to hold first.';
  const hold = ({ frames, ripple }: z.infer<typeof HOLD>): void => {
    if (!none) dispatch(applyEdit({ operation: 'makeHold', args: [selectedKeys, frames, { ripple }] }));
  };
  return (
    <form noValidate onSubmit={(event) => void form.handleSubmit(hold)(event)}>
      <p className="font-semibold">Make a hold</p>
      <p className="mb-2 text-xs text-faint">From each selected key: two equal keys, flat between.</p>
      <div className="flex items-center gap-2">
        <input
          {...form.register('frames')}
          aria-label="Frames to hold"
          inputMode="numeric"
          className={clsx(INPUT, 'figures w-16!')}
          aria-invalid={Boolean(form.problem) || undefined}
        />
        <span className="flex-1 text-faint">frames</span>
        <Button kind="main" type="submit" className="h-8!" disabledReason={form.problem ?? none}>
          Hold
        </Button>
      </div>
      <Problem className="mt-1">{form.problem}</Problem>
      <Controller
        control={form.control}
        name="ripple"
        render={({ field }) => (
          <Tick className="mt-2" checked={field.value} onTick={field.onChange}>
            Later keys move along
          </Tick>
        )}
      />
    </form>
  );
}

/** The keys that a pose action is about: the selected ones, else all in the rows shown. */
function usePoseKeys(): KeyRef[] {
  const motion = useAppSelector(selectMotion);
  const channels = useAppSelector(selectOpenChannels);
  const selectedKeys = useAppSelector((state) => state.selection.keys);
  if (selectedKeys.length > 1) return selectedKeys;
  return motion ? [...keysByFrame(motion, channels).values()].flat() : [];
}

function Poses() {
  const dispatch = useAppDispatch();
  const motion = useAppSelector(selectMotion)!;
  const selectedKeys = useAppSelector((state) => state.selection.keys);
  const keys = usePoseKeys();
  const keyOf = (ref: KeyRef) =>
    findChannel(findSubject(motion, ref.subjectId)!, ref.channelId)?.keys.find((key) => key.frame === ref.frame);
  const canHold = keys.some((ref) => keyOf(ref)?.leave !== 'step');
  const canFree = keys.some((ref) => keyOf(ref)?.freed);
  return (
    <div className="mt-4 border-t border-rule pt-3">
      <p className="font-semibold">Poses</p>
      <p className="mb-2 text-xs text-faint">
        {selectedKeys.length > 1 ? `Of the ${keys.length} selected keys.` : 'Of all keys shown.'} How each left is
        remembered.
      </p>
      <div className="flex gap-2">
        <Button
          className="h-8! flex-1"
          disabledReason={!canHold && 'All of them are held already.'}
          onClick={() => dispatch(applyEdit({ operation: 'holdPoses', args: [keys] }))}
        >
          {selectedKeys.length > 1 ? 'Hold the selected poses' : 'Hold all poses'}
        </Button>
        <Button
          className="h-8! flex-1"
          disabledReason={!canFree && 'No pose is held by this.'}
          onClick={() => dispatch(applyEdit({ operation: 'freePoses', args: [keys] }))}
        >
          Back to curves
        </Button>
      </div>
    </div>
  );
}

function Thinning() {
  const dispatch = useAppDispatch();
  const motion = useAppSelector(selectMotion)!;
  const channels = useAppSelector(selectOpenChannels);
  const refs = channels.map((ref) => ({ ...ref, epsilon: IDLE[CHANNELS[ref.channelId].unit] }));
  const idle = thinChannels(motion, refs).gaveWay;
  return (
    <div className="mt-4 border-t border-rule pt-3">
      <p className="font-semibold">Idle keys</p>
      <p className="mb-2 text-xs text-faint" data-testid="idle-keys">
        {idle.length === 0
          ? 'Every key does something.'
          : `${idle.length} ${idle.length === 1 ? 'key changes' : 'keys change'} no frame: ${idle
              .slice(0, 5)
              .map((ref) => `${CHANNELS[ref.channelId].label.toLowerCase()} ${ref.frame}`)
              .join(', ')}${idle.length > 5 ? ' …' : ''}.`}
      </p>
      <Button
        className="h-8!"
        disabledReason={idle.length === 0 && 'There are none.'}
        onClick={() => dispatch(applyEdit({ operation: 'thinChannels', args: [refs] }))}
      >
        Thin them
      </Button>
    </div>
  );
}
