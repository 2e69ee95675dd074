import type { Activity, CourseOverview, Standing } from '@undulan/contract';
import { clsx } from 'clsx';
import { Plus } from 'lucide-react';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { useActivityQuery, useOverviewQuery } from '../../server-data/index.ts';
import { Shell } from '../../shell/index.ts';
import { Button, type Column, Empty, Fetched, Table, Tip, withMark } from '../../ui/index.ts';
import { ArchivedNote } from './ArchivedNote.tsx';
import { CourseLessons } from './CourseLessons.tsx';
import { CourseMenu } from './CourseMenu.tsx';
import { ExerciseCell } from './ExerciseCell.tsx';
import { repliesWords } from './replies-words.ts';
import { SetExerciseDialog } from './SetExerciseDialog.tsx';
import { unitHeadings } from './unit-headings.tsx';
import { WhatIsNew } from './WhatIsNew.tsx';

/**
 * The course for its instructor: exercises to set, and where each learner stands with each of them. A marker sees the
 * same, and sets nothing.
 */
export function InstructorCourse({ courseId, mayChange }: { courseId: string; mayChange: boolean }) {
  const { data, error, refetch } = useOverviewQuery(courseId, {
    refetchOnMountOrArgChange: true,
    refetchOnFocus: true,
  });
  // What comes above the exercises must not push them away under somebody's hand.
  const news = useActivityQuery(courseId);
  const [begins, setBegins] = useState(false);
  const navigate = useNavigate();
  const waiting =
    data?.standings.flatMap((standing) => standing.takes).filter((take) => take.state === 'handed-in').length ?? 0;

  return (
    <Shell
      hasHeading
      screen="course"
      crumbs={[{ label: data?.title ?? 'Course' }]}
      actions={
        <>
          <Button
            tip={`${waiting} ${waiting === 1 ? 'take waits' : 'takes wait'} for review`}
            disabledReason={waiting === 0 && 'Nothing waits for review.'}
            onClick={() => void navigate(`/courses/${courseId}/waiting`)}
          >
            Review {waiting > 0 && waiting}
          </Button>
          <Button onClick={() => void navigate(`/courses/${courseId}/ledger`)}>Ledger</Button>
          {mayChange && <Button onClick={() => void navigate(`/courses/${courseId}/people`)}>People</Button>}
          <Button onClick={() => void navigate(`/courses/${courseId}/drills`)}>Drills</Button>
          <Button onClick={() => void navigate(`/courses/${courseId}/planner`)}>Planner</Button>
          {mayChange && data && <CourseMenu title={data.title} exercises={data.exercises} overview={data} />}
          {mayChange && (
            <Button
              kind="main"
              data-walk="set"
              disabledReason={data?.archived && 'The course is archived.'}
              onClick={() => setBegins(true)}
            >
              <Plus size={15} /> Set an exercise
            </Button>
          )}
        </>
      }
    >
      {begins && data && <SetExerciseDialog course={data} onClose={() => setBegins(false)} />}
      <Fetched what="course" query={{ data: news.isLoading ? undefined : data, error, refetch }}>
        {(data) => (
          <div className="h-full overflow-y-auto">
            <div className="mx-auto grid max-w-6xl gap-8 px-8 py-6">
              <Standings course={data} activity={news.data} mayChange={mayChange} />
              <CourseLessons courseId={courseId} mayChange={mayChange} />
            </div>
          </div>
        )}
      </Fetched>
    </Shell>
  );
}

interface StandingsProps {
  course: CourseOverview;
  activity: Activity | undefined;
  mayChange: boolean;
}

