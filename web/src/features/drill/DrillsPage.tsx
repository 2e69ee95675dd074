import type { DrillAnswer } from '@undulan/contract';
import { type Choice, CHOICES } from '@undulan/core';
import { format } from 'date-fns';
import { useState } from 'react';
import { useParams } from 'react-router';
import {
  explain,
  useClassDrillsQuery,
  useDrillsQuery,
  useKeepDrillMutation,
  useSessionQuery,
} from '../../server-data/index.ts';
import { Shell } from '../../shell/index.ts';
import { Button, Empty, LoadFailed, Loading, sayProblem } from '../../ui/index.ts';
import { DRILLS, resultWords } from './drill-words.ts';
import { DrillRunner } from './DrillRunner.tsx';
import { useMoves } from './use-moves.ts';

const freshSeed = (): number => Math.floor(Math.random() * 2 ** 31);

/** Training the eye: drills to do, and what came of those done; for an instructor the class's thresholds. */
export function DrillsPage() {
  const { courseId = '' } = useParams();
  const { data: session } = useSessionQuery();
  const course = session?.courses.find(({ id }) => id === courseId);
  const [run, setRun] = useState<{ choice: Choice; seed: number } | null>(null);
  const { moves, error } = useMoves(courseId, run?.seed ?? 0);
  const [keep] = useKeepDrillMutation();
  const done = async (answers: DrillAnswer[]): Promise<void> => {
    const answer = await keep({ courseId, run: { ...run!, answers } });
    if (answer.data) setRun(null);
    else sayProblem(explain(answer.error));
  };
  return (
    <Shell
      crumbs={[
        { label: course?.title ?? 'Course', to: `/courses/${courseId}` },
        { label: run ? `Drill: ${DRILLS[run.choice].name}` : 'Drills' },
      ]}
    >
      {run ? (
        error ? (
          <LoadFailed what="moves of the course" error={error} onRetry={() => setRun({ ...run })} />
        ) : !moves ? (
          <Loading what="the drill" />
        ) : moves.length === 0 ? (
          <Empty title="Nothing to look at yet">Drills use the moves of the course’s lessons; there are none.</Empty>
        ) : (
          <DrillRunner key={run.seed} {...run} moves={moves} onDone={(answers) => void done(answers)} />
        )
      ) : (
        <div className="mx-auto grid max-w-3xl gap-6 px-8 py-6">
          <section aria-label="Drills to do" className="grid gap-3">
            {CHOICES.map((choice) => (
              <div key={choice} className="flex items-center gap-4 rounded-lg border border-rule bg-page p-4">
                <div className="flex-1">
                  <h2 className="text-base">{DRILLS[choice].name}</h2>
                  <p className="text-sm text-faint">{DRILLS[choice].says}</p>
                </div>
                <Button kind="main" onClick={() => setRun({ choice, seed: freshSeed() })}>
                  Begin
                </Button>
              </div>
            ))}
          </section>
          <OwnDrills courseId={courseId} />
          {course?.role === 'instructor' && <ClassDrills courseId={courseId} />}
        </div>
      )}
    </Shell>
  );
}

function OwnDrills({ courseId }: { courseId: string }) {
  const { data } = useDrillsQuery(courseId);
  if (!data || data.length === 0) return null;
  return (
    <section aria-label="Your drills">
      <h2 className="mb-2 text-base">What you see</h2>
      <ul className="grid gap-1 text-sm">
        {data.map((drill) => (
          <li key={drill.id}>
            <b>{DRILLS[drill.choice].name}</b> {resultWords(drill)}{' '}
            <span className="text-faint">
              {format(drill.doneAt, 'd MMMM, HH:mm')} · {drill.trials} trials
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

function ClassDrills({ courseId }: { courseId: string }) {
  const { data } = useClassDrillsQuery(courseId);
  return (
    <section aria-label="The class">
      <h2 className="mb-2 text-base">The class</h2>
      {!data || data.length === 0 ? (
        <p className="text-sm text-faint">Nobody has done a drill yet.</p>
      ) : (
        <ul className="grid gap-1 text-sm">
          {data.map((drill) => (
            <li key={drill.id}>
              <b>{drill.learnerName}</b>, {DRILLS[drill.choice].name} {resultWords(drill)}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
