import { type Channel, findChannel, findSubject, sameChannel } from '@undulan/core';
import { memo, type RefObject, useMemo } from 'react';
import { shallowEqual } from 'react-redux';
import { isLocked, selectMotion, selectShownKeys } from '../../editing/index.ts';
import { useAppSelector } from '../../state/index.ts';
import { useTimeScale } from '../../time/index.ts';
import { CHANNEL_LOOKS } from '../../values/index.ts';
import { crowding, StripCanvas } from '../kit/index.ts';
import { changedTrack, paintTrack, type TrackPaint } from './paint-track.ts';
import { TrackTargets } from './TrackTargets.tsx';
import type { useKeyDrag } from './use-key-drag.ts';

interface KeyTrackProps {
  subjectId: string;
  subjectName: string;
  /** As it is shown: with the gesture under way. */
  channel: Channel;
  heightPx: number;
  drag: RefObject<ReturnType<typeof useKeyDrag>>;
}

/** The keys of one channel: click to select, drag to move in time. What is seen is painted; targets lie over it. */
export const KeyTrack = memo(function KeyTrack({ subjectId, subjectName, channel, heightPx, drag }: KeyTrackProps) {
  const ref = { subjectId, channelId: channel.id };
  const locked = useAppSelector((state) => isLocked(state.rows, ref));
  const settled = useAppSelector((state) => {
    const subject = findSubject(selectMotion(state)!, subjectId);
    return subject && findChannel(subject, channel.id);
  });
  return (
    <div className="relative" style={{ opacity: locked ? 0.45 : 1 }}>
      <TrackCanvas subjectId={subjectId} channel={channel} heightPx={heightPx} />
      {settled && (
        <TrackTargets
          subjectId={subjectId}
          subjectName={subjectName}
          channel={settled}
          heightPx={heightPx}
          locked={locked}
          drag={drag}
        />
      )}
    </div>
  );
});

function TrackCanvas({ subjectId, channel, heightPx }: Pick<KeyTrackProps, 'subjectId' | 'channel' | 'heightPx'>) {
  const scale = useTimeScale();
  const selected = useAppSelector(
    (state) =>
      selectShownKeys(state)
        .filter((key) => sameChannel(key, { subjectId, channelId: channel.id }))
        .map((key) => key.frame),
    shallowEqual,
  );
  const painting = useMemo((): TrackPaint => {
    const frames = channel.keys.map((key) => key.frame);
    const { colour } = CHANNEL_LOOKS[channel.id];
    return { keys: channel.keys, scale, y: heightPx / 2, spacingPx: crowding(frames, scale), colour, selected };
  }, [channel, scale, heightPx, selected]);
  return <StripCanvas heightPx={heightPx} painting={painting} paint={paintTrack} differ={changedTrack} />;
}
