import type { LearnerCourse as LearnerCourseData, OpenExercise, TakeSummary } from '@undulan/contract';
import { clsx } from 'clsx';
import { formatDistanceToNow } from 'date-fns';
import { Fragment, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { briefParagraphs } from '../../brief/index.ts';
import { drillPath, SetDrills } from '../../drills/index.ts';
import {
  explain,
  useActivityQuery,
  useBeginDraftMutation,
  useDeleteDraftMutation,
  useLearnerCourseQuery,
  useSetDrillsQuery,
} from '../../server-data/index.ts';
import { Shell } from '../../shell/index.ts';
import { Button, Empty, Fetched, sayProblem, withMark } from '../../ui/index.ts';
import { ArchivedNote } from './ArchivedNote.tsx';
import { CourseLessons } from './CourseLessons.tsx';
import { CourseMenu } from './CourseMenu.tsx';
import { ExerciseFacts } from './ExerciseFacts.tsx';
import { ExerciseThumb } from './ExerciseThumb.tsx';
import { repliesWords } from './replies-words.ts';
import { unitHeadings } from './unit-headings.tsx';
import { WhatIsNew } from './WhatIsNew.tsx';

/** How often the course is asked for while a reading is coming. */
const ASK_EVERY_MS = 1500;

/** The course for a learner: the exercises open to them, in order, and what to do next with each. */
export function LearnerCourse({ courseId }: { courseId: string }) {
  const [isComing, setComing] = useState(false);
  const { data, error, refetch } = useLearnerCourseQuery(courseId, {
    refetchOnMountOrArgChange: true,
    refetchOnFocus: true,
    pollingInterval: isComing ? ASK_EVERY_MS : 0,
  });
  const comes =
    data?.exercises.some((exercise) => exercise.takes.some((take) => take.readingState === 'coming')) ?? false;
  if (comes !== isComing) setComing(comes);
  // What comes above the exercises must not push them away under somebody's hand.
  const [news, drills] = [useActivityQuery(courseId), useSetDrillsQuery(courseId)];
  const isAboveComing = news.isLoading || drills.isLoading;
  const navigate = useNavigate();
  return (
    <Shell
      hasHeading
      screen="own course"
      crumbs={[{ label: data?.title ?? 'Course' }]}
      actions={
        <>
          <Button onClick={() => void navigate(`/courses/${courseId}/ledger`)}>How it goes</Button>
          <Button onClick={() => void navigate(`/courses/${courseId}/drills`)}>Drills</Button>
          <Button onClick={() => void navigate(`/courses/${courseId}/planner`)}>Planner</Button>
          {data && <CourseMenu title={data.title} exercises={data.exercises} overview={null} />}
        </>
      }
    >
      <Fetched what="course" query={{ data: isAboveComing ? undefined : data, error, refetch }}>
        {(data) => (
          <div className="h-full overflow-y-auto">
            <div className="mx-auto max-w-4xl px-8 py-6">
              <div className="mb-3 flex items-baseline gap-4">
                <h1 className="text-xl">{data.title}</h1>
                <Link to={`/courses/${courseId}/gallery`} className="rounded-sm text-sm text-accent hover:underline">
                  Gallery
                </Link>
              </div>
              {data.archived && <ArchivedNote />}
              <WhatIsNew courseId={courseId} activity={news.data} />
              <div className="mb-4 empty:hidden">
                <SetDrills
                  courseId={courseId}
                  isInstructor={false}
                  onlyOpen
                  onBegin={(drill) => void navigate(drillPath(courseId, drill))}
                />
              </div>
              {data.exercises.length === 0 && (
                <Empty title="No exercise is open yet">Your instructor has not published one.</Empty>
              )}
              <ol className="grid gap-3">
                {data.exercises.map((exercise, i) => (
                  <Fragment key={exercise.id}>
                    <UnitHeading course={data} exercise={exercise} index={i} />
                    <ExerciseCard exercise={exercise} number={i + 1} />
                  </Fragment>
                ))}
              </ol>
              <div className="mt-8">
                <CourseLessons courseId={courseId} mayChange={false} />
              </div>
            </div>
          </div>
        )}
      </Fetched>
    </Shell>
  );
}

interface UnitHeadingProps {
  course: LearnerCourseData;
  exercise: OpenExercise;
  index: number;
}

/** What stands over the first exercise of a unit. */
function UnitHeading({ course, exercise, index }: UnitHeadingProps) {
  const heading = unitHeadings(course)(exercise, index);
  return heading && <li className="mt-3 border-b border-rule pb-1">{heading}</li>;
}

function ExerciseCard({ exercise, number }: { exercise: OpenExercise; number: number }) {
  const [begin, { isLoading }] = useBeginDraftMutation();
  const [deleteDraft] = useDeleteDraftMutation();
  const navigate = useNavigate();
  const last = exercise.takes.at(-1);
  const draft = exercise.drafts[0];
  const copies = exercise.drafts.slice(1);

  const start = async (): Promise<void> => {
    const answer = await begin({ exerciseId: exercise.id, begin: last ? { fromTakeId: last.id } : {} });
    if (answer.data) await navigate(`/drafts/${answer.data.id}`);
    else sayProblem(explain(answer.error));
  };

  return (
    <li className="grid grid-cols-[2.5rem_auto_1fr_auto] items-start gap-x-2 rounded-lg border border-rule bg-page p-4">
      <span
        className="figures grid h-7 w-7 place-items-center rounded-full border-2 border-ink text-[13px] font-semibold"
        aria-hidden="true"
      >
        {number}
      </span>
      <div className="mr-2">
        <ExerciseThumb exerciseId={exercise.id} widthPx={128} />
      </div>
      <div className="min-w-0">
        <h2 className="text-[16px] leading-7">{exercise.title}</h2>
        <p className="line-clamp-2 text-sm text-faint">{briefParagraphs(exercise.brief)[0]}</p>
        <p className="mt-1">
          <ExerciseFacts rate={exercise.rate} range={exercise.range} dueAt={exercise.dueAt} />
        </p>
        {exercise.takes.length > 0 && (
          <ul className="mt-2 flex flex-wrap gap-2">
            {exercise.takes.map((take) => (
              <li key={take.id}>
                <TakeLink take={take} />
              </li>
            ))}
          </ul>
        )}
        {copies.map((copy) => (
          <p key={copy.id} className="mt-1 text-sm text-faint">
            <Link to={`/drafts/${copy.id}`} className="text-accent underline">
              {copy.name}
            </Link>{' '}
            ·{' '}
            <button type="button" className="rounded-sm hover:underline" onClick={() => void deleteDraft(copy.id)}>
              throw away
            </button>
          </p>
        ))}
      </div>
      <div className="flex flex-col items-end gap-1">
        {draft ? (
          <>
            <Button kind="main" onClick={() => void navigate(`/drafts/${draft.id}`)}>
              Continue
            </Button>
            <span className="text-xs text-faint">
              saved {formatDistanceToNow(draft.updatedAt, { addSuffix: true })}
            </span>
          </>
        ) : (
          exercise.accepts !== 'clips' && (
            <Button kind={last ? 'plain' : 'main'} disabled={isLoading} onClick={() => void start()}>
              {last ? `Start take ${last.number + 1}` : 'Start'}
            </Button>
          )
        )}
        {exercise.accepts !== 'keyed' && (
          <Button
            kind={exercise.accepts === 'clips' && !draft ? 'main' : 'plain'}
            onClick={() => void navigate(`/exercises/${exercise.id}/clip`)}
          >
            Hand in a clip
          </Button>
        )}
      </div>
    </li>
  );
}

function TakeLink({ take }: { take: TakeSummary }) {
  const returned = take.state === 'returned';
  return (
    <Link
      to={`/takes/${take.id}`}
      className={clsx(
        'figures inline-block rounded-md border px-2 py-0.5 text-xs hover:bg-shade',
        returned ? 'border-target text-target' : 'border-rule text-faint',
      )}
    >
      take {take.number}
      {take.title && `, ${take.title}`} ·{' '}
      {returned
        ? withMark(`returned, ${take.grade}`)
        : take.readingState === 'coming'
          ? 'handed in, being read'
          : 'handed in'}
      {take.late && ', late'}
      {take.again && ' · another take is asked for'}
      {take.replies > 0 && ` · ${repliesWords(take.replies)}`}
    </Link>
  );
}
