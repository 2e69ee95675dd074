import { type DrillAnswer, NewDrillRun } from '@undulan/contract';
import {
  createDrill,
  type Drill,
  DRILL_FAULTS,
  DRILL_KINDS,
  DRILL_RATES,
  type DrillFault,
  type DrillKind,
} from '@undulan/core';
import { useMemo, useState } from 'react';
import { useParams, useSearchParams } from 'react-router';
import { drillName, DRILLS, FAULTS, fromAddress, SetDrills, toAddress } from '../../drills/index.ts';
import { explain, useKeepDrillMutation, useSessionQuery } from '../../server-data/index.ts';
import { Shell } from '../../shell/index.ts';
import { Button, LoadFailed, Loading, sayProblem, Select, useStored } from '../../ui/index.ts';
import { ClassDrills } from './ClassDrills.tsx';
import { DrillRunner } from './DrillRunner.tsx';
import { OwnDrills } from './OwnDrills.tsx';
import { SetDrillDialog } from './SetDrillDialog.tsx';
import { useMoves } from './use-moves.ts';

const freshSeed = (): number => Math.floor(Math.random() * 2 ** 31);

/** Training the eye: drills that are set, those to do, and what came of those done; for an instructor the class's. */
export function DrillsPage() {
  const { courseId = '' } = useParams();
  const { data: session } = useSessionQuery();
  const course = session?.courses.find(({ id }) => id === courseId);
  const isInstructor = course?.role === 'instructor';
  const [params, setParams] = useSearchParams();
  const address = params.get('drill');
  const run = useMemo(() => fromAddress(address), [address]);
  const begin = (drill: Drill): void => setParams({ drill: toAddress(drill) });
  const [setting, setSetting] = useState<Drill | null>(null);
  const [fps, setFps] = useState<Drill['fps']>(createDrill('lands-later').fps);
  return (
    <Shell
      crumbs={[
        { label: course?.title ?? 'Course', to: `/courses/${courseId}` },
        ...(run
          ? [{ label: 'Drills', to: `/courses/${courseId}/drills` }, { label: drillName(run) }]
          : [{ label: 'Drills' }]),
      ]}
    >
      {run && session ? (
        <Run key={address} courseId={courseId} personId={session.person.id} drill={run} onDone={() => setParams({})} />
      ) : (
        <div className="h-full overflow-y-auto">
          <div className="mx-auto grid max-w-5xl gap-6 px-8 py-6">
            <SetDrills courseId={courseId} isInstructor={isInstructor} onBegin={begin} />
            <section aria-label="Drills to do" className="grid grid-cols-2 gap-3">
              <div className="col-span-2 flex items-center gap-2">
                <h2 className="flex-1 text-base">Train your eye</h2>
                <span className="text-sm text-faint">played at</span>
                <Select
                  size="bar"
                  aria-label="Frames a second"
                  value={fps}
                  choices={DRILL_RATES.map((rate) => ({ id: rate, label: `${rate} fps` }))}
                  onChoose={setFps}
                />
              </div>
              {DRILL_KINDS.map((kind) => (
                <DrillCard key={kind} kind={kind} fps={fps} onBegin={begin} onSet={isInstructor ? setSetting : null} />
              ))}
            </section>
            <OwnDrills courseId={courseId} />
            {isInstructor && <ClassDrills courseId={courseId} onSet={setSetting} />}
          </div>
        </div>
      )}
      {setting && <SetDrillDialog courseId={courseId} drill={setting} onClose={() => setSetting(null)} />}
    </Shell>
  );
}

interface DrillCardProps {
  kind: DrillKind;
  fps: Drill['fps'];
  onBegin: (drill: Drill) => void;
  /** Null for a learner. */
  onSet: ((drill: Drill) => void) | null;
}

function DrillCard({ kind, fps, onBegin, onSet }: DrillCardProps) {
  const [fault, setFault] = useState<DrillFault | ''>('');
  const drill: Drill = { ...createDrill(kind, fault || null), fps };
  const { name, says } = DRILLS[kind];
  return (
    <div className="flex items-start gap-3 rounded-lg border border-rule bg-page p-4">
      <div className="min-w-0 flex-1">
        <h2 className="text-base">{name}</h2>
        <p className="text-sm text-faint">{says}</p>
        {kind === 'spot-the-fault' && (
          <Select
            size="bar"
            className="mt-2"
            aria-label="Which fault"
            value={fault}
            choices={[
              { id: '' as const, label: 'all of them in turn' },
              ...DRILL_FAULTS.map((id) => ({ id, label: FAULTS[id].name })),
            ]}
            onChoose={setFault}
          />
        )}
      </div>
      {onSet && (
        <Button aria-label={`Set ${name}`} onClick={() => onSet(drill)}>
          Set …
        </Button>
      )}
      <Button kind="main" aria-label={`Begin ${name}`} onClick={() => onBegin(drill)}>
        Begin
      </Button>
    </div>
  );
}

interface RunProps {
  courseId: string;
  personId: string;
  drill: Drill;
  onDone: () => void;
}

/** A drill under way: kept in the browser until it is over, so that a page that goes takes no answer with it. */
function Run({ courseId, personId, drill, onDone }: RunProps) {
  const [begun, setBegun] = useStored<unknown>(`drill:${personId}:${courseId}:${toAddress(drill)}`, null);
  const [known] = useState(() => NewDrillRun.safeParse({ ...drill, ...(begun as object | null) }).data);
  const [seed, setSeed] = useState(() => known?.seed ?? freshSeed());
  const { moves, error } = useMoves(courseId, drill, seed);
  const [keep] = useKeepDrillMutation();
  const done = async (answers: DrillAnswer[]): Promise<void> => {
    const answer = await keep({ courseId, run: { ...drill, seed, answers } });
    if (answer.data) {
      setBegun(null);
      onDone();
    } else sayProblem(explain(answer.error));
  };
  if (error) return <LoadFailed what="moves of the course" error={error} onRetry={() => setSeed(freshSeed())} />;
  if (!moves) return <Loading what="the drill" />;
  return (
    <DrillRunner
      drill={drill}
      seed={seed}
      moves={moves}
      begun={known?.answers ?? []}
      onAnswers={(answers) => setBegun({ seed, answers })}
      onDone={(answers) => void done(answers)}
    />
  );
}
