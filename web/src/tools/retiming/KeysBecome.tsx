import {
  CHANNELS,
  type ConvertedFrame,
  findSubject,
  formatExact,
  formatRate,
  type KeyRef,
  type MotionDocument,
  runningSeconds,
  travelSeconds,
} from '@undulan/core';
import { Problem } from '../../ui/index.ts';

export type Place = KeyRef & Omit<ConvertedFrame, 'roundingSeconds'>;

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
    `${formatRate(rate)} fps · ${range.first}–${range.last} · runs ${runningSeconds(range, rate).toFixed(3)} ` +
    `s · travel ${travelSeconds(range.first, range.last, rate).toFixed(3)} s`;
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
          <table className="figures w-full text-xs">
            <thead className="sticky top-0 bg-shade text-left">
              <tr>
                <th className="px-2 py-1">Key</th>
                <th className="px-2 py-1 text-right">From</th>
                <th className="px-2 py-1 text-right">Exactly</th>
                <th className="px-2 py-1 text-right">On a frame</th>
                <th className="px-2 py-1 text-right">Rounding</th>
              </tr>
            </thead>
            <tbody>
              {places.map((place) => (
                <tr key={`${place.subjectId}/${place.channelId}/${place.frame}`} className="border-t border-rule">
                  <td className="max-w-40 truncate px-2 py-1">
                    {findSubject(before, place.subjectId)?.name}, {CHANNELS[place.channelId].label.toLowerCase()}
                  </td>
                  <td className="px-2 py-1 text-right">{place.frame}</td>
                  <td className="px-2 py-1 text-right">{formatExact(place.exact)}</td>
                  <td className="px-2 py-1 text-right font-semibold">{place.whole}</td>
                  <td className="px-2 py-1 text-right">
                    {place.roundingFrames === 0 ? '–' : place.roundingFrames.toFixed(3).replace('-', '−')}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </div>
    </div>
  );
}
