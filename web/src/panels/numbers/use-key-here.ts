import { type ChannelId, channelOf, type MotionDocument, sampleChannel, type Subject, TRACKS } from '@undulan/core';
import { applyEdit, selectMotion, selectPictureMotion, selectWantedIds } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector, useAppStore } from '../../state/index.ts';
import { useClock } from '../../time/index.ts';
import { useStored } from '../../ui/index.ts';

/** Which channels are keyed together when all of a set are. */
export const KEY_SETS = { moving: 'the moving channels', position: 'position', all: 'all channels' } as const;
export type KeySet = keyof typeof KEY_SETS;

function channelsOf(set: KeySet, subject: Subject, wanted: readonly ChannelId[]): readonly ChannelId[] {
  const moving = subject.channels.filter((channel) => channel.keys.length > 0).map((channel) => channel.id);
  if (set === 'all') return subject.channels.map((channel) => channel.id);
  if (set === 'position') return TRACKS[0]!.channelIds;
  return [moving, wanted].find((ids) => ids.length > 0) ?? TRACKS[0]!.channelIds;
}

/**
 * Sets keys on this frame at what the picture shows: on what changed (with nothing changed, on the moving channels of
 * the selected subject, else on those the exercise asks for, else its position), or on a chosen set.
 */
export function useKeyHere() {
  const clock = useClock();
  const dispatch = useAppDispatch();
  const motion = useAppSelector(selectMotion);
  const store = useAppStore();
  const unkeyed = useAppSelector((state) => state.posing.unkeyed);
  const subjectId = useAppSelector((state) => state.selection.subjectId);
  const wanted = useAppSelector(selectWantedIds);
  const [keySet, setKeySet] = useStored<KeySet>('key-set', 'all');
  const subject = motion?.subjects.find((other) => other.id === subjectId);

  const keyChannels = (shown: MotionDocument, set: KeySet): void => {
    if (!subject) return;
    clock.stop();
    const values = channelsOf(set, subject, wanted).map((channelId) => ({
      subjectId: subject.id,
      channelId,
      value: sampleChannel(channelOf(shown, subject.id, channelId), clock.frame),
    }));
    dispatch(applyEdit({ operation: 'setKeys', args: [clock.frame, values] }));
  };
  const keyAsShown = (set: KeySet): void => {
    const picture = selectPictureMotion(store.getState());
    if (picture) keyChannels(picture, set);
  };
  const keyChanged = (): void => {
    clock.stop();
    if (unkeyed.length > 0) dispatch(applyEdit({ operation: 'setKeys', args: [clock.frame, unkeyed] }));
    else keyAsShown('moving');
  };
  return { keyChanged, keyChosen: () => keyAsShown(keySet), keySet, setKeySet };
}
