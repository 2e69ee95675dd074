import { useMemo } from 'react';
import { byTrained, trainedName, unitOf } from '../../drills/index.ts';
import { useLedgerDrillsQuery } from '../../server-data/index.ts';
import { Fetched, Select } from '../../ui/index.ts';
import { ClassSteps } from './ClassSteps.tsx';
import { weeksOf } from './drills-seen.ts';
import { useLedger } from './ledger-context.tsx';
import { useLedgerView } from './ledger-view.ts';

/** How small a difference a class sees in its drills, from week to week. */
export function DrillsOverTime() {
  const { courseId } = useLedger();
  const query = useLedgerDrillsQuery(courseId, { refetchOnMountOrArgChange: true });
  const [{ drill }, change] = useLedgerView();
  const all = useMemo(() => byTrained(query.data ?? []), [query.data]);
  const seen = all.find(({ id }) => id === drill) ?? all[0];
  const steps = useMemo(() => (seen ? weeksOf(seen.told) : []), [seen]);
  return (
    <Fetched what="drills" query={query}>
      {() => (
        <ClassSteps
          title="Seen in drills"
          step="Week"
          by="each learner’s last drill of a week: smaller is better"
          axis={seen ? `${trainedName(seen.of)} ${unitOf(seen.of)}` : ''}
          steps={steps}
          none="No drill of this course was done yet."
          choices={
            seen && (
              <Select
                size="bar"
                aria-label="Drill"
                value={seen.id}
                choices={all.map(({ id, label }) => ({ id, label }))}
                onChoose={(id) => change({ drill: id })}
              />
            )
          }
        />
      )}
    </Fetched>
  );
}