function Standings({ course, activity, mayChange }: StandingsProps) {
  if (course.exercises.length === 0)
    return (
      <section aria-label="Exercises and learners" className="min-w-0">
        <h1 className="mb-3 text-xl">{course.title}</h1>
        <Empty title="No exercise yet">
          {mayChange && (
            <>
              Set the first one with the button above, and{' '}
              <Link to={`/courses/${course.id}/people`} className="text-accent underline">
                invite people
              </Link>
              .
            </>
          )}
        </Empty>
      </section>
    );
  const takesIn = (exerciseId: string): number =>
    course.standings.reduce(
      (sum, standing) => sum + (standing.exerciseId === exerciseId ? standing.takes.length : 0),
      0,
    );
  const standingOf = (learnerId: string, exerciseId: string): Standing | undefined =>
    course.standings.find((standing) => standing.learnerId === learnerId && standing.exerciseId === exerciseId);
  return (
    <section aria-label="Exercises and learners" className="min-w-0">
      <div className="mb-3 flex items-baseline gap-4">
        <h1 className="text-xl">{course.title}</h1>
        <Link to={`/courses/${course.id}/gallery`} className="rounded-sm text-sm text-accent hover:underline">
          Gallery
        </Link>
      </div>
      {course.archived && <ArchivedNote />}
      <WhatIsNew courseId={course.id} activity={activity} />
      <div className="overflow-x-auto rounded-lg border border-rule bg-page">
        <Table
          pad="px-1 py-2"
          className="w-full border-collapse"
          columns={[
            {
              id: 'exercise',
              heading: 'Exercise',
              names: true,
              className: 'pl-4',
              headingClassName: 'pl-4',
              cell: (exercise) => (
                <ExerciseCell
                  courseId={course.id}
                  exercise={exercise}
                  takes={takesIn(exercise.id)}
                  mayChange={mayChange}
                />
              ),
            },
            ...course.learners.map((learner): Column<(typeof course.exercises)[number]> => ({
              id: learner.id,
              heading: <span title={learner.name}>{learner.name.split(' ')[0]}</span>,
              centred: true,
              headingClassName: 'w-24',
              className: 'align-middle',
              cell: (exercise) => (
                <StandingCell
                  standing={standingOf(learner.id, exercise.id)}
                  learner={learner.name}
                  exercise={exercise.title}
                />
              ),
            })),
          ]}
          rows={course.exercises}
          headingOver={unitHeadings(course)}
          rowId={(exercise) => exercise.id}
        />
      </div>
      <p className="mt-2 flex flex-wrap gap-x-5 gap-y-1 text-xs text-faint">
        <span>– not begun</span>
        <span>draft: at work</span>
        <span>+: a new draft is begun</span>
        <span>
          <b className="text-take-ink">take n</b>: waits for review
        </span>
        <span>
          <b className="text-target">n / 100</b>: returned with that grade
        </span>
      </p>
    </section>
  );
}

/** Where one learner stands with one exercise: the newest take, else whether there is a draft. */
function StandingCell({
  standing,
  learner,
  exercise,
}: {
  standing: Standing | undefined;
  learner: string;
  exercise: string;
}) {
  const take = standing?.takes.at(-1);
  if (!take) return <span className="text-xs text-faint">{standing?.hasDraft ? 'draft' : '–'}</span>;
  const waits = take.state === 'handed-in';
  return (
    <Tip
      says={
        `${learner}, take ${take.number}: ` +
        (waits ? 'waits for review' : withMark(`returned with ${take.grade}`)) +
        (take.again ? ', for another take' : '') +
        (take.replies > 0 ? `, ${repliesWords(take.replies)}` : '') +
        (standing?.hasDraft ? '; a new draft is begun' : '')
      }
    >
      <Link
        to={`/takes/${take.id}`}
        aria-label={
          `${exercise}, ${learner}, take ${take.number}, ` +
          `${waits ? 'waits for review' : withMark(`returned, grade ${take.grade}`)}`
        }
        className={clsx(
          'figures inline-block rounded-md border px-2 py-1 text-xs whitespace-nowrap hover:bg-shade',
          waits ? 'border-take font-semibold text-take-ink' : 'border-rule text-target',
        )}
      >
        {waits ? `take ${take.number}` : withMark(String(take.grade))}
        {take.late && <span className="text-danger"> late</span>}
        {take.again && <span className="block text-[11px] text-faint">another take</span>}
        {take.replies > 0 && <span className="block text-[11px] text-accent">{repliesWords(take.replies)}</span>}
        {standing?.hasDraft && ' +'}
      </Link>
    </Tip>
  );
}
