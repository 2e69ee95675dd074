import { CHANNELS, FRAME_LIMIT, type KeyRef, problemOf, readDecimal, TRACKS } from '@undulan/core';
import { clsx } from 'clsx';
import { ChevronDown } from 'lucide-react';
import { type FormEvent, type ReactNode, useState } from 'react';
import { z } from 'zod';
import { applyEdit, type EditRequest, runEdit, selectMotion } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { formatFrames, useClock, useRestingFrame } from '../../time/index.ts';
import { Button, INPUT, Popover, Problem, Select } from '../../ui/index.ts';
import { LengthDialog } from './LengthDialog.tsx';

const FRAMES = z.int().min(1).max(FRAME_LIMIT);
const BOX = 'mt-4 border-t border-rule pt-3';

/** Retiming of the selected keys, of the time about the playhead, and of the whole motion. */
export function RetimePopover({ rangeFixed }: { rangeFixed: string | null }) {
  const [asksLength, setAsksLength] = useState(false);
  return (
    <>
      <Popover
        label="Retime"
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

type About = 'start' | 'end' | 'playhead';
const ABOUT: Record<About, string> = { start: 'its start', end: 'its end', playhead: 'the playhead' };

/** Stretches the selection by a factor or to a length, about either end or the playhead. */
function StretchForm() {
  const dispatch = useAppDispatch();
  const playhead = useRestingFrame();
  const selectedKeys = useAppSelector((state) => state.selection.keys);
  const ripple = useAppSelector((state) => state.gesture.ripple);
  const frames = selectedKeys.map((key) => key.frame);
  const [first, last] = [Math.min(...frames), Math.max(...frames)];
  const length = selectedKeys.length > 0 ? last - first : 0;
  const [typed, setTyped] = useState<{ of: 'length' | 'factor'; text: string } | null>(null);
  const [about, setAbout] = useState<About>('start');
  const read = typed && readDecimal(typed.text, { unit: '×' });
  const number = read ? (read.ok ? read.value : NaN) : 1;
  const factor = typed?.of === 'length' ? number / length : number;
  const isRight = factor > 0 && factor <= 1000 && Number.isFinite(factor);
  const error =
    typed && !isRight ? (typed.of === 'length' ? 'A length in frames, more than 0.' : 'A factor more than 0.') : null;
  const aboutFrame = about === 'start' ? first : about === 'end' ? last : playhead;
  const request: EditRequest | null =
    length > 0 && isRight && factor !== 1
      ? { operation: 'stretchAbout', args: [selectedKeys, aboutFrame, factor, { ripple }] }
      : null;
  const losses = useLosses(request);
  const shown = (of: 'length' | 'factor', value: number): string =>
    typed?.of === of ? typed.text : formatFrames(value);
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        if (!request) return;
        dispatch(applyEdit(request));
        setTyped(null);
      }}
    >
      <p className="font-semibold">Stretch the selected keys</p>
      {length === 0 ? (
        <p className="text-xs text-faint">Select keys on two frames or more.</p>
      ) : (
        <>
          <div className="mt-1 flex items-center gap-2 text-faint">
            <input
              aria-label="Length of the selection in frames"
              className={clsx(INPUT, 'figures w-16!')}
              value={shown('length', length * (isRight ? factor : 1))}
              onChange={(event) => setTyped({ of: 'length', text: event.target.value })}
            />
            frames, ×
            <input
              aria-label="Factor of the selection"
              className={clsx(INPUT, 'figures w-16!')}
              value={shown('factor', isRight ? factor : 1)}
              onChange={(event) => setTyped({ of: 'factor', text: event.target.value })}
            />
          </div>
          <label className="mt-2 flex items-center gap-2 text-faint">
            about
            <Select
              aria-label="Stretch about"
              value={about}
              onChoose={setAbout}
              choices={(Object.keys(ABOUT) as About[]).map((place) => ({ id: place, label: ABOUT[place] }))}
            />
            <Button kind="main" type="submit" disabledReason={error ?? (!request && 'Type another length or factor.')}>
              Stretch
            </Button>
          </label>
          <Says error={error} losses={losses}>
            {request && `${formatFrames(length)} → ${formatFrames(length * factor)} frames`}
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

const trackOf = ({ channelId }: KeyRef) => TRACKS.find((track) => track.channelIds.includes(channelId));

/** Reverse, even out, whole frames: what needs no number. */
function SelectionActions() {
  const dispatch = useAppDispatch();
  const selectedKeys = useAppSelector((state) => state.selection.keys);
  const frames = selectedKeys.map((key) => key.frame);
  const spans = selectedKeys.length > 1 && Math.max(...frames) > Math.min(...frames);
  const subjects = new Set(selectedKeys.map((key) => key.subjectId));
  const tracks = [...new Set(selectedKeys.map(trackOf))];
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
  const [text, setText] = useState('4');
  const read = readDecimal(text, { within: FRAMES });
  const error = problemOf(read);
  const frames = read.ok ? read.value : null;
  const options = { keepRange: rangeFixed !== null };
  const removal: EditRequest | null =
    frames === null ? null : { operation: 'removeTime', args: [frame, frame + frames - 1, options] };
  const losses = useLosses(removal);
  const insert = (event: FormEvent): void => {
    event.preventDefault();
    if (frames !== null) dispatch(applyEdit({ operation: 'insertTime', args: [clock.frame, frames, options] }));
  };
  return (
    <form className={BOX} onSubmit={insert}>
      <p className="font-semibold">Time at frame {formatFrames(frame)}</p>
      <p className="mb-2 text-xs text-faint">
        Keys and cue marks of all subjects from here on move.
        {rangeFixed ? ' The range stays: the exercise sets it.' : ' The range changes by as much.'}
      </p>
      <div className="flex items-center gap-2">
        <input
          aria-label="Frames of time"
          inputMode="numeric"
          className={clsx(INPUT, 'figures w-16!')}
          value={text}
          aria-invalid={Boolean(error) || undefined}
          onChange={(event) => setText(event.target.value)}
        />
        <Button type="submit" className="h-8!" disabledReason={error}>
          Insert
        </Button>
        <Button className="h-8!" disabledReason={error} onClick={() => removal && dispatch(applyEdit(removal))}>
          Remove
        </Button>
      </div>
      <Says error={error} losses={losses && `Removing: ${losses[0]!.toLowerCase()}${losses.slice(1)}`}>
        {null}
      </Says>
    </form>
  );
}
