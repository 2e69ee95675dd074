import {
  type ChannelId,
  channelOf,
  CHANNELS,
  type Key,
  type KeyRef,
  KeyRole,
  type Leave,
  sameKey,
  sampleChannel,
} from '@undulan/core';
import type { MouseEvent } from 'react';
import { applyEdit, copySelected, type EditRequest, keysSelected, selectMotion } from '../../editing/index.ts';
import { useShownKeys } from '../../keyboard/index.ts';
import { useAppDispatch, useAppStore } from '../../state/index.ts';
import { formatFrames, useClock, useTimeScale } from '../../time/index.ts';
import type { Offered, OfferedGroup } from '../../ui/index.ts';
import { leaveWords, ROLE_WORDS } from '../../values/index.ts';

/** The ways on that are asked for most; all of them are in the bar under the strips. */
const WAYS: readonly Leave[] = ['linear', 'cubic-in', 'cubic-out', 'cubic-in-out', 'curve', 'step'];

interface Place {
  subjectId: string;
  channelId: ChannelId;
  /** The frame under the pointer. */
  frame: number;
  /** The key that was pressed, if it was one. */
  key: number | null;
}

/** What was pressed: a key by its target, else the row at that height and the frame there. */
function placeAt(event: MouseEvent, frameAt: (x: number) => number): Place | null {
  const target = (event.target as Element).closest('[data-frame]');
  const rows = [...event.currentTarget.querySelectorAll<SVGElement>('[data-track]')];
  const row =
    target?.closest('[data-track]') ??
    rows.find((one) => {
      const { top, bottom, left } = one.getBoundingClientRect();
      return event.clientY >= top && event.clientY < bottom && event.clientX >= left;
    });
  if (!row) return null;
  const [subjectId, channelId] = row.getAttribute('data-track')!.split('/') as [string, ChannelId];
  const frame = frameAt(event.clientX - row.getBoundingClientRect().left);
  return { subjectId, channelId, frame, key: target ? Number(target.getAttribute('data-frame')) : null };
}

/** What is offered for the key, or the stretch between two keys, that was pressed in the Keys strip. */
export function useKeysMenu(): (event: MouseEvent) => OfferedGroup[] {
  const dispatch = useAppDispatch();
  const clock = useClock();
  const scale = useTimeScale();
  const keys = useShownKeys();
  // Asked when it is pressed: the strip is not drawn anew for it at every change.
  const store = useAppStore();
  const does = (label: string, request: EditRequest, off?: string | false): Offered => ({
    label,
    off: off || undefined,
    run: () => void dispatch(applyEdit(request)),
  });
  const waysOn = (refs: readonly KeyRef[], now: Leave | null, off?: string | false): Offered[] =>
    WAYS.map((way) =>
      does(
        leaveWords(way),
        { operation: 'setLeave', args: [refs, way] },
        off || (way === now && 'It goes on so already.'),
      ),
    );

  const ofKey = (ref: KeyRef, key: Key, { before, after }: { before: boolean; after: boolean }): OfferedGroup[] => {
    const selected = store.getState().selection.keys;
    const refs = selected.some((one) => sameKey(one, ref)) ? selected : [ref];
    if (refs.length === 1) dispatch(keysSelected({ keys: refs }));
    const several = refs.length > 1 ? `${refs.length} keys` : `Key on frame ${formatFrames(ref.frame)}`;
    const noBefore = !before && 'Nothing comes before the first key.';
    const noAfter = !after && 'Nothing comes after the last key.';
    const ease = (side: 'into' | 'out' | 'both'): EditRequest => ({ operation: 'easeAtKeys', args: [refs, side] });
    return [
      {
        heading: several,
        offers: [
          {
            label: 'Go to its frame',
            run: () => {
              clock.stop();
              clock.seek(ref.frame, { between: true });
            },
          },
          { label: 'Copy', keys: keys('copyKeys'), run: () => void dispatch(copySelected()) },
          {
            label: 'Duplicate at the playhead',
            keys: keys('duplicateKeys'),
            run: () => void dispatch(applyEdit({ operation: 'duplicateKeys', args: [refs, clock.frame] })),
          },
          { ...does('Delete', { operation: 'deleteKeys', args: [refs] }), keys: keys('deleteKeys') },
        ],
      },
      {
        heading: 'Ease',
        offers: [
          does('into it', ease('into'), noBefore),
          does('out of it', ease('out'), noAfter),
          does('both', ease('both'), (noBefore || noAfter) && 'It has keys on one side only.'),
        ],
      },
      { heading: 'From it on', offers: waysOn(refs, key.leave, noAfter) },
      {
        heading: 'It is',
        offers: KeyRole.options.map((role) =>
          does(
            ROLE_WORDS[role],
            { operation: 'setRole', args: [refs, role] },
            role === key.role && 'It is one already.',
          ),
        ),
      },
    ];
  };

  return (event) => {
    const place = placeAt(event, (x) => scale.frameAt(x));
    const motion = selectMotion(store.getState());
    if (!place || !motion) return [];
    const { subjectId, channelId, frame } = place;
    const ref = { subjectId, channelId };
    const all = channelOf(motion, subjectId, channelId).keys;
    const at = all.findIndex((key) => key.frame === place.key);
    if (at >= 0)
      return ofKey({ ...ref, frame: all[at]!.frame }, all[at]!, { before: at > 0, after: at + 1 < all.length });
    const from = all.findLast((key) => key.frame < frame);
    const to = all.find((key) => key.frame > frame);
    const here = Math.round(frame);
    const row = CHANNELS[channelId].label;
    const channel = channelOf(motion, subjectId, channelId);
    const set: EditRequest = {
      operation: 'setKeys',
      args: [here, [{ ...ref, value: sampleChannel(channel, here) }]],
    };
    const between = from && to ? `${row}, ${formatFrames(from.frame)} to ${formatFrames(to.frame)}` : row;
    return [
      {
        heading: between,
        offers: [
          does(
            `Key on frame ${here}, changing nothing`,
            set,
            all.some((key) => key.frame === here) && 'There is a key.',
          ),
        ],
      },
      ...(from && to ? [{ heading: 'Between them', offers: waysOn([{ ...ref, frame: from.frame }], from.leave) }] : []),
    ];
  };
}
