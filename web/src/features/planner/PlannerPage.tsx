import { clsx } from 'clsx';
import { useParams } from 'react-router';
import { useSessionQuery } from '../../server-data/index.ts';
import { Shell } from '../../shell/index.ts';
import { NoSuchCourse } from '../course/index.ts';
import { ActTool } from './ActTool.tsx';
import { CountsTool } from './CountsTool.tsx';
import { DistanceTool } from './DistanceTool.tsx';
import { PlanBar } from './PlanBar.tsx';
import { type Tool, TOOLS } from './planner-state.ts';
import { RatesTool } from './RatesTool.tsx';
import { TimecodeTool } from './TimecodeTool.tsx';
import { PlannerContext, usePlannerState } from './use-planner.ts';

const SCREENS: Record<Tool, () => React.ReactNode> = {
  act: ActTool,
  counts: CountsTool,
  distance: DistanceTool,
  rates: RatesTool,
  timecode: TimecodeTool,
};

/** Deciding how long things take: calculators that share one rate and send their results on. */
export function PlannerPage() {
  const { courseId = '' } = useParams();
  const { data } = useSessionQuery();
  const planner = usePlannerState();
  const { tool } = planner.state;
  const course = data?.courses.find((own) => own.id === courseId);
  if (!course) return <NoSuchCourse />;
  const Screen = SCREENS[tool];
  return (
    <PlannerContext value={planner}>
      <Shell screen="planner" crumbs={[{ label: course.title, to: `/courses/${courseId}` }, { label: 'Planner' }]}>
        <div className="flex h-full flex-col">
          <nav aria-label="Calculators" className="flex shrink-0 gap-1 border-b border-rule px-4 pt-1.5">
            {(Object.keys(TOOLS) as Tool[]).map((name) => (
              <button
                key={name}
                type="button"
                aria-current={name === tool ? 'page' : undefined}
                onClick={() => planner.change({ tool: name })}
                className={clsx(
                  'rounded-t-md border border-b-0 px-3 py-1.5 text-sm',
                  name === tool ? 'border-rule bg-page font-semibold' : 'border-transparent text-faint hover:text-ink',
                )}
              >
                {TOOLS[name]}
              </button>
            ))}
          </nav>
          <div className="min-h-0 flex-1">
            <Screen />
          </div>
          <PlanBar courseId={courseId} role={course.role === 'instructor' ? 'instructor' : 'learner'} />
        </div>
      </Shell>
    </PlannerContext>
  );
}
