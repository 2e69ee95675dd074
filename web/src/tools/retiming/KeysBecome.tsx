import {
  CHANNELS,
  type ConvertedFrame,
  findSubject,
  type KeyRef,
  type MotionDocument,
  runningSeconds,
  travelSeconds,
} from '@undulan/core';
import { fixed, ownExact, ownRange, ownRate, Problem, Table } from '../../ui/index.ts';

export type Place = KeyRef & Omit<ConvertedFrame, 'roundingSeconds'>;

const STICKY = 'sticky top-0 bg-shade';

interface KeysBecomeProps {
  before: MotionDocument;
  after: MotionDocument;
  places: readonly Place[];
  /** How many keys another lands on. */
  gaveWay: number;
}

/** Both durations before and after, and every key with where it goes and what rounding makes of it. */
export function KeysBecome({ before, after, places, gaveWay }: KeysBecomeProps) {
  const durations = ({ range, rate }: MotionDocument): string =>
    `${ownRate(rate)} fps · ${ownRange(range)} · runs ${fixed(runningSeconds(range, rate), 3)} ` +
    `s · travel ${fixed(travelSeconds(range.first, range.last, rate), 3)} s`;
  const keyName = ({ subjectId, channelId }: Place): string =>
    `${findSubject(before, subjectId)?.name}, ${CHANNELS[channelId].label.toLowerCase()}`;
  return (
    <div className="min-w-0">
      <p className="figures text-xs text-faint">{durations(before)}</p>
      <p className="figures text-xs font-semibold">→ {durations(after)}</p>
      {gaveWay > 0 && (
        <Problem className="mt-1">
          {gaveWay} {gaveWay === 1 ? 'key gives way' : 'keys give way'}: another lands on the same frame.
        </Problem>
      )}
      <div
        className="mt-2 max-h-64 overflow-y-auto rounded-md border border-rule"
        tabIndex={0}
        role="region"
        aria-label="What becomes of the keys"
      >
        {places.length === 0 ? (
          <p className="p-3 text-sm text-faint">Keys keep their frames.</p>
        ) : (
          <Table
            pad="px-2 py-1"
            className="w-full text-xs"
            columns={[
              {
                id: 'key',
                heading: 'Key',
                headingClassName: STICKY,
                className: 'max-w-40 truncate',
                sortBy: keyName,
                cell: keyName,
              },
              {
                id: 'from',
                heading: 'From',
                headingClassName: STICKY,
                figures: true,
                sortBy: ({ frame }) => frame,
                cell: ({ frame }) => frame,
              },
              {
                id: 'exact',
                heading: 'Exactly',
                headingClassName: STICKY,
                figures: true,
                cell: ({ exact }) => ownExact(exact),
              },
              {
                id: 'whole',
                heading: 'On a frame',
                headingClassName: STICKY,
                figures: true,
                className: 'font-semibold',
                cell: ({ whole }) => whole,
              },
              {
                id: 'rounding',
                heading: 'Rounding',
                headingClassName: STICKY,
                figures: true,
                sortBy: ({ roundingFrames }) => Math.abs(roundingFrames),
                cell: ({ roundingFrames }) => (roundingFrames === 0 ? '–' : fixed(roundingFrames, 3)),
              },
            ]}
            rows={places}
            rowId={(place) => `${place.subjectId}/${place.channelId}/${place.frame}`}
          />
        )}
      </div>
    </div>
  );
}
