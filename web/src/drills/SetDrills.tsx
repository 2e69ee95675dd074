import type { SetDrill } from '@undulan/contract';
import type { Drill } from '@undulan/core';
import { clsx } from 'clsx';
import { format, isAfter, isPast } from 'date-fns';
import { explain, useSetDrillsQuery, useUnsetDrillMutation } from '../server-data/index.ts';
import { Button, formatDue, sayProblem } from '../ui/index.ts';
import { drillName } from './drill-words.ts';

interface SetDrillsProps {
  courseId: string;
  isInstructor: boolean;
  /** Only what is still to be done. */
  onlyOpen?: boolean;
  onBegin: (drill: Drill) => void;
}

/** Drills that are set in the course: for a learner what is to be done, for an instructor who has. */
export function SetDrills({ courseId, isInstructor, onlyOpen = false, onBegin }: SetDrillsProps) {
  const { data } = useSetDrillsQuery(courseId);
  const [unset] = useUnsetDrillMutation();
  const sets = data?.filter(({ doneAt }) => !onlyOpen || !doneAt) ?? [];
  if (sets.length === 0) return null;
  const takeAway = async (id: string): Promise<void> => {
    const answer = await unset({ courseId, id });
    if (answer.error) sayProblem(explain(answer.error));
  };
  return (
    <section aria-label={isInstructor ? 'Set for the class' : 'Set for you'}>
      <h2 className="mb-2 text-base">{isInstructor ? 'Set for the class' : 'Set for you'}</h2>
      <ul className="grid gap-2">
        {sets.map((set) => (
          <li key={set.id} className="flex items-center gap-3 rounded-lg border border-rule bg-page px-4 py-2">
            <p className="flex-1">
              <b>{drillName(set)}</b> <Due set={set} />
            </p>
            {isInstructor ? (
              <Button
                small
                kind="quiet"
                aria-label={`Take ${drillName(set)} away`}
                onClick={() => void takeAway(set.id)}
              >
                Take away
              </Button>
            ) : (
              <Button kind={set.doneAt ? 'plain' : 'main'} onClick={() => onBegin(set)}>
                {set.doneAt ? 'Once more' : 'Begin'}
              </Button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

function Due({ set: { dueAt, doneAt, class: ofClass } }: { set: SetDrill }) {
  const isOver = dueAt !== null && (doneAt ? isAfter(doneAt, dueAt) : isPast(dueAt));
  return (
    <span className={clsx('text-sm', isOver && !ofClass ? 'font-semibold text-danger' : 'text-faint')}>
      {dueAt ? `due ${formatDue(dueAt)}` : 'no due date'}
      {ofClass && ` · done by ${ofClass.done} of ${ofClass.of}`}
      {!ofClass && doneAt && ` · done ${format(doneAt, 'd MMMM, HH:mm')}${isOver ? ', late' : ''}`}
      {!ofClass && !doneAt && isOver && ' · late'}
    </span>
  );
}
