import type { ExerciseDetails } from '@undulan/contract';
import { type MotionDocument, USUAL_LIMITS, writeTimingChartSvg } from '@undulan/core';
import { clsx } from 'clsx';
import { Fragment } from 'react';
import { Link, useParams } from 'react-router';
import { briefParagraphs, BriefText, termsInWords } from '../../brief/index.ts';
import { namedCharts, TargetCharts } from '../../panels/charts/index.ts';
import { useSettingQuery } from '../../server-data/index.ts';
import { Button, LoadFailed, Loading, saveFile } from '../../ui/index.ts';

/**
 * An exercise on one sheet of paper: its brief, what is fixed, and the timing chart; to be printed, or saved as PDF or
 * SVG.
 */
export function HandOutPage() {
  const { exerciseId = '' } = useParams();
  const { data, error, refetch } = useSettingQuery(exerciseId, { refetchOnMountOrArgChange: true });
  if (error && !data) return <LoadFailed what="exercise" error={error} onRetry={() => void refetch()} />;
  if (!data) return <Loading what="the exercise" />;
  return (
    <HandOut
      exerciseId={exerciseId}
      courseTitle={data.courseTitle}
      motion={data.work.motion}
      details={data.work.details!}
    />
  );
}

interface HandOutProps {
  exerciseId: string;
  courseTitle: string;
  motion: MotionDocument;
  details: ExerciseDetails;
}

function HandOut({ exerciseId, courseTitle, motion, details }: HandOutProps) {
  const {
    title,
    brief,
    tolerances,
    mayChange = USUAL_LIMITS,
    dueAt = null,
    latePolicy = 'accept',
    takeLimit = null,
    events = [],
  } = details;
  const terms = termsInWords({ start: motion, tolerances, mayChange, dueAt, latePolicy, takeLimit, events });
  const save = (): void => {
    const paragraphs = [...briefParagraphs(brief), terms.map(({ name, words }) => `${name}: ${words}`).join(' · ')];
    saveFile(
      `${title}, hand-out.svg`,
      'image/svg+xml',
      writeTimingChartSvg({ title, rate: motion.rate, paragraphs, charts: namedCharts(motion) }),
    );
  };
  return (
    <div className="h-full overflow-y-auto bg-paper print:h-auto print:overflow-visible print:bg-white">
      <div className="sticky top-0 flex items-center gap-2 border-b border-rule bg-paper px-4 py-1.5 print:hidden">
        <Link to={`/exercises/${exerciseId}/setting`} className="rounded-sm text-accent hover:underline">
          Back to the setting
        </Link>
        <Button className="ml-auto" onClick={save}>
          Save as SVG
        </Button>
        <Button kind="main" onClick={() => window.print()}>
          Print, or save as PDF
        </Button>
      </div>
      <article
        aria-label="Hand-out"
        className={clsx(
          'mx-auto my-6 max-w-[190mm] rounded-lg border border-rule bg-page px-10 py-8 print:my-0',
          'print:max-w-none print:border-0 print:bg-white print:p-0',
        )}
      >
        <p className="text-xs text-faint">{courseTitle}</p>
        <h1 className="mb-3 text-2xl">{title}</h1>
        <BriefText brief={brief} />
        <dl className="figures my-4 grid grid-cols-[auto_1fr] gap-x-4 gap-y-1 border-y border-rule py-2.5 text-xs">
          {terms.map(({ name, words }) => (
            <Fragment key={name}>
              <dt className="text-faint">{name}</dt>
              <dd>{words}</dd>
            </Fragment>
          ))}
        </dl>
        <h2 className="mb-2 text-base">Timing chart</h2>
        <TargetCharts motion={motion} columns={2} />
      </article>
    </div>
  );
}
