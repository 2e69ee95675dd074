import { accept, CHANNELS, FRAME_LIMIT, readDecimal, type Result, trackWith } from '@undulan/core';
import { clsx } from 'clsx';
import { ChevronDown } from 'lucide-react';
import { type ReactNode, useMemo, useState } from 'react';
import { Controller } from 'react-hook-form';
import { z } from 'zod';
import { applyEdit, type EditRequest, runEdit, selectMotion } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { formatFrames, useClock, useRestingFrame } from '../../time/index.ts';
import { Button, INPUT, Popover, Problem, readBy, Select, useTypedForm } from '../../ui/index.ts';
import { LengthDialog } from './LengthDialog.tsx';

const FRAMES = z.int().min(1).max(FRAME_LIMIT);
const TIME = z.object({ frames: readBy(z.string(), (text) => readDecimal(text, { within: FRAMES })) });
const BOX = 'mt-4 border-t border-rule pt-3';

/** Retiming of the selected keys, of the time about the playhead, and of the whole motion. */
export function RetimePopover({ rangeFixed }: { rangeFixed: string | null }) {
  const [asksLength, setAsksLength] = useState(false);
  return (
    <>
      <Popover
        label="Retime"
        holds="stretch, reverse, even out, whole frames, insert or remove time, length and rate"
        trigger={
          <Button small>
            Retime <ChevronDown size={12} />
          </Button>
        }
      >
        <StretchForm />
        <SelectionActions />
        <TimeForm rangeFixed={rangeFixed} />
        <div className={BOX}>
          <Button className="h-8! w-full" onClick={() => setAsksLength(true)}>
            Length and rate of the whole motion …
          </Button>
        </div>
      </Popover>
      {asksLength && <LengthDialog rangeFixed={rangeFixed} onClose={() => setAsksLength(false)} />}
    </>
  );
}

/** What an edit would replace, in words; nothing when nothing gives way. */
function useLosses(request: EditRequest | null): string {
  const motion = useAppSelector(selectMotion);
  if (!request || !motion) return '';
  const { gaveWay, refused } = runEdit(motion, request);
  if (refused) return refused;
  return gaveWay.length === 0
    ? ''
    : `Gives way: ${gaveWay
        .slice(0, 5)
        .map((ref) => `${CHANNELS[ref.channelId].label.toLowerCase()} ${formatFrames(ref.frame)}`)
        .join(', ')}${gaveWay.length > 5 ? ' …' : ''}`;
}

const ABOUT = z.enum(['start', 'end', 'playhead']);
const ABOUT_WORDS: Record<z.infer<typeof ABOUT>, string> = {
  start: 'its start',
  end: 'its end',
  playhead: 'the playhead',
};
const STRETCH = z.object({ of: z.enum(['length', 'factor']), typed: z.string(), about: ABOUT });
type StretchPart = z.infer<typeof STRETCH>['of'];

const FACTOR = z.number().positive().max(1000);

/** The factor that was typed, or that the length typed comes to. Issue `number`. */
function readStretch({ of, typed }: z.infer<typeof STRETCH>, length: number): Result<number> {
  if (of === 'factor') return readDecimal(typed, { unit: '×', within: FACTOR });
  const to = readDecimal(typed, {
    within: z
      .number()
      .positive()
      .max(length * 1000),
  });
  return to.ok ? accept(to.value / length) : to;
}

/** Stretches the selection by a factor or to a length, about either end or the playhead. */
function StretchForm() {
  const dispatch = useAppDispatch();
  const playhead = useRestingFrame();
  const selectedKeys = useAppSelector((state) => state.selection.keys);
  const ripple = useAppSelector((state) => state.gesture.ripple);
  const frames = selectedKeys.map((key) => key.frame);
  const [first, last] = [Math.min(...frames), Math.max(...frames)];
  const length = selectedKeys.length > 0 ? last - first : 0;
  const schema = useMemo(() => readBy(STRETCH, (typed) => readStretch(typed, length)), [length]);
  const form = useTypedForm(schema, { of: 'factor', typed: '1', about: 'start' });
  const { problem, said: factor } = form;
  const { of, typed, about } = form.typed;
  const aboutFrame = about === 'start' ? first : about === 'end' ? last : playhead;
  const request: EditRequest | null =
    length > 0 && factor !== null && factor !== 1
      ? { operation: 'stretchAbout', args: [selectedKeys, aboutFrame, factor, { ripple }] }
      : null;
  const losses = useLosses(request);
  const stretch = (): void => {
    if (!request) return;
    dispatch(applyEdit(request));
    form.reset({ of: 'factor', typed: '1', about });
  };
  const field = (part: StretchPart, value: number, label: string) => (
    <input
      aria-label={label}
      aria-invalid={(problem !== null && of === part) || undefined}
      className={clsx(INPUT, 'figures w-16!')}
      value={of === part ? typed : formatFrames(value)}
      onChange={(event) => {
        form.setValue('of', part);
        form.setValue('typed', event.target.value);
      }}
    />
  );
  return (
    <form noValidate onSubmit={(event) => void form.handleSubmit(stretch)(event)}>
      <p className="font-semibold">Stretch the selected keys</p>
      {length === 0 ? (
        <p className="text-xs text-faint">Select keys on two frames or more.</p>
      ) : (
        <>
          <div className="mt-1 flex items-center gap-2 text-faint">
            {field('length', length * (factor ?? 1), 'Length of the selection in frames')}
            frames, ×{field('factor', factor ?? 1, 'Factor of the selection')}
          </div>
          <div className="mt-2 flex items-center gap-2 text-faint">
            about
            <Controller
              control={form.control}
              name="about"
              render={({ field: place }) => (
                <Select
                  aria-label="Stretch about"
                  value={place.value}
                  onChoose={place.onChange}
                  choices={ABOUT.options.map((id) => ({ id, label: ABOUT_WORDS[id] }))}
                />
              )}
            />
            <Button
              kind="main"
              type="submit"
              disabledReason={problem ?? (!request && 'Type another length or factor.')}
            >
              Stretch
            </Button>
          </div>
          <Says error={problem} losses={losses}>
            {request && `${formatFrames(length)} → ${formatFrames(length * factor!)} frames`}
            {request && ripple && '; later keys go along'}
          </Says>
        </>
      )}
    </form>
  );
}

