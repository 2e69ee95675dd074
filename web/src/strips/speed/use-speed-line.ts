import { weakMapMemoize } from '@reduxjs/toolkit';
import { type ChannelId, CHANNELS, findChannel, type Rate, type Subject, type Track } from '@undulan/core';
import { useMemo } from 'react';
import { selectActiveChannel, selectSettledSubject, selectSubject } from '../../editing/index.ts';
import { useAppSelector } from '../../state/index.ts';
import { useClock } from '../../time/index.ts';
import { useStored } from '../../ui/index.ts';
import { useActiveTrack } from '../loom/index.ts';
import { channelLine, keptPieces, pathLine, type SpeedLine } from './speed-lines.ts';

/** What the strip shows the speed of. */
export type SpeedOf = 'channel' | 'way';

/** A line that was worked out for an earlier state of its subject. */
interface KnownLine {
  subject: Subject;
  line: SpeedLine;
}

/** The speed of a track along its way, or else of one channel; null where there is none. */
function lineOf(
  moving: Subject | null,
  { activeId, along, rate }: { activeId: ChannelId | undefined; along: Track | undefined; rate: Rate },
  known?: KnownLine,
): SpeedLine | null {
  if (!moving || !activeId) return null;
  const kept = known && keptPieces(known.line, known.subject, moving, along ?? { channelIds: [activeId] });
  if (along) return pathLine(moving, along, rate, kept);
  const channel = findChannel(moving, activeId);
  return channel && channel.keys.length > 1 && !CHANNELS[channel.id].blend
    ? channelLine(moving.id, channel, rate, kept)
    : null;
}

/** What the speed is shown of, as it was last changed. */
export interface SettledSpeed {
  subject: Subject;
  activeId: ChannelId;
  along: Track | undefined;
  line: SpeedLine;
}

/** The speed to show as it was last changed; null where there is none. */
export function useSettledSpeed() {
  const subject = useAppSelector(selectSettledSubject);
  const activeId = useAppSelector((state) => selectActiveChannel(state)?.id);
  const track = useActiveTrack();
  const { rate } = useClock();
  const [of, setOf] = useStored<SpeedOf>('speed-of', 'channel');
  const keyed = track?.channelIds.filter((id) => subject && (findChannel(subject, id)?.keys.length ?? 0) > 1) ?? [];
  const hasWay = keyed.length > 1;
  const along = hasWay && of === 'way' ? track : undefined;
  const speed = useMemo((): SettledSpeed | null => {
    const line = lineOf(subject, { activeId, along, rate });
    return line && subject && activeId ? { subject, activeId, along, line } : null;
  }, [subject, activeId, along, rate]);
  return { speed, activeId, of: hasWay ? of : null, setOf };
}

/** Asked for by all that shows it, at every move of a gesture. */
const shownLine = weakMapMemoize((moving: Subject | null, settled: SettledSpeed, rate: Rate): SpeedLine | null =>
  moving === settled.subject
    ? settled.line
    : lineOf(moving, { ...settled, rate }, { subject: settled.subject, line: settled.line }),
);

/** The same as it is shown: with the gesture under way. */
export function useShownLine(settled: SettledSpeed): SpeedLine {
  const moving = useAppSelector(selectSubject);
  const { rate } = useClock();
  return shownLine(moving, settled, rate) ?? settled.line;
}
