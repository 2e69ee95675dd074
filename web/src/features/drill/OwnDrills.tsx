import { format } from 'date-fns';
import { lazy, Suspense, useMemo, useState } from 'react';
import { drillName, resultWords, sizeWords, trainedName, unitOf } from '../../drills/index.ts';
import { useDrillsQuery } from '../../server-data/index.ts';
import { Select } from '../../ui/index.ts';
import { resultsBy } from './results-by.ts';

const SeeingChart = lazy(async () => ({ default: (await import('./SeeingChart.tsx')).SeeingChart }));

/** So many of the latest drills are listed. */
const LISTED = 12;

/** What the person sees: of each thing its course over time, and the latest drills in words. */
export function OwnDrills({ courseId }: { courseId: string }) {
  const { data } = useDrillsQuery(courseId);
  const by = useMemo(() => resultsBy(data ?? []), [data]);
  const [chosen, setChosen] = useState('');
  if (!data || data.length === 0) return null;
  const seen = by.find(({ id }) => id === chosen) ?? by[0];
  return (
    <section aria-label="Your drills" className="grid gap-3">
      <div className="flex items-center gap-3">
        <h2 className="flex-1 text-base">What you see</h2>
        {seen && (
          <Select
            size="bar"
            aria-label="Course over time of"
            value={seen.id}
            choices={by.map(({ id, label }) => ({ id, label }))}
            onChoose={setChosen}
          />
        )}
      </div>
      {seen && (
        <Suspense fallback={<div className="h-48" />}>
          <SeeingChart
            points={seen.points}
            unit={unitOf(seen.of)}
            says={seen.points
              .map(({ doneAt, size }) => `${format(doneAt, 'd MMMM')} ${sizeWords(seen.of, size)}`)
              .join(', ')}
          />
        </Suspense>
      )}
      <ul className="grid gap-1 text-sm">
        {data.slice(0, LISTED).map((drill) => (
          <li key={drill.id}>
            <b>{drillName(drill)}</b>{' '}
            {drill.guessed || drill.results.length === 1
              ? resultWords(drill.results[0]!, drill.guessed, drill.fps)
              : drill.results
                  .map(({ of: what, size }) => `${trainedName(what)} ${sizeWords(what, size)}`)
                  .join(' · ')}{' '}
            <span className="text-faint">
              {format(drill.doneAt, 'd MMMM, HH:mm')} · {drill.trials} trials
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