function Says({ error, losses, children }: { error: string | null; losses: string; children: ReactNode }) {
  return error || losses ? (
    <Problem className="mt-1">{error ?? losses}</Problem>
  ) : (
    <p className="figures mt-1 text-xs text-faint">{children}</p>
  );
}

/** Reverse, even out, whole frames: what needs no number. */
function SelectionActions() {
  const dispatch = useAppDispatch();
  const selectedKeys = useAppSelector((state) => state.selection.keys);
  const frames = selectedKeys.map((key) => key.frame);
  const spans = selectedKeys.length > 1 && Math.max(...frames) > Math.min(...frames);
  const subjects = new Set(selectedKeys.map((key) => key.subjectId));
  const tracks = [...new Set(selectedKeys.map(({ channelId }) => trackWith(channelId)))];
  const even = tracks.length === 1 && tracks[0] && subjects.size === 1 ? tracks[0] : null;
  const none = !spans && 'Select keys on two frames or more.';
  const between = selectedKeys.filter((key) => !Number.isInteger(key.frame)).length;
  return (
    <div className="mt-3 flex flex-wrap gap-2">
      <Button
        className="h-8!"
        disabledReason={none}
        onClick={() => dispatch(applyEdit({ operation: 'reverseKeys', args: [selectedKeys] }))}
      >
        Reverse
      </Button>
      <Button
        className="h-8!"
        tip="Between the first and the last selected key, so that the speed is the same all the way"
        disabledReason={none || (!even && 'Select the keys of one track of one subject.')}
        onClick={() =>
          even &&
          dispatch(
            applyEdit({
              operation: 'evenKeys',
              args: [selectedKeys[0]!.subjectId, even.id, Math.min(...frames), Math.max(...frames)],
            }),
          )
        }
      >
        Even out
      </Button>
      <Button
        className="h-8!"
        disabledReason={between === 0 && 'All selected keys are on whole frames.'}
        onClick={() => dispatch(applyEdit({ operation: 'snapKeys', args: [selectedKeys] }))}
      >
        To whole frames
      </Button>
    </div>
  );
}

/** Puts empty time in at the playhead, or takes time out from it on. */
function TimeForm({ rangeFixed }: { rangeFixed: string | null }) {
  const dispatch = useAppDispatch();
  const clock = useClock();
  const frame = useRestingFrame();
  const form = useTypedForm(TIME, { frames: '4' });
  const { problem } = form;
  const frames = form.said && form.said.frames;
  const options = { keepRange: rangeFixed !== null };
  const removal: EditRequest | null =
    frames === null ? null : { operation: 'removeTime', args: [frame, frame + frames - 1, options] };
  const losses = useLosses(removal);
  const insert = (typed: z.infer<typeof TIME>): void =>
    void dispatch(applyEdit({ operation: 'insertTime', args: [clock.frame, typed.frames, options] }));
  return (
    <form className={BOX} noValidate onSubmit={(event) => void form.handleSubmit(insert)(event)}>
      <p className="font-semibold">Time at frame {formatFrames(frame)}</p>
      <p className="mb-2 text-xs text-faint">
        Keys and cue marks of all subjects from here on move.
        {rangeFixed ? ' The range stays: the exercise sets it.' : ' The range changes by as much.'}
      </p>
      <div className="flex items-center gap-2">
        <input
          {...form.register('frames')}
          aria-label="Frames of time"
          inputMode="numeric"
          className={clsx(INPUT, 'figures w-16!')}
          aria-invalid={Boolean(problem) || undefined}
        />
        <Button type="submit" className="h-8!" disabledReason={problem}>
          Insert
        </Button>
        <Button className="h-8!" disabledReason={problem} onClick={() => removal && dispatch(applyEdit(removal))}>
          Remove
        </Button>
      </div>
      <Says error={problem} losses={losses && `Removing: ${losses[0]!.toLowerCase()}${losses.slice(1)}`}>
        {null}
      </Says>
    </form>
  );
}
