import { type ReviewedTake, ReviewText } from '@undulan/contract';
import { type Criterion, weightedScore } from '@undulan/core';
import { clsx } from 'clsx';
import { brief, Button, CommitText, DecimalField, DecimalInput, Field, fixed, Table } from '../../ui/index.ts';
import type { ReviewWriter } from './use-review-writer.ts';

/** In a low window the fields reach beyond what is seen. */
const show = (refusal: HTMLElement | null): void => refusal?.scrollIntoView({ block: 'nearest' });

const GRADE_FIRST = (
  <span role="status" ref={show} className="whitespace-nowrap text-danger">
    Give a grade first: the proposed one or your own.
  </span>
);

interface GradeFormProps {
  view: ReviewedTake;
  writer: ReviewWriter;
  /** The take was to be returned without a grade. */
  isAsked: boolean;
}

/**
 * The criteria's results with the grade proposed for each, to be given otherwise; the total of them; the grade given;
 * and closing words. Kept when a field is left.
 */
export function GradeForm({ view, writer, isAsked }: GradeFormProps) {
  const { reading } = view;
  const isFixed = view.state === 'returned';
  const given = writer.words.criteria;
  const total = reading
    ? Math.round(
        weightedScore(
          reading.criteria.map((criterion) => ({ ...criterion, score: given[criterion.id] ?? criterion.score })),
        ),
      )
    : null;
  const closeWith = (text: string): string | null => {
    const summary = ReviewText.shape.summary.safeParse(text);
    if (summary.success) void writer.save({ summary: summary.data });
    return summary.error?.issues[0]?.message ?? null;
  };

  return (
    <div className="grid gap-3 px-0.5 pb-2">
      {reading && total !== null && (
        <CriteriaGrades reading={reading} writer={writer} total={total} isFixed={isFixed} />
      )}
      <div className="flex items-start gap-3">
        <div className="w-36">
          <DecimalField
            optional
            {...(isAsked && writer.words.grade === null && { hint: GRADE_FIRST })}
            within={ReviewText.shape.grade}
            label="Grade, 0 to 100"
            value={writer.words.grade}
            onDecimal={(grade) => void writer.save({ grade })}
            disabled={isFixed}
          />
        </div>
        {total !== null && !isFixed && (
          <Button className="mt-5" onClick={() => void writer.save({ grade: total })}>
            {Object.keys(given).length > 0 ? `Take the total ${total}` : `Take the proposed ${total}`}
          </Button>
        )}
      </div>
      <Field label="Closing words">
        {(ids) => (
          <CommitText
            {...ids}
            value={writer.words.summary}
            onCommit={closeWith}
            counts="as-typed"
            rows={3}
            disabled={isFixed}
          />
        )}
      </Field>
      {writer.problem && (
        <p role="alert" className="flex items-center gap-2 text-sm text-danger">
          {writer.problem} <Button onClick={() => void writer.save({})}>Save again</Button>
        </p>
      )}
    </div>
  );
}

interface CriteriaGradesProps {
  reading: NonNullable<ReviewedTake['reading']>;
  writer: ReviewWriter;
  total: number;
  isFixed: boolean;
}

/** How far off each criterion is, and the grade given for it. */
function CriteriaGrades({ reading, writer, total, isFixed }: CriteriaGradesProps) {
  const given = writer.words.criteria;
  const giveCriterion = (id: Criterion['id'], score: number | null): void => {
    void writer.save(({ criteria }) => {
      const others = Object.fromEntries(Object.entries(criteria).filter(([known]) => known !== id));
      return { criteria: score === null ? others : { ...others, [id]: score } };
    });
  };
  return (
    <Table
      headless
      pad="py-1"
      className="w-full text-[13px]"
      columns={[
        {
          id: 'criterion',
          heading: 'Criterion',
          names: true,
          cell: (criterion) => <span className="font-semibold">{criterion?.label ?? 'Total'}</span>,
        },
        {
          id: 'measured',
          heading: 'Measured',
          className: 'text-xs text-faint',
          cell: (criterion) =>
            criterion ? (
              <>
                off by <span className="figures">{fixed(criterion.error, 2)}</span> {criterion.unit},{' '}
                <span className="figures">{brief(criterion.tolerance, 2)}</span> allowed; counts{' '}
                <span className="figures">{brief(criterion.weight, 2)}</span>
              </>
            ) : Object.keys(given).length > 0 ? (
              `with your grades; proposed ${reading.proposedGrade}`
            ) : (
              'as proposed'
            ),
        },
        {
          id: 'grade',
          heading: 'Grade',
          figures: true,
          className: 'w-16',
          cell: (criterion) =>
            criterion ? (
              <DecimalInput
                optional
                within={ReviewText.shape.grade}
                aria-label={`Grade for ${criterion.label.toLowerCase()}`}
                title={`Proposed ${Math.round(criterion.score)}; empty takes it`}
                disabled={isFixed}
                inputMode="decimal"
                className={clsx(
                  'h-7! text-right',
                  given[criterion.id] === undefined ? '' : 'font-semibold text-accent',
                )}
                placeholder={String(Math.round(criterion.score))}
                value={given[criterion.id] ?? null}
                onDecimal={(score) => giveCriterion(criterion.id, score)}
              />
            ) : (
              <span className="pr-2 font-semibold">{total}</span>
            ),
        },
      ]}
      rows={[...reading.criteria, null]}
      rowId={(criterion) => criterion?.id ?? 'total'}
    />
  );
}
