import { zodResolver } from '@hookform/resolvers/zod';
import { type ReviewedTake, ReviewText } from '@undulan/contract';
import { type Criterion, readDecimal, weightedScore } from '@undulan/core';
import { clsx } from 'clsx';
import { useForm } from 'react-hook-form';
import * as z from 'zod';
import { Button, DecimalInput, Field, INPUT } from '../../ui/index.ts';
import type { ReviewWriter } from './use-review-writer.ts';

const Form = z.object({
  grade: z
    .string()
    .trim()
    .refine((text) => text === '' || readDecimal(text) !== null, 'A grade is a number from 0 to 100.')
    .transform((text) => readDecimal(text))
    .pipe(ReviewText.shape.grade),
  summary: ReviewText.shape.summary,
});
type Typed = z.input<typeof Form>;

/**
 * The criteria's results with the grade proposed for each, to be given otherwise; the total of them; the grade given;
 * and closing words. Kept when a field is left.
 */
export function GradeForm({ view, writer }: { view: ReviewedTake; writer: ReviewWriter }) {
  const { review, reading } = view;
  const fixed = view.state === 'returned';
  const form = useForm<Typed, unknown, z.output<typeof Form>>({
    resolver: zodResolver(Form),
    mode: 'onChange',
    values: { grade: review?.grade === null || !review ? '' : String(review.grade), summary: review?.summary ?? '' },
    resetOptions: { keepDirtyValues: true },
  });
  const { errors } = form.formState;
  const commit = form.handleSubmit(async (words) => {
    if (words.grade === writer.words.grade && words.summary === writer.words.summary) return;
    if (await writer.save(words)) form.reset(form.getValues());
  });
  const leave = (): void => void commit();
  const given = writer.words.criteria;
  const total = reading
    ? Math.round(
        weightedScore(
          reading.criteria.map((criterion) => ({ ...criterion, score: given[criterion.id] ?? criterion.score })),
        ),
      )
    : null;
  const giveCriterion = (id: Criterion['id'], score: number | null): void => {
    void writer.save(({ criteria }) => {
      const others = Object.fromEntries(Object.entries(criteria).filter(([known]) => known !== id));
      return { criteria: score === null ? others : { ...others, [id]: score } };
    });
  };

  return (
    <form className="grid gap-3 px-0.5 pb-2" noValidate onSubmit={(event) => void commit(event)}>
      {reading && (
        <table className="w-full text-[13px]">
          <tbody>
            {reading.criteria.map((criterion) => (
              <tr key={criterion.id} className="border-b border-rule">
                <th scope="row" className="py-1 text-left font-semibold">
                  {criterion.label}
                </th>
                <td className="py-1 text-xs text-faint">
                  off by <span className="figures">{criterion.error.toFixed(2)}</span> {criterion.unit},{' '}
                  <span className="figures">{criterion.tolerance}</span> allowed; counts{' '}
                  <span className="figures">{criterion.weight}</span>
                </td>
                <td className="w-16 py-0.5">
                  <DecimalInput
                    optional
                    within={ReviewText.shape.grade}
                    aria-label={`Grade for ${criterion.label.toLowerCase()}`}
                    title={`Proposed ${Math.round(criterion.score)}; empty takes it`}
                    disabled={fixed}
                    inputMode="decimal"
                    className={clsx(
                      'figures h-7! text-right',
                      given[criterion.id] === undefined ? '' : 'font-semibold text-accent',
                    )}
                    placeholder={String(Math.round(criterion.score))}
                    value={given[criterion.id] ?? null}
                    onDecimal={(score) => giveCriterion(criterion.id, score)}
                  />
                </td>
              </tr>
            ))}
            <tr>
              <th scope="row" className="py-1 text-left font-semibold">
                Total
              </th>
              <td className="py-1 text-xs text-faint">
                {Object.keys(given).length > 0 ? `with your grades; proposed ${reading.proposedGrade}` : 'as proposed'}
              </td>
              <td className="figures py-1 pr-2 text-right font-semibold">{total}</td>
            </tr>
          </tbody>
        </table>
      )}
      <div className="flex items-end gap-3">
        <Field label="Grade, 0 to 100" error={errors.grade?.message} className="w-36">
          {(ids) => (
            <input
              {...ids}
              {...form.register('grade', { onBlur: leave })}
              inputMode="decimal"
              disabled={fixed}
              className={clsx(INPUT, 'figures')}
            />
          )}
        </Field>
        {total !== null && !fixed && (
          <Button
            onClick={() => {
              form.setValue('grade', String(total), { shouldDirty: true, shouldValidate: true });
              leave();
            }}
          >
            {Object.keys(given).length > 0 ? `Take the total ${total}` : `Take the proposed ${total}`}
          </Button>
        )}
      </div>
      <Field label="Closing words" error={errors.summary?.message}>
        {(ids) => (
          <textarea
            {...ids}
            {...form.register('summary', { onBlur: leave })}
            rows={3}
            disabled={fixed}
            className={clsx(INPUT, 'h-auto! py-1.5')}
          />
        )}
      </Field>
      {writer.problem && (
        <p role="alert" className="flex items-center gap-2 text-sm text-danger">
          {writer.problem} <Button onClick={leave}>Save again</Button>
        </p>
      )}
    </form>
  );
}
