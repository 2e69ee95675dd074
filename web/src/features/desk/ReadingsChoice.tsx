import type { TakeView } from '@undulan/contract';
import { format } from 'date-fns';
import { useSearchParams } from 'react-router';

/**
 * Which reading of a take is looked at, where its target was changed in between: the newest, or an older one beside it.
 */
export function ReadingsChoice({ view: { readings: all, readingId } }: { view: TakeView }) {
  const readings = all.filter((reading) => reading.state === 'read');
  const [, setParams] = useSearchParams();
  if (readings.length < 2) return null;
  return (
    <select
      aria-label="Reading"
      value={readingId ?? undefined}
      onChange={(event) =>
        setParams(event.target.value === readings[0]!.id ? {} : { reading: event.target.value }, { replace: true })
      }
      className="h-8 max-w-44 rounded-md border border-rule bg-page px-1.5 text-xs"
    >
      {readings.map((reading, i) => (
        <option key={reading.id} value={reading.id}>
          {i === 0 ? 'newest reading' : `reading of ${format(reading.createdAt, 'd MMM, HH:mm')}`}:{' '}
          {reading.proposedGrade}, {reading.findings} found
        </option>
      ))}
    </select>
  );
}
