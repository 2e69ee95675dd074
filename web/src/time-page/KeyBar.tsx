import { Trash2 } from 'lucide-react';
import { channelOf, HandleLink, KeyRole, type Key, type KeyRef, type Leave } from '@undulan/core';
import { useAppDispatch, useAppSelector } from '../app/store.ts';
import { edited, selectEditing, selectMotion } from '../editing/index.ts';
import { Button, CommitInput, Tip } from '../ui/index.ts';
import { formatValue, parseValue } from './channel-looks.ts';
import { EASE_LEAVES, PLAIN_LEAVES } from './leave-words.ts';

const ROLE_WORDS: Record<KeyRole, string> = { extreme: 'extreme', breakdown: 'breakdown', inbetween: 'in-between' };
const LINK_WORDS: Record<HandleLink, string> = { auto: 'automatic', flat: 'flat', aligned: 'in line', mirrored: 'mirrored', broken: 'parted' };

const SELECT = 'h-7 rounded-md border border-rule bg-page px-1.5 text-xs disabled:opacity-50';

/** The value all keys share in a respect, or null where they differ. */
function shared<T>(keys: readonly Key[], of: (key: Key) => T): T | null {
  const first = keys[0] && of(keys[0]);
  return first !== undefined && keys.every((key) => of(key) === first) ? first : null;
}

/** Everything about the selected keys in words and numbers, to be changed for all of them at once. */
export function KeyBar() {
  const dispatch = useAppDispatch();
  const motion = useAppSelector(selectMotion);
  const { selectedKeys, gaveWay, refused, preview } = useAppSelector(selectEditing);
  const remove = (): void => void dispatch(edited({ operation: 'deleteKeys', args: [selectedKeys] }));

  const found = motion ? selectedKeys.map((ref) => ({ ref, channel: channelOf(motion, ref.subjectId, ref.channelId) })) : [];
  const keys = found.flatMap(({ ref, channel }) => channel.keys.filter((key) => key.frame === ref.frame));
  const bar = 'flex h-10 shrink-0 items-center gap-2 border-t border-rule text-xs';
  if (keys.length === 0) {
    return (
      <div role="group" aria-label="Selected keys" className={`${bar} text-faint`}>
        {refused ? <Refused why={refused} /> : 'Click a key to see and set how it goes on. Shift-click adds to the selection, as does dragging over empty rows with Shift.'}
      </div>
    );
  }
  const isLast = found.every(({ ref, channel }) => channel.keys.at(-1)?.frame === ref.frame);
  const single = keys.length === 1 ? { shown: keys[0]!, keyRef: selectedKeys[0]! } : null;
  const leave = shared(keys, (key) => key.leave);
  const link = shared(keys, (key) => key.link);
  const role = shared(keys, (key) => key.role);

  return (
    <div role="group" aria-label="Selected keys" className={bar}>
      {single ? <SingleKey {...single} /> : <span className="font-semibold">{keys.length} keys</span>}
      <span className="text-faint">leaves</span>
      <Tip says={isLast ? 'Nothing comes after the last key: how it leaves has no effect.' : 'How the motion goes on to the next key'}>
        <select
          aria-label="How it leaves"
          className={`${SELECT} w-44`}
          value={leave ?? ''}
          aria-disabled={isLast || undefined}
          disabled={isLast}
          onChange={(event) => dispatch(edited({ operation: 'setLeave', args: [selectedKeys, event.target.value as Leave] }))}
        >
          {leave === null && <option value="">differs</option>}
          {PLAIN_LEAVES.map((choice) => (
            <option key={choice.leave} value={choice.leave}>
              {choice.label}
            </option>
          ))}
          {EASE_LEAVES.map(({ direction, choices }) => (
            <optgroup key={direction} label={direction}>
              {choices.map((choice) => (
                <option key={choice.leave} value={choice.leave}>
                  {choice.label}
                </option>
              ))}
            </optgroup>
          ))}
        </select>
      </Tip>
      {isLast && <span className="text-faint">last key: no effect</span>}
      {!isLast && leave === 'curve' && (
        <select
          aria-label="Link of handles"
          className={SELECT}
          value={link ?? ''}
          onChange={(event) => dispatch(edited({ operation: 'setLink', args: [selectedKeys, event.target.value as HandleLink] }))}
        >
          {link === null && <option value="">handles differ</option>}
          {HandleLink.options.map((option) => (
            <option key={option} value={option}>
              handles {LINK_WORDS[option]}
            </option>
          ))}
        </select>
      )}
      <select
        aria-label="Role"
        className={SELECT}
        value={role ?? ''}
        onChange={(event) => dispatch(edited({ operation: 'setRole', args: [selectedKeys, event.target.value as KeyRole] }))}
      >
        {role === null && <option value="">roles differ</option>}
        {KeyRole.options.map((option) => (
          <option key={option} value={option}>
            {ROLE_WORDS[option]}
          </option>
        ))}
      </select>
      {refused && <Refused why={refused} />}
      {gaveWay.length > 0 && !preview && (
        <span role="status" className="truncate text-danger">
          replaced the key on {[...new Set(gaveWay.map((ref) => ref.frame))].join(', ')}; undo brings it back
        </span>
      )}
      <Button square kind="quiet" className="ml-auto h-7! w-7!" aria-label="Delete the selected keys" tip="Delete (Delete)" onClick={remove}>
        <Trash2 size={14} />
      </Button>
    </div>
  );
}

/** Why the last change was not made. */
function Refused({ why }: { why: string }) {
  return (
    <span role="alert" className="truncate text-danger">
      {why}
    </span>
  );
}

/** Frame and value of one key, typed. */
function SingleKey({ shown, keyRef }: { shown: Key; keyRef: KeyRef }) {
  const dispatch = useAppDispatch();
  const setFrame = (text: string): boolean => {
    const frame = Number(text.trim());
    if (text.trim() === '' || !Number.isFinite(frame) || Math.abs(frame) > 100_000) return false;
    dispatch(edited({ operation: 'moveKeys', args: [[keyRef], frame - keyRef.frame] }));
    return true;
  };
  const setValue = (text: string): boolean => {
    const value = parseValue(text);
    if (value === null) return false;
    dispatch(edited({ operation: 'setKeys', args: [keyRef.frame, [{ ...keyRef, value }]] }));
    return true;
  };
  return (
    <>
      <label className="flex items-center gap-1.5 text-faint">
        frame
        <CommitInput className="figures h-7! w-14!" value={String(shown.frame)} onCommit={setFrame} />
      </label>
      <label className="flex items-center gap-1.5 text-faint">
        value
        <CommitInput className="figures h-7! w-20!" value={formatValue(keyRef.channelId, shown.value)} onCommit={setValue} />
      </label>
    </>
  );
}
