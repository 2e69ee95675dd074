import type { OwnLedger } from '@undulan/contract';
import { type ClassMeasure, lessonFor, measureOf, ownCourse, type OwnFault, takesAt } from '@undulan/core';
import { useMemo, useRef } from 'react';
import { Link, useSearchParams } from 'react-router';
import type { ChartPicture } from '../../data-charts/index.ts';
import { drillPath } from '../../drills/index.ts';
import { useLessonsQuery, useOwnLedgerQuery } from '../../server-data/index.ts';
import { Shell } from '../../shell/index.ts';
import { type Column, Empty, Fetched, fixed, Select, Table } from '../../ui/index.ts';
import { Answers } from './Answers.tsx';
import { Card } from './Card.tsx';
import { CourseLines, type CoursePoint, measureName } from './CourseLines.tsx';
import { inExercises } from './ledger-words.ts';

/** A learner's own grade is the one they were given. */
const nameOf = (measure: ClassMeasure): string => (measure === 'grade' ? 'grade' : measureName(measure));

/** So many are said at a time: one thing to look at is better than ten. */
const MOST = 3;
const MEASURES = ['grade', 'key-offset', 'spacing'] as const satisfies ClassMeasure[];

/** A learner's own course so far: what got better, what to look at next, and how it goes beside the class. */
export function OwnCourse({ courseId }: { courseId: string }) {
  const { data, error, refetch } = useOwnLedgerQuery(courseId, {
    refetchOnMountOrArgChange: true,
    refetchOnFocus: true,
  });
  return (
    <Shell crumbs={[{ label: data?.title ?? 'Course', to: `/courses/${courseId}` }, { label: 'How it goes' }]}>
      <Fetched what="course so far" loading="your course so far" query={{ data, error, refetch }}>
        {(data) =>
          data.takes.length === 0 ? (
            <div className="mx-auto max-w-xl p-8">
              <Empty title="Nothing to say yet">Once a take of yours is returned, what it says is gathered here.</Empty>
            </div>
          ) : (
            <Gathered courseId={courseId} own={data} />
          )
        }
      </Fetched>
    </Shell>
  );
}

function Gathered({ courseId, own }: { courseId: string; own: OwnLedger }) {
  const { next, better } = useMemo(() => ownCourse(own.takes), [own]);
  const titles = useMemo(() => new Map(own.exercises.map(({ id, title }) => [id, title])), [own]);
  const titleOf = (id: string): string => titles.get(id) ?? '';
  return (
    <div className="grid h-full min-h-0 grid-cols-[20rem_minmax(0,1fr)]">
      <aside aria-label="What to look at" className="grid min-h-0 content-start gap-2.5 overflow-y-auto px-4 py-3.5">
        <h2 className="text-xl">What to look at next</h2>
        {next.length === 0 && (
          <p className="text-sm text-faint">
            {own.takes.some(({ digest }) => digest !== null)
              ? 'Nothing is wrong in your latest takes.'
              : 'None of your returned takes is read yet.'}
          </p>
        )}
        <ol className="grid gap-2.5">
          {next.slice(0, MOST).map((fault) => (
            <li key={fault.kind}>
              <Next courseId={courseId} fault={fault} titleOf={titleOf} />
            </li>
          ))}
        </ol>
        {better.length > 0 && (
          <section aria-label="What got better" className="grid gap-1 text-sm">
            <h3 className="mt-2 text-[15px] font-semibold text-target">What got better</h3>
            <ul className="grid gap-1">
              {better.map(({ kind, name, exerciseIds, takeIds }) => (
                <li key={kind}>
                  {name}: gone{' '}
                  <Link to={`/takes/${takeIds[0]}`} className="rounded-sm text-accent underline">
                    {inExercises(exerciseIds.map(titleOf))}
                  </Link>
                </li>
              ))}
            </ul>
          </section>
        )}
      </aside>
      <div className="min-h-0 overflow-y-auto px-4 py-3.5">
        <SoFar own={own} />
      </div>
    </div>
  );
}

interface NextProps {
  courseId: string;
  fault: OwnFault;
  titleOf: (exerciseId: string) => string;
}

