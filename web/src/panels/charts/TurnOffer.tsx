import { findChannel, type KeyRef, type TimingChart, type Track } from '@undulan/core';
import { memo } from 'react';
import { applyEdit, selectSettledSubject } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { Button } from '../../ui/index.ts';

interface TurnOfferProps {
  track: Track;
  charts: readonly TimingChart[];
}

/** Keys on which the motion turns back although they are no extremes: offered to be made what they are. */
export const TurnOffer = memo(function TurnOffer({ track, charts }: TurnOfferProps) {
  const dispatch = useAppDispatch();
  const subject = useAppSelector(selectSettledSubject);
  if (!subject) return null;
  const turns = charts.flatMap(({ marks }) => {
    const last = marks.at(-1)!;
    if (!last.isTurn) return [];
    const keys = track.channelIds
      .filter((id) => findChannel(subject, id)?.keys.some((key) => key.frame === last.frame))
      .map((channelId): KeyRef => ({ subjectId: subject.id, channelId, frame: last.frame }));
    return keys.length > 0 ? [{ frame: last.frame, keys }] : [];
  });
  return turns.map(({ frame, keys }) => (
    <p key={frame} className="flex items-center gap-2 py-1 text-xs text-faint">
      {track.label} turns back on {frame}, and its key is no extreme.
      <Button small onClick={() => dispatch(applyEdit({ operation: 'setRole', args: [keys, 'extreme'] }))}>
        Make {frame} an extreme
      </Button>
    </p>
  ));
});
