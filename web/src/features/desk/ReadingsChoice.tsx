import type { TakeView } from '@undulan/contract';
import { format } from 'date-fns';
import { useSearchParams } from 'react-router';
import { Select } from '../../ui/index.ts';

/**
 * Which reading of a take is looked at, where its target was changed in between: the newest, or an older one beside it.
 */
export function ReadingsChoice({ view: { readings: all, readingId } }: { view: TakeView }) {
  const readings = all.filter((reading) => reading.state === 'read');
  const [, setParams] = useSearchParams();
  if (readings.length < 2) return null;
  return (
    <Select
      aria-label="Reading"
      value={readingId ?? undefined}
      onChoose={(choice) => setParams(choice === readings[0]!.id ? {} : { reading: choice }, { replace: true })}
      size="bar"
      className="h-8! max-w-44"
      choices={readings.map(({ id, createdAt, proposedGrade, findings }, i) => {
        const which = i === 0 ? 'newest reading' : `reading of ${format(createdAt, 'd MMM, HH:mm')}`;
        return { id, label: `${which}: ${proposedGrade}, ${findings} found` };
      })}
    />
  );
}