function Next({ courseId, fault: { kind, name, exerciseIds, takeIds }, titleOf }: NextProps) {
  const { data: lessons = [] } = useLessonsQuery(courseId);
  return (
    <section aria-label={name} className="grid gap-1 rounded-lg border border-rule bg-page px-3.5 py-3 text-sm">
      <h3 className="text-[15px] font-semibold">{name}</h3>
      <p>
        In your latest takes{' '}
        <Link to={`/takes/${takeIds[0]}`} className="rounded-sm text-accent underline">
          {inExercises(exerciseIds.map(titleOf))}
        </Link>
      </p>
      <Answers kind={kind} lesson={lessonFor(kind, lessons)} drillTo={(drill) => drillPath(courseId, drill)} />
    </section>
  );
}

/** Each exercise of which a take was returned, beside the class where enough stand behind it. */
function SoFar({ own }: { own: OwnLedger }) {
  const [params, setParams] = useSearchParams();
  const measure = MEASURES.find((id) => id === params.get('measure')) ?? MEASURES[0];
  const picture = useRef<ChartPicture>(null);
  const rows = useMemo(() => {
    const latest = takesAt(own.takes, 'latest');
    return own.exercises.flatMap(({ id, title }): Row[] => {
      const takes = own.takes.filter(({ exerciseId }) => exerciseId === id);
      if (takes.length === 0) return [];
      const read = latest.find(({ exerciseId }) => exerciseId === id);
      const grade = takes.at(-1)!.grade;
      const value = measure === 'grade' ? grade : read ? measureOf(read, measure) : null;
      const quartiles = own.classes.find((of) => of.exerciseId === id && of.measure === measure)?.quartiles ?? null;
      return [{ id, title, takes: takes.length, takeId: takes.at(-1)!.id, own: value, quartiles }];
    });
  }, [own, measure]);
  const hasClass = rows.some(({ quartiles }) => quartiles !== null);
  const ofWhat = measure === 'grade' ? ', of proposed grades' : '';
  const says = rows.map(({ title, own: value }) => `${title} ${value === null ? 'none' : fixed(value, 1)}`).join(', ');
  return (
    <Card
      title="Your course so far"
      says={hasClass ? `dashed: you; the class’s median and middle half${ofWhat}` : 'by your returned takes'}
      tools={
        <Select
          size="bar"
          aria-label="Measure"
          value={measure}
          choices={MEASURES.map((id) => ({ id, label: nameOf(id) }))}
          onChoose={(id) => setParams({ measure: id }, { replace: true })}
        />
      }
      picture={picture}
      figures={() => [
        ['exercise', 'returned takes', nameOf(measure), 'class median'],
        ...rows.map((row) => [row.title, row.takes, row.own, row.quartiles?.median ?? null]),
      ]}
    >
      <CourseLines ref={picture} says={says} axis={nameOf(measure)} points={rows} ownName="you" />
      <Table
        label="Your course, in numbers"
        className="w-full border-collapse text-sm"
        pad="px-2 py-1.5"
        columns={COLUMNS}
        rows={rows}
        rowId={({ id }) => id}
      />
    </Card>
  );
}

interface Row extends CoursePoint {
  id: string;
  takes: number;
  takeId: string;
}

const figure = (value: number | null | undefined): string =>
  value === null || value === undefined ? '–' : fixed(value, 1);

const COLUMNS: Column<Row>[] = [
  {
    id: 'exercise',
    heading: 'Exercise',
    names: true,
    cell: ({ title, takeId }) => (
      <Link to={`/takes/${takeId}`} className="rounded-sm hover:underline">
        {title}
      </Link>
    ),
  },
  { id: 'takes', heading: 'Returned takes', figures: true, sortBy: (row) => row.takes, cell: (row) => row.takes },
  { id: 'own', heading: 'You', figures: true, sortBy: (row) => row.own, cell: (row) => figure(row.own) },
  {
    id: 'class',
    heading: 'Class median',
    figures: true,
    cell: ({ quartiles }) => (quartiles ? figure(quartiles.median) : <span className="text-faint">too few</span>),
  },
];
