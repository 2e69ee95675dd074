import type { TakeView } from '@undulan/contract';
import { asRead, type ChannelId, findChannel, type Finding, type Subject, TRACKS, tracksOf } from '@undulan/core';
import { useMemo, useState } from 'react';
import { type Against, alignedTime, type Alignment, compareTrack, useCompared } from '../strips/compared/index.ts';
import { useStored } from '../ui/index.ts';

/** The keyed channels of a subject, those that change first; of none the first track's. */
function channelsOf(subject: Subject | undefined): ChannelId[] {
  const keyed = subject ? tracksOf(subject).flatMap((track) => [...track.channelIds]) : [];
  const changes = (id: ChannelId): boolean =>
    findChannel(subject!, id)?.keys.some((key, _i, [first]) => key.value !== first!.value) ?? false;
  const ordered = [...keyed.filter(changes), ...keyed.filter((id) => !changes(id))];
  return ordered.length > 0 ? ordered : [...TRACKS[0]!.channelIds];
}

/** A take laid beside what it is compared with: which track is looked at, and how its time runs. */
export function useComparison(view: TakeView) {
  const motion = useMemo(() => asRead(view.motion), [view.motion]);
  const [against, setAgainst] = useState<Against>('model');
  const [alignment, setAlignment] = useStored<Alignment>('alignment', 'time');
  const { target, reading, targetName } = useCompared(view, motion, against);
  const [trackAt, setTrackAt] = useState(0);
  const track = reading?.tracks[trackAt] ?? reading?.tracks[0];
  const compared = useMemo(
    () => (target && track ? compareTrack(target, motion, track, alignment) : null),
    [target, motion, track, alignment],
  );
  const toTake = useMemo(
    () => (target ? alignedTime(target, motion, track, alignment).toTake : (frame: number) => frame),
    [target, motion, track, alignment],
  );
  const keyFrames = useMemo(() => {
    const events = compared ? [...compared.target.events, ...compared.take.events] : [];
    return [...new Set(events.map((event) => event.rulerFrame))].sort((a, b) => a - b);
  }, [compared]);
  const actor =
    motion.subjects.find((subject) => subject.id === track?.subjectId) ??
    motion.subjects.find((subject) => !subject.locked);
  return {
    motion,
    target,
    targetName,
    reading,
    track,
    compared,
    toTake,
    keyFrames,
    /** Whose track it is; without one the first subject there is to look at. */
    actor,
    channelIds: compared?.channelIds ?? channelsOf(actor),
    choice: { against, setAgainst, alignment, setAlignment },
    trackAt: track ? reading!.tracks.indexOf(track) : -1,
    setTrackAt,
    showTrack: ({ subjectId, track: trackId }: Finding): void => {
      const at = reading?.tracks.findIndex((other) => other.subjectId === subjectId && other.track === trackId) ?? -1;
      if (at >= 0) setTrackAt(at);
    },
  };
}

export type Comparison = ReturnType<typeof useComparison>;
