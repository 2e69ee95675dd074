import {
  channelOf,
  findSubject,
  Key,
  type KeyRef,
  KeyRole,
  problemOf,
  sameChannel,
  sampleChannel,
  timingCharts,
  trackWith,
} from '@undulan/core';
import { clsx } from 'clsx';
import { Trash2 } from 'lucide-react';
import { useCallback, useMemo } from 'react';
import { applyEdit, selectMotion, selectShownKeys, selectShownMotion, selectUnderWay } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { formatFrames, LiveFigures } from '../../time/index.ts';
import { Button, CommitInput, DecimalInput, Select } from '../../ui/index.ts';
import { ROLE_WORDS, useValueUnits } from '../../values/index.ts';
import { EasePopover } from './EasePopover.tsx';
import { HandlePopover } from './HandlePopover.tsx';
import { shared, useSelectedKeys } from './use-segment-keys.ts';

/** Whether the motion turns back on the one key that is selected. */
function useTurnsBack(): boolean {
  const motion = useAppSelector(selectMotion);
  const keys = useAppSelector((state) => state.selection.keys);
  return useMemo(() => {
    const [ref, ...others] = keys;
    const subject = ref && others.length === 0 && motion ? findSubject(motion, ref.subjectId) : undefined;
    const track = ref && trackWith(ref.channelId);
    if (!subject || !track) return false;
    return timingCharts(motion!, subject, track).some(({ marks }) =>
      marks.some((mark) => mark.frame === ref.frame && mark.isTurn),
    );
  }, [motion, keys]);
}

/** Everything about the selected keys in words and numbers, to be changed for all of them at once. */
export function KeyBar({ courseId }: { courseId: string | undefined }) {
  const dispatch = useAppDispatch();
  const { found } = useSelectedKeys();
  const selectedKeys = useAppSelector((state) => state.selection.keys);
  const refused = useAppSelector((state) => state.gesture.refused);
  // What a gesture under way would replace is said beside the pointer.
  const replaced = useAppSelector(({ gesture }) =>
    gesture.preview ? '' : [...new Set(gesture.gaveWay.map((ref) => ref.frame))].join(', '),
  );
  const turnsBackOn = useTurnsBack();
  const remove = (): void => void dispatch(applyEdit({ operation: 'deleteKeys', args: [selectedKeys] }));

  const keys = found.map(({ key }) => key);
  const bar = '@container relative flex h-10 shrink-0 items-center gap-2 border-t border-rule text-xs';
  if (keys.length === 0) {
    return (
      <div role="group" aria-label="Selected keys" className={clsx(bar, 'text-faint')}>
        {refused && <Refused why={refused} />}
        Click a key to see and set how it goes on. Shift-click adds to the selection, as does dragging over empty rows
        with Shift.
      </div>
    );
  }
  const single = found.length === 1 ? { shown: keys[0]!, keyRef: found[0]!.ref } : null;
  const role = shared(keys, (key) => key.role);
  const isTurn = single !== null && single.shown.role !== 'extreme' && turnsBackOn;

  return (
    <div role="group" aria-label="Selected keys" className={bar}>
      {single ? <SingleKey {...single} /> : <span className="font-semibold">{keys.length} keys</span>}
      <EasePopover courseId={courseId} />
      <HandlePopover found={found} />
      <Select
        aria-label="Role"
        size="bar"
        title={isTurn ? 'The motion turns back on this key: that makes it an extreme' : undefined}
        className={isTurn ? 'border-ochre! text-ochre!' : ''}
        value={role ?? ''}
        onChoose={(choice) => dispatch(applyEdit({ operation: 'setRole', args: [selectedKeys, choice as KeyRole] }))}
        choices={[
          ...(role === null ? [{ id: '', label: 'roles differ' }] : []),
          ...KeyRole.options.map((option) => ({
            id: option,
            label: isTurn && option === 'extreme' ? 'extreme: it turns here' : ROLE_WORDS[option],
          })),
        ]}
      />
      {refused && <Refused why={refused} />}
      {replaced && (
        <span role="status" className="truncate text-danger">
          replaced the key on {replaced}; undo brings it back
        </span>
      )}
      <Button
        square
        kind="quiet"
        className="ml-auto h-7! w-7!"
        aria-label="Delete the selected keys"
        tip="Delete (Delete)"
        onClick={remove}
      >
        <Trash2 size={14} />
      </Button>
    </div>
  );
}

/** Why the last change was not made: over the bar, in full, and in nobody's way. */
function Refused({ why }: { why: string }) {
  return (
    <p
      role="alert"
      className={clsx(
        'pointer-events-none absolute inset-x-0 bottom-full z-10 mb-1 w-fit max-w-full rounded-md border',
        'border-danger bg-page px-2 py-1 text-danger shadow-lg',
      )}
    >
      {why}
    </p>
  );
}

/** Frame and value of one key, typed. */
function SingleKey({ shown, keyRef }: { shown: Key; keyRef: KeyRef }) {
  const dispatch = useAppDispatch();
  const underWay = useAppSelector(selectUnderWay);
  const units = useValueUnits();
  const setFrame = (frame: number): void =>
    void dispatch(applyEdit({ operation: 'moveKeys', args: [[keyRef], frame - keyRef.frame] }));
  const setValue = (text: string): string | null => {
    const value = units.compute(keyRef.channelId, text, shown.value);
    if (value.ok)
      dispatch(applyEdit({ operation: 'setKeys', args: [keyRef.frame, [{ ...keyRef, value: value.value }]] }));
    return problemOf(value);
  };
  const input = `figures h-7! ${underWay ? 'text-transparent' : 'text-ink'}`;
  return (
    <div className="relative flex gap-2">
      <label className="flex items-center gap-1.5 text-faint">
        frame
        <span className="relative">
          {underWay && <LivePlace />}
          <DecimalInput
            within={Key.shape.frame}
            className={clsx('w-14!', input)}
            value={shown.frame}
            onDecimal={setFrame}
          />
        </span>
      </label>
      <label className="flex items-center gap-1.5 text-faint">
        value
        <span className="relative">
          {underWay && <LivePlace />}
          <CommitInput
            className={clsx('w-16!', input)}
            value={units.format(keyRef.channelId, shown.value)}
            onCommit={setValue}
          />
        </span>
        {units.label(keyRef.channelId)}
      </label>
      {underWay && <LiveKey keyRef={keyRef} />}
    </div>
  );
}

/** Over what an input says. */
function LivePlace() {
  return <span data-live="" className="figures absolute inset-y-0 right-0 left-[9px] text-sm text-ink" />;
}

/** Frame and value of the key while it may be under way: a gesture about other keys leaves it on its frame. */
function LiveKey({ keyRef }: { keyRef: KeyRef }) {
  const motion = useAppSelector(selectShownMotion)!;
  const moved = useAppSelector(selectShownKeys);
  const ref = moved.length === 1 && sameChannel(moved[0]!, keyRef) ? moved[0]! : keyRef;
  const units = useValueUnits();
  const textsAt = useCallback(
    () => [
      formatFrames(ref.frame),
      units.format(ref.channelId, sampleChannel(channelOf(motion, ref.subjectId, ref.channelId), ref.frame)),
    ],
    [motion, ref, units],
  );
  return <LiveFigures textsAt={textsAt} />;
}
