import type { Trained } from '@undulan/core';
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
  const [chosen, setChosen] = useState<Trained | null>(null);
  if (!data || data.length === 0) return null;
  // At first what there is most of.
  const [[most] = [null]] = Array.from(by).sort(([, one], [, other]) => other.length - one.length);
  const of = chosen !== null && by.has(chosen) ? chosen : most;
  const points = of && by.get(of);
  return (
    <section aria-label="Your drills" className="grid gap-3">
      <div className="flex items-center gap-3">
        <h2 className="flex-1 text-base">What you see</h2>
        {of && (
          <Select
            size="bar"
            aria-label="Course over time of"
            value={of}
            choices={Array.from(by.keys(), (id) => ({ id, label: trainedName(id) }))}
            onChoose={setChosen}
          />
        )}
      </div>
      {of && points && (
        <Suspense fallback={<div className="h-48" />}>
          <SeeingChart
            points={points}
            unit={unitOf(of)}
            says={points.map(({ doneAt, size }) => `${format(doneAt, 'd MMMM')} ${sizeWords(of, size)}`).join(', ')}
          />
        </Suspense>
      )}
      <ul className="grid gap-1 text-sm">
        {data.slice(0, LISTED).map((drill) => (
          <li key={drill.id}>
            <b>{drillName(drill)}</b>{' '}
            {drill.guessed || drill.results.length === 1
              ? resultWords(drill.results[0]!, drill.guessed)
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
