import { sampleChannel, TRACKS, type Channel } from '@undulan/core';
import { useAppDispatch, useAppSelector } from '../app/store.ts';
import { edited, selectKeyedChannels, selectSubject } from '../editing/index.ts';
import { useClock } from '../time-page/index.ts';

/** Sets keys on this frame at the values the channels have there: on those that move already (position, when none does), or on all. */
export function useKeyHere(): { keyMoving: () => void; keyAll: () => void } {
  const clock = useClock();
  const dispatch = useAppDispatch();
  const subject = useAppSelector(selectSubject);
  const keyed = useAppSelector(selectKeyedChannels);

  const key = (channels: readonly Channel[]): void => {
    if (!subject || channels.length === 0) return;
    clock.stop();
    const values = channels.map((channel) => ({ subjectId: subject.id, channelId: channel.id, value: sampleChannel(channel, clock.frame) }));
    dispatch(edited({ operation: 'setKeys', args: [clock.frame, values] }));
  };
  const position = subject?.channels.filter((channel) => TRACKS[0]!.channelIds.includes(channel.id)) ?? [];
  return { keyMoving: () => key(keyed.length > 0 ? keyed : position), keyAll: () => key(subject?.channels ?? []) };
}
